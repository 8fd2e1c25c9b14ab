import js from "@eslint/js";
import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

export default tseslint.config(
  js.configs.recommended,
  ...tseslint.configs.strictTypeChecked,
  { plugins: { "react-hooks": reactHooks }, rules: { ...reactHooks.configs.recommended.rules, "react-hooks/incompatible-library": "off" } },
  { files: ["tests/web/**"], rules: { "react-hooks/rules-of-hooks": "off" } },
  {
    languageOptions: { parserOptions: { project: "./web/tsconfig.json", tsconfigRootDir: `${import.meta.dirname}/..` } },
    rules: { "@typescript-eslint/restrict-template-expressions": ["error", { allowNumber: true }] },
  },
);

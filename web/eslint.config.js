import js from "@eslint/js";
import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

export default tseslint.config(
  js.configs.recommended,
  ...tseslint.configs.strictTypeChecked,
  { plugins: { "react-hooks": reactHooks }, rules: { ...reactHooks.configs.recommended.rules, "react-hooks/incompatible-library": "off" } },
  { files: ["tests/web/**"], rules: Object.fromEntries(Object.keys(reactHooks.configs.recommended.rules).map((rule) => [rule, "off"])) }, // no hooks there
  {
    languageOptions: { parserOptions: { project: "./web/tsconfig.json", tsconfigRootDir: `${import.meta.dirname}/..` } },
    // Whether anything is deprecated is asked of every name, and seldom so: "npx eslint --rule" does it when packages are renewed.
    rules: { "@typescript-eslint/no-deprecated": "off", "@typescript-eslint/restrict-template-expressions": ["error", { allowNumber: true }] },
  },
);

import { useState } from "react";
import type { FieldOf } from "./fields";

/** One field, kept when it is left. */
export function SlipBlank({ field, text, placeholder, onDone }: { field: FieldOf; text: string; placeholder?: string; onDone: (text: string) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  const finish = () => {
    if (typed !== null && typed !== text) onDone(typed);
    setTyped(null);
  };
  return (
    <div className="grid grid-cols-[130px_minmax(0,1fr)] items-baseline gap-x-3 py-[3px]">
      <span className="as-label" aria-hidden="true">
        {field.label}
      </span>
      <textarea
        aria-label={field.label}
        data-blank=""
        rows={1}
        value={typed ?? text}
        maxLength={2000}
        placeholder={placeholder ?? field.hint}
        spellCheck={field.long === true}
        onChange={(event) => {
          setTyped(event.target.value);
        }}
        onBlur={finish}
        onKeyDown={(event) => {
          if (event.key === "Enter" && !event.shiftKey && !field.long) {
            event.preventDefault();
            finish();
          }
          if (event.key === "Escape" && typed !== null) {
            event.stopPropagation();
            setTyped(null);
          }
        }}
        className="field-sizing-content w-full resize-none border-b border-dotted border-rule-strong bg-transparent px-[2px] placeholder:text-faded placeholder:italic focus:border-solid focus:border-velvet focus:outline-none"
      />
    </div>
  );
}

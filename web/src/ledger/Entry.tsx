import { useState } from "react";
import { toNextBlank } from "./blanks";
import { TextButton } from "./Field";

interface EntryProps {
  label: string;
  value: string;
  width?: number;
  placeholder?: string;
  longest?: number;
  /** Each letter at once, or only when it is done. */
  atOnce?: boolean;
  type?: "text" | "number" | "datetime-local";
  onDone: (value: string) => void;
}

/** A blank in the line, to be filled in: done by Enter or by going elsewhere, left as it was by Escape. */
export function Entry({ label, value, width = 120, placeholder, longest = 200, atOnce = false, type = "text", onDone }: EntryProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const finish = () => {
    if (typed !== null && typed !== value) onDone(typed);
    setTyped(null);
  };
  return (
    <input
      aria-label={label}
      data-blank=""
      type={type}
      step={type === "datetime-local" ? 1 : undefined}
      value={typed ?? value}
      placeholder={placeholder}
      maxLength={longest}
      spellCheck={false}
      style={{ width }}
      onChange={(event) => {
        setTyped(event.target.value);
        if (atOnce) onDone(event.target.value);
      }}
      onBlur={finish}
      onKeyDown={(event) => {
        if (event.key === "Enter") {
          event.preventDefault();
          finish();
          toNextBlank(event.currentTarget);
        }
        if (event.key === "Escape" && typed !== null) {
          event.stopPropagation(); // what is typed is left first, and then what the blank stands in
          setTyped(null);
        }
      }}
      className="max-w-full border-b border-dotted border-rule-strong bg-transparent px-[2px] placeholder:text-faded placeholder:italic focus:border-solid focus:border-velvet focus:outline-none"
    />
  );
}

/** A word that asks for a name when it is pressed, and then does what it says. */
export function NamedAction({ word, label, first = "", onName }: { word: string; label: string; first?: string; onName: (name: string) => void }) {
  const [name, setName] = useState<string | null>(null);
  if (name === null) {
    return (
      <TextButton
        onClick={() => {
          setName(first);
        }}
      >
        {word}
      </TextButton>
    );
  }
  const done = () => {
    if (name.trim() !== "") onName(name.trim());
    setName(null);
  };
  return (
    <span className="inline-flex items-baseline gap-2">
      <input
        aria-label={label}
        value={name}
        autoFocus
        maxLength={80}
        placeholder={label}
        onChange={(event) => {
          setName(event.target.value);
        }}
        onKeyDown={(event) => {
          if (event.key === "Enter") done();
          if (event.key === "Escape") {
            event.stopPropagation();
            setName(null);
          }
        }}
        className="w-[170px] border-b border-velvet bg-transparent px-[2px] placeholder:text-faded placeholder:italic focus:outline-none"
      />
      <TextButton disabled={name.trim() === ""} onClick={done}>
        save
      </TextButton>
      <TextButton
        onClick={() => {
          setName(null);
        }}
      >
        not now
      </TextButton>
    </span>
  );
}

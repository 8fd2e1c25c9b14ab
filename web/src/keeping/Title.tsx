import { useState } from "react";
import { Key } from "../ledger/Field";

interface Props {
  /** The description as it is kept. */
  description: string;
  /** What is being said in its place, until that is done or left. */
  said: string | null;
  onSay: (description: string) => void;
}

/** A shoot's title, in which one types: what that comes to is shown below before it is done. */
export function Title({ description, said, onSay }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const shown = typed ?? said ?? description;
  const finish = () => {
    if (typed !== null && typed.trim() !== (said ?? description)) onSay(typed.trim());
    setTyped(null);
  };
  return (
    <div className="flex min-w-0 grow items-baseline text-title font-semibold">
      <h1 className="sr-only">{description || "Without a description"}</h1>
      <input
        id="shoot-title"
        data-blank=""
        aria-label="Description of the shoot"
        value={shown}
        maxLength={500}
        placeholder="Without a description: what is it?"
        spellCheck={false}
        onChange={(event) => {
          setTyped(event.target.value);
        }}
        onBlur={finish}
        onKeyDown={(event) => {
          if (event.key === "Enter") {
            event.preventDefault();
            finish();
            event.currentTarget.blur();
          }
          if (event.key === "Escape") {
            event.stopPropagation();
            setTyped(null);
            event.currentTarget.blur();
          }
        }}
        className="min-w-0 grow border-b border-dotted border-rule-strong bg-transparent font-hand placeholder:font-normal placeholder:text-faded placeholder:italic hover:border-velvet focus:border-solid focus:border-velvet focus:outline-none"
      />
      <Key>D</Key>
    </div>
  );
}

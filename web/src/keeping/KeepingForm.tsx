import { useState } from "react";
import { Clock } from "./Clock";
import { Describe } from "./Describe";
import { Apart, Into } from "./Going";
import type { Kind } from "./kinds";
import { Numbered, Pieces, Replace } from "./Names";
import type { Part } from "./part";

/** What is wished, in blanks of its own for each kind. */
export function KeepingForm({ kind, ...part }: Part & { kind: Kind }) {
  switch (kind) {
    case "describe":
      return <Describe {...part} />;
    case "number":
    case "card":
      return <Numbered byCard={kind === "card"} {...part} />;
    case "pieces":
      return <Pieces {...part} />;
    case "replace":
      return <Replace {...part} />;
    case "clock":
      return <Clock {...part} />;
    case "into":
      return <Into {...part} />;
    case "apart":
      return <Apart {...part} />;
    case "notes":
      return <Notes {...part} />;
  }
}

function Notes({ kept, wish, onWish }: Part) {
  const [typed, setTyped] = useState(wish.notes ?? kept.notes);
  return (
    <textarea
      aria-label="notes on the shoot"
      data-blank=""
      autoFocus
      rows={4}
      maxLength={20_000}
      value={typed}
      onChange={(event) => {
        setTyped(event.target.value);
        onWish({ notes: event.target.value });
      }}
      className="w-full max-w-[90ch] border border-rule-strong bg-transparent px-2 py-1 focus:border-velvet focus:outline-none"
    />
  );
}

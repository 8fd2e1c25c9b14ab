import { Link } from "react-router";
import type { Desk } from "../api/types";
import { Field, TextButton } from "../ledger/Field";
import { count, figure, size, span } from "../words/format";
import { kindsOf } from "../words/kinds";

/** The head of the desk: which cards these are and what is on them, in numbers. */
export function CardSlip({ desk, ejecting, canEject, onEject }: { desk: Desk; ejecting: boolean; canEject: boolean; onEject: (card: string) => void }) {
  const dates = desk.frames.map((frame) => frame.date).sort();
  const first = dates[0];
  const last = dates.at(-1);
  const held = desk.frames.filter((frame) => frame.held !== null).length;
  return (
    <section
      aria-label={desk.cards.length > 1 ? "The cards" : "The card"}
      className="flex flex-wrap items-end gap-x-7 gap-y-2 border-b border-rule-strong py-5 pr-6 pl-page"
    >
      <h1 className="mr-2 text-title font-semibold">{desk.label}</h1>
      <dl className="flex flex-wrap gap-x-7 gap-y-2">
        <Field label={desk.cards.length > 1 ? "on the cards" : "on the card"}>
          {count(desk.framesInAll, "frame")}, {count(desk.filesInAll, "file")}
        </Field>
        <Field label="kinds">{kindsOf(desk.kinds)}</Field>
        {first && last && <Field label="taken">{span(first, last)}</Field>}
        <Field label="size">{size(desk.bytesInAll)}</Field>
        {!desk.complete && (
          <Field label="being read">
            {figure(desk.frames.length)} of {figure(desk.framesInAll)}
          </Field>
        )}
        {held > 0 && <Field label="already held">{figure(held)}</Field>}
      </dl>
      <span className="ml-auto grid justify-items-end gap-y-1">
        {desk.cards.map((card) => (
          <span key={card.id} className="flex flex-wrap justify-end gap-x-6">
            {desk.cards.length > 1 && <span className="font-semibold">{card.label}</span>}
            <Link to={`/clearance/${card.id}`} className="linked">
              May it be formatted?
            </Link>
            <TextButton
              disabled={ejecting || !canEject}
              onClick={() => {
                onEject(card.id);
              }}
            >
              {ejecting ? "ejecting…" : "Eject"}
            </TextButton>
          </span>
        ))}
      </span>
    </section>
  );
}

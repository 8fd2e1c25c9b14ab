import { Link } from "react-router";
import type { Desk } from "../api/types";
import { Field, TextButton } from "../ledger/Field";
import { count, figure, size, span } from "../words/format";
import { kindsOf } from "../words/kinds";

/** The head of the desk: what card this is and what is on it, in numbers. */
export function CardSlip({ desk, ejecting, canEject, onEject }: { desk: Desk; ejecting: boolean; canEject: boolean; onEject: () => void }) {
  const dates = desk.frames.map((frame) => frame.date).sort();
  const first = dates[0];
  const last = dates.at(-1);
  const held = desk.frames.filter((frame) => frame.held !== null).length;
  return (
    <section aria-label="The card" className="flex flex-wrap items-end gap-x-7 gap-y-2 border-b border-rule-strong py-5 pr-6 pl-page">
      <h1 className="mr-2 text-title font-semibold">{desk.label}</h1>
      <dl className="flex flex-wrap gap-x-7 gap-y-2">
        <Field label="on the card">
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
      <span className="ml-auto flex gap-x-6">
        <Link to={`/clearance/${desk.id}`} className="linked">
          May it be formatted?
        </Link>
        <TextButton disabled={ejecting || !canEject} onClick={onEject}>
          {ejecting ? "ejecting…" : "Eject"}
        </TextButton>
      </span>
    </section>
  );
}

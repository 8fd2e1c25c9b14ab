import { Link } from "react-router";
import type { Plan } from "../api/plan";
import type { Desk } from "../api/types";
import { Cut } from "../ledger/Cut";
import { Field, Key, TextButton } from "../ledger/Field";
import { count, figure, size } from "../words/format";
import { kindsOf } from "../words/kinds";
import type { Readiness } from "./readiness";

interface Props {
  desk: Desk;
  plan: Plan | undefined;
  failed: boolean;
  present: boolean;
  readiness: Readiness;
  /** The receipt that is being written from this card. */
  underWay: number | null;
  stale: boolean;
  last: string | null;
  onUndo: () => void;
  onBegin: () => void;
}

/** The foot of the desk, always in view: where it goes, the sums under a double rule, and the button that begins. */
export function DeskFoot({ desk, plan, failed, present, readiness, underWay, stale, last, onUndo, onBegin }: Props) {
  const totals = plan?.totals;
  const store = plan?.store ?? desk.store;
  return (
    <footer className="border-t border-ink bg-paper" aria-label="Totals">
      <div className="desk-columns items-end pt-[10px]">
        <span />
        <dl className="col-span-3 flex flex-wrap gap-x-7 gap-y-1 max-md:[&>div]:flex max-md:[&>div]:items-baseline max-md:[&>div]:gap-x-2">
          {(plan?.stores ?? []).map((one) => (
            <Field key={one.name} label={one.landsThere ? "lands on" : "mirrored on"}>
              {one.present ? (
                <span className="flex">
                  {one.name}, {size(one.freeBytes ?? 0)} free
                  {!one.hasRoom && <b className="text-brass">: too little</b>}
                  {one.warnings.length > 0 && (
                    <Cut whole={one.warnings.join(" ")} className="min-w-6 text-center" upwards>
                      <b className="text-brass">!</b>
                      <span className="sr-only">what is to be known of {one.name}</span>
                    </Cut>
                  )}
                </span>
              ) : (
                <b className="text-brass">
                  {one.name} {one.landsThere ? "is not there" : "is away: owed"}
                </b>
              )}
            </Field>
          ))}
          {!plan && (
            <Field label="main">
              {store.present ? `${store.name}, ${size(store.freeBytes ?? 0)} free` : <b className="text-brass">{store.name} is not there</b>}
            </Field>
          )}
          {totals && totals.filesToBringIn > 0 && <Field label="files">{kindsOf(totals.kindsToBringIn)}</Field>}
        </dl>
        <span data-columns="" className={`totalled col-span-5 col-start-5 grid grid-cols-subgrid py-[3px] text-right ${stale ? "text-faded" : ""}`}>
          <span data-column="frames">{totals ? figure(totals.frames) : "…"}</span>
          <span data-column="held">{totals ? figure(totals.framesHeld) : "…"}</span>
          <span data-column="left out">{totals ? figure(totals.framesLeftOut) : "…"}</span>
          <b data-column="to bring in">{totals ? figure(totals.framesToBringIn) : "…"}</b>
          <span data-column="size">{totals ? size(totals.bytesToBringIn) : "…"}</span>
        </span>
      </div>
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2 py-[10px] pr-6 pl-page max-md:pr-3">
        <p role="status" className="min-w-0 flex-1 basis-[260px]">
          {!totals &&
            (desk.complete
              ? "Working out the names…"
              : `Reading the ${desk.cards.length > 1 ? "cards" : "card"}: ${figure(desk.frames.length)} of ${count(desk.framesInAll, "frame")}.`)}
          {underWay !== null && (
            <>
              {desk.cards.length > 1 ? "A card that lies here" : "This card"} is being brought in:{" "}
              <Link to={`/receipts/${underWay}`} className="font-semibold linked">
                receipt {underWay}
              </Link>
              .{" "}
            </>
          )}
          {totals && !failed && underWay === null && totals.sentence}
          {failed && present && <b className="text-brass">No plan can be made so: the note above says why. Undo, or change it.</b>}
          {plan && !plan.hasRoom && <b className="text-brass"> There is not room for it on {store.name}: leave frames out or make room.</b>}
        </p>
        {last && (
          <span className="ml-auto text-right text-faded">
            <TextButton onClick={onUndo}>undo</TextButton> {last}
            <Key>Z</Key>
          </span>
        )}
        <button
          type="button"
          aria-disabled={!readiness.is}
          data-begins=""
          onClick={onBegin}
          onKeyDown={(event) => {
            if (event.repeat) event.preventDefault(); // the Enter that led here, still held down
          }}
          className={`${last ? "" : "ml-auto"} group shrink-0 bg-velvet px-[22px] py-[9px] text-[15px] font-semibold text-paper hover:bg-ink aria-disabled:cursor-default aria-disabled:bg-transparent aria-disabled:text-faded aria-disabled:outline aria-disabled:outline-1 aria-disabled:outline-rule-strong`}
        >
          {readiness.says}
          <span className="group-focus:hidden">
            <Key onVelvet={readiness.is}>B</Key>
          </span>
          <span className="hidden group-focus:inline">
            <Key onVelvet={readiness.is}>Enter</Key>
          </span>
        </button>
      </div>
    </footer>
  );
}

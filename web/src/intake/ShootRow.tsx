import { Collapsible } from "radix-ui";
import { type RefObject, useId } from "react";
import type { CardFrame, Hints, Plan, PlannedShoot } from "../api/types";
import { Notice } from "../ledger/Notice";
import { day, figure, hour, size } from "../words/format";
import { ContactSheet } from "./ContactSheet";
import { MarkWords } from "./MarkWords";
import type { Marks } from "./useWishes";

/** The heads of the columns, and marking for the whole card. */
export function ShootHead({ frames, marks }: { frames: CardFrame[]; marks: Marks }) {
  return (
    <div className="desk-columns border-b border-rule-strong py-[6px] text-label text-faded">
      <span />
      <span>taken</span>
      <span className="flex justify-between">
        shoot
        <span>
          <MarkWords frames={frames} marks={marks} /> on the card
        </span>
      </span>
      <span>becomes</span>
      <span className="text-right">frames</span>
      <span className="text-right">held</span>
      <span className="text-right">left out</span>
      <span className="text-right">to bring in</span>
      <span className="text-right">size</span>
    </div>
  );
}

interface Props {
  card: string;
  date: string;
  frames: CardFrame[];
  shoot: PlannedShoot | undefined;
  problems: Plan["problems"];
  description: string;
  hints: Hints | undefined;
  marks: Marks;
  open: boolean;
  present: boolean;
  scroller: RefObject<HTMLElement | null>;
  onDescribe: (date: string, description: string) => void;
  onOpen: () => void;
}

/** One shoot of the desk: its date, its description to be written, what it becomes, its sums; opens to its pictures. */
export function ShootRow({ card, date, frames, shoot, problems, description, hints, marks, open, present, scroller, onDescribe, onOpen }: Props) {
  const field = useId();
  const marked = frames.filter(marks.isMarked).length;
  const held = frames.filter((frame) => frame.held !== null && !marks.isMarked(frame)).length;
  const out = frames.length - marked - held;
  const nothing = marked === 0;
  const first = frames[0];
  const last = frames.at(-1);
  return (
    <Collapsible.Root open={open} onOpenChange={onOpen} asChild>
      <section aria-label={`Shoot of ${day(date)}`}>
        <div className={`desk-columns items-center border-b py-[9px] ${open ? "border-ink bg-wash" : "border-rule"}`}>
          <Collapsible.Trigger
            className="group justify-self-stretch self-stretch focus-visible:-outline-offset-4"
            aria-label={`${open ? "Close" : "Open"} the pictures of ${day(date)}`}
          >
            <svg viewBox="0 0 10 10" className={`mx-auto h-[9px] w-[9px] text-velvet ${open ? "rotate-90" : ""}`} aria-hidden="true">
              <path d="M2 0 9 5 2 10Z" fill="currentColor" />
            </svg>
          </Collapsible.Trigger>
          <div>
            <div className="text-[14px] font-semibold">{day(date)}</div>
            <div className="text-label text-faded">{first && last && `${hour(first.takenAt)} to ${hour(last.takenAt)}`}</div>
          </div>
          <div>
            <label htmlFor={field} className="sr-only">
              Description of the shoot of {day(date)}
            </label>
            <textarea
              id={field}
              value={description}
              rows={1}
              maxLength={300}
              spellCheck
              onKeyDown={(event) => {
                if (event.key === "Enter") {
                  event.preventDefault();
                  event.currentTarget.blur();
                }
              }}
              placeholder={nothing ? "nothing to bring in" : "what was this?"}
              onChange={(event) => {
                onDescribe(date, event.target.value.replaceAll("\n", " "));
              }}
              className={`block field-sizing-content w-full resize-none border-b border-dotted border-rule-strong bg-transparent pb-[2px] font-hand text-hand font-semibold placeholder:font-normal placeholder:text-faded placeholder:italic focus:border-solid focus:border-velvet focus:outline-none ${nothing ? "text-faded" : ""} ${nothing && description ? "line-through" : ""}`}
            />
          </div>
          <div className="font-path text-path break-words" data-becomes={date}>
            {shoot?.firstName ? (
              <>
                <div>{shoot.folder}/</div>
                <div className="text-faded">
                  {shoot.firstName}
                  {shoot.lastName !== shoot.firstName && ` … ${tail(shoot.firstName, shoot.lastName ?? "")}`}
                </div>
              </>
            ) : (
              <span className="font-plain text-faded italic">{nothing ? staying(frames, held) : "…"}</span>
            )}
          </div>
          <span className="text-right">{figure(frames.length)}</span>
          <span className="text-right">{figure(held)}</span>
          <span className="text-right">{figure(out)}</span>
          <span className="text-right font-semibold">{figure(marked)}</span>
          <span className="text-right">{shoot && shoot.files > 0 ? size(shoot.bytes) : "—"}</span>
        </div>
        {problems.map((problem) => (
          <Notice key={problem.message}>{problem.message}</Notice>
        ))}
        <Collapsible.Content>
          <ContactSheet card={card} date={date} frames={frames} hints={hints} marks={marks} present={present} scroller={scroller} />
        </Collapsible.Content>
      </section>
    </Collapsible.Root>
  );
}

/** Why none of a date's frames is brought in. */
function staying(frames: CardFrame[], held: number): string {
  const as = frames.find((frame) => frame.held !== null)?.held;
  return held === frames.length && as ? `all held since ${day(as.since)}, in ${as.path.slice(0, as.path.lastIndexOf("/"))}` : "stays on the card";
}

/** What the last name says that the first does not: "0119.jpg". */
function tail(first: string, last: string): string {
  const cut = first.lastIndexOf("_") + 1;
  return last.startsWith(first.slice(0, cut)) ? last.slice(cut) : last;
}

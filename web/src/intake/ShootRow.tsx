import { Collapsible } from "radix-ui";
import { type RefObject, useMemo, useState } from "react";
import type { Plan, PlannedShoot, Problem, ShootWish } from "../api/plan";
import type { CardFrame, Hints } from "../api/types";
import { Arrowhead } from "../ledger/Arrowhead";
import { type Span, TimeScale } from "../ledger/TimeScale";
import { count, dated, dateInFull, figure, hours, size } from "../words/format";
import { ContactSheet } from "./ContactSheet";
import { comesIn } from "./describing";
import { DescriptionBlank } from "./DescriptionBlank";
import { MarkWords } from "./MarkWords";
import type { Row } from "./rows";
import { ShootNotices } from "./ShootNotices";
import { ShootTools, titleOf } from "./ShootTools";
import { usePicks } from "./usePicks";
import type { Desk, Marks } from "./useWishes";
import { viewable } from "./view";

/** The heads of the columns, and marking for the whole card. */
export function ShootHead({ frames, marks }: { frames: CardFrame[]; marks: Marks }) {
  return (
    <div className="desk-columns border-b border-rule-strong py-[6px] as-label">
      <span />
      <span data-head="">taken</span>
      <span className="flex justify-between gap-3 whitespace-nowrap">
        <span data-head="">shoot</span>
        <span>
          <MarkWords frames={frames} marks={marks} />
          <span className="max-xl:hidden"> on the card</span>
        </span>
      </span>
      <span data-head="">becomes</span>
      {["frames", "held", "left out", "to bring in", "size"].map((head) => (
        <span key={head} data-head="" className="text-right">
          {head}
        </span>
      ))}
    </div>
  );
}

interface Props {
  card: string;
  row: Row;
  shoots: PlannedShoot[];
  /** What was said of the shoot above; null where nothing was. */
  above: ShootWish | null;
  /** Those below that wait for words. */
  below: Row[];
  problems: Problem[];
  desk: Desk;
  hints: Hints | undefined;
  open: boolean;
  present: boolean;
  /** Whether the plan that it shows is of what was said before. */
  stale: boolean;
  scroller: RefObject<HTMLElement | null>;
  onOpen: () => void;
  /** Where clocks are put right is to be seen. */
  onClocks: () => void;
}

/** One shoot of the desk: its date, its description to be written, what it becomes, its sums; opens to its pictures. */
export function ShootRow({ card, row, shoots, above, below, problems, desk, hints, open, present, stale, scroller, onOpen, onClocks }: Props) {
  const picks = usePicks();
  const [span, setSpan] = useState<Span | null>(null);
  const { frames, shoot, name, anchor } = row;
  const wish = desk.wishes.shoots[anchor] ?? {};
  const isLeftOut = wish.leftOut === true;
  const viewables = useMemo(() => frames.map(viewable), [frames]);
  const marks: Marks = isLeftOut
    ? {
        isMarked: () => false,
        mark: (some, on) => {
          if (on) desk.say({ do: "take in", shoot: anchor, wish, frames: some, as: on });
          else desk.marks.mark(some, on);
        },
        takeBack: desk.undo,
      }
    : desk.marks;
  const nothing = !comesIn(row, wish);
  const first = frames[0];
  const last = frames.at(-1);
  const description = wish.description ?? "";
  const cut = (frame: CardFrame) => {
    desk.say({ do: "divide", edit: { do: "cut", frame: frame.key }, what: `a new shoot from ${frame.name}` });
  };
  const place = shoot ? shoots.indexOf(shoot) : -1;
  const [earlier, later] = [place > 0 ? shoots[place - 1] : undefined, place >= 0 ? shoots[place + 1] : undefined];
  const cuts = new Set(desk.wishes.edits.flatMap((edit) => (edit.do === "cut" ? [edit.frame] : [])));
  // Only where a cut was made: a day's end is none, and is joined by "join it with".
  const uncut = (one: PlannedShoot | undefined, other: PlannedShoot | undefined) =>
    one && other && cuts.has(other.id.split(".")[0] ?? "")
      ? () => {
          desk.say({ do: "join", frames: [one.keys[0] ?? one.id, other.keys[0] ?? other.id], anchors: [one.anchor, other.anchor], what: "taking a cut away" });
        }
      : null;
  return (
    <Collapsible.Root open={open} onOpenChange={onOpen} asChild>
      <section aria-label={`Shoot of ${name}`}>
        <div className={`desk-columns items-center border-b py-[9px] ${open ? "margin-rule border-ink bg-wash" : "border-rule"}`}>
          <Collapsible.Trigger
            className="group justify-self-stretch self-stretch focus-visible:-outline-offset-4"
            aria-label={`${open ? "Close" : "Open"} the pictures of ${name}`}
          >
            <Arrowhead open={open} />
          </Collapsible.Trigger>
          <div>
            <div className={`text-[14px] font-semibold ${isLeftOut ? "line-through" : ""}`}>{dated(row.date)}</div>
            <div className="as-label">{first && last && hours(first.plannedAt, last.plannedAt)}</div>
          </div>
          <DescriptionBlank
            name={name}
            value={description}
            placeholder={isLeftOut ? "left out" : nothing ? "nothing to bring in" : shoot?.joins ? shoot.description : "what was this?"}
            comesIn={!nothing}
            joins={(shoot?.joins ?? null) !== null}
            above={above}
            below={below.length}
            onText={(text) => {
              desk.say({ do: "describe", shoot: anchor, wish: { ...wish, description: text }, name });
            }}
            onTake={(said) => {
              desk.say({ do: "describe too", shoots: [anchor], said });
            }}
            onBelow={() => {
              desk.say({ do: "describe too", shoots: below.map((one) => one.anchor), said: wish });
            }}
          />
          <div className="as-path break-words" data-becomes={row.date}>
            {shoot?.firstName && !isLeftOut ? (
              <>
                <div>
                  {shoot.folder === "" ? "" : `${shoot.folder}/`}
                  {shoot.joins !== null && <span className="font-plain text-faded"> joined</span>}
                </div>
                <div className="text-faded">
                  {shoot.firstName}
                  {shoot.lastName !== shoot.firstName && ` … ${tail(shoot.firstName, shoot.lastName ?? "")}`}
                </div>
              </>
            ) : (
              <span className="font-plain text-faded italic">
                {isLeftOut ? "left out, stays on the card" : nothing ? staying(frames, shoot?.held ?? 0) : "…"}
              </span>
            )}
          </div>
          <span data-columns="" className={`col-span-5 grid grid-cols-subgrid text-right ${stale ? "text-faded" : ""}`}>
            <span data-column="frames">{figure(frames.length)}</span>
            <span data-column="held">{shoot ? figure(shoot.held) : "…"}</span>
            <span data-column="left out">{shoot ? figure(shoot.leftOut) : "…"}</span>
            <span data-column="to bring in" className="font-semibold">
              {shoot ? figure(shoot.toBringIn) : "…"}
            </span>
            <span data-column="size">{shoot && shoot.files > 0 && !isLeftOut ? size(shoot.bytes) : "—"}</span>
          </span>
        </div>
        <ShootNotices row={row} problems={problems} desk={desk} />
        <Collapsible.Content>
          {!shoot && <div aria-hidden className="h-[60px] bg-wash" /> /* the place of what is said of it, once it is planned */}
          {shoot && (
            <ShootTools
              card={card}
              shoot={shoot}
              shoots={shoots}
              frames={frames}
              wish={wish}
              picks={picks}
              marks={marks}
              onSay={(said, what) => {
                desk.say({ do: "say of a shoot", shoot: anchor, wish: said, what });
              }}
              onJoin={(other) => {
                desk.say({
                  do: "join",
                  frames: [shoot.keys[0] ?? shoot.id, other.keys[0] ?? other.id],
                  anchors: [anchor, other.anchor],
                  what: `joining ${titleOf(other)}`,
                });
              }}
              onMove={(moved, to) => {
                desk.say({
                  do: "divide",
                  edit: { do: "move", frames: moved, to: to?.keys[0] ?? null },
                  what: `moving ${moved.length === 1 ? "a frame" : count(moved.length, "frame")}`,
                });
              }}
              onClock={(wrong) => {
                for (const [body, span] of byBody(wrong)) desk.say({ do: "set a clock", body, span, clock: { seconds: 0 } });
                onClocks();
              }}
              onDate={(dated, time) => {
                desk.say({ do: "date by hand", frames: dated, time });
              }}
            />
          )}
          <div className="ml-ruled bg-mat text-white">
            <TimeScale
              label={`Time scale of ${name}`}
              frames={viewables}
              span={span}
              onSpan={setSpan}
              onCut={({ id }) => {
                const from = frames.find((frame) => frame.key === id);
                if (from) cut(from);
              }}
              onUncut={{ before: uncut(earlier, shoot), after: uncut(shoot, later) }}
            />
          </div>
          <ContactSheet
            name={name}
            frames={frames}
            span={span}
            onSpan={setSpan}
            picks={picks}
            onCut={cut}
            hints={hints}
            marks={marks}
            present={present}
            scroller={scroller}
          />
        </Collapsible.Content>
      </section>
    </Collapsible.Root>
  );
}

/** Keys of frames that a camera dated, by its body. */
function byBody(frames: CardFrame[]): Map<string, string[]> {
  const bodies = new Map<string, string[]>();
  for (const { key, body, datedByFile } of frames) if (body && !datedByFile) bodies.set(body, [...(bodies.get(body) ?? []), key]);
  return bodies;
}

/** Why none of a date's frames is brought in. */
function staying(frames: CardFrame[], held: number): string {
  const as = frames.find((frame) => frame.held?.isThere)?.held;
  if (held < frames.length) return "stays on the card";
  const promise = frames.find((frame) => frame.promised)?.promised;
  if (!frames.some((frame) => frame.held)) return promise ? `comes in by receipt ${promise.receipt}` : "all held";
  return as ? `all held since ${dateInFull(as.since)}, in ${as.path.slice(0, as.path.lastIndexOf("/"))}` : "all held, and no copy is where it was";
}

/** What the last name says that the first does not: "0119.jpg". */
function tail(first: string, last: string): string {
  const cut = first.lastIndexOf("_") + 1;
  return last.startsWith(first.slice(0, cut)) ? last.slice(cut) : last;
}

/** Of a plan's problems, those to be shown with a shoot, or with the card where that is null. */
export const problemsOf = (plan: Plan | undefined, shoot: string | null): Problem[] =>
  plan?.problems.filter((problem) => problem.shoot === shoot && problem.about !== "a gap") ?? [];

import { Link } from "react-router";
import type { Problem } from "../api/plan";
import type { CardFrame } from "../api/types";
import { TextButton } from "../ledger/Field";
import { Notice } from "../ledger/Notice";
import { dateInFull } from "../words/format";
import type { Row } from "./rows";
import type { Desk } from "./useWishes";

/** What is to be known of a shoot of the desk, each line with what can be done about it. */
export function ShootNotices({ row, problems, desk }: { row: Row; problems: Problem[]; desk: Desk }) {
  const wish = desk.wishes.shoots[row.anchor] ?? {};
  const isLeftOut = wish.leftOut === true;
  const gone = row.frames.filter((frame) => frame.held && !frame.held.isThere && !desk.marks.isMarked(frame));
  const wholeElsewhere = row.frames.filter((frame) => frame.wholeOn !== null && desk.marks.isMarked(frame));
  const acts: Record<string, { word: string; do: () => void } | undefined> = {
    "a stray": {
      word: row.frames.length === 1 ? "leave it out" : "leave them out",
      do: () => {
        desk.sayOfShoot(row.anchor, { ...wish, leftOut: true }, "leaving a shoot out");
      },
    },
    "a night over midnight": {
      word: "divide it at midnight",
      do: () => {
        const first = row.frames.find((frame) => frame.plannedAt.slice(0, 10) > row.date);
        if (first) desk.edit({ do: "cut", frame: first.key }, "dividing at midnight");
      },
    },
    "a shoot that is joined":
      row.shoot?.joins && wish.into === undefined
        ? {
            word: "make it a shoot of its own",
            do: () => {
              desk.keepApart(row.anchor);
            },
          }
        : undefined,
    "a picture that is cut off":
      wholeElsewhere.length > 0
        ? {
            word: wholeElsewhere.length === 1 ? "leave it out here" : "leave them out here",
            do: () => {
              desk.marks.mark(wholeElsewhere, false);
            },
          }
        : undefined,
    "companions that stay": {
      word: "mark them",
      do: () => {
        desk.marks.mark(
          row.frames.filter((frame) => frame.leftByOrder),
          true,
        );
      },
    },
  };
  return (
    <>
      {problems.map((problem) => {
        const act = isLeftOut ? undefined : acts[problem.about];
        return (
          <Notice key={problem.message} action={act && <TextButton onClick={act.do}>{act.word}</TextButton>}>
            {problem.message}
          </Notice>
        );
      })}
      {gone.length > 0 && <Gone frames={gone} desk={desk} />}
    </>
  );
}

/** Held frames of which no copy is where the ledger left it: they stay skipped until something else is said. */
function Gone({ frames, desk }: { frames: CardFrame[]; desk: Desk }) {
  const last = frames[0]?.held;
  if (!last) return null;
  const one = frames.length === 1;
  return (
    <Notice
      action={
        <span className="flex gap-x-4">
          <Link to={`/shoots/${last.shoot}`} className="text-velvet underline decoration-velvet/50 underline-offset-3">
            look for {one ? "it" : "them"}
          </Link>
          <TextButton
            onClick={() => {
              desk.marks.mark(frames, true);
            }}
          >
            bring {one ? "it" : "them"} in again
          </TextButton>
        </span>
      }
    >
      {one ? "One held frame has its copy not" : `${frames.length.toLocaleString("en")} held frames have their copies not`} where the ledger left{" "}
      {one ? "it" : "them"}: last proven {dateInFull(last.proven)} on {last.store}, as <span className="font-path text-path">{last.path}</span>
      {one ? "" : " and so on"}.
    </Notice>
  );
}

import { Link } from "react-router";
import { usePutBack } from "../api/copies";
import type { Problem } from "../api/plan";
import type { CardFrame } from "../api/types";
import { TextButton } from "../ledger/Field";
import { Notice } from "../ledger/Notice";
import { count, dateInFull } from "../words/format";
import type { Row } from "./rows";
import { otherWords } from "./saying";
import type { Desk } from "./useWishes";

/** What is to be known of a shoot of the desk, each line with what can be done about it. */
export function ShootNotices({ row, problems, desk }: { row: Row; problems: Problem[]; desk: Desk }) {
  const wish = desk.wishes.shoots[row.anchor] ?? {};
  const isLeftOut = wish.leftOut === true;
  const words = otherWords(desk.wishes, row.anchor, row.frames);
  const gone = row.frames.filter((frame) => frame.held && !frame.held.isThere && !desk.marks.isMarked(frame));
  const wholeElsewhere = row.frames.filter((frame) => frame.wholeOn !== null && desk.marks.isMarked(frame));
  const acts: Record<string, { word: string; do: () => void } | undefined> = {
    "a stray": {
      word: row.frames.length === 1 ? "leave it out" : "leave them out",
      do: () => {
        desk.say({ do: "say of a shoot", shoot: row.anchor, wish: { ...wish, leftOut: true }, what: "leaving a shoot out" });
      },
    },
    "a night over midnight": {
      word: "divide it at midnight",
      do: () => {
        const first = row.frames.find((frame) => frame.plannedAt.slice(0, 10) > row.date);
        if (first) desk.say({ do: "divide", edit: { do: "cut", frame: first.key }, what: "dividing at midnight" });
      },
    },
    "a shoot that is joined":
      row.shoot?.joins && wish.into === undefined
        ? {
            word: "make it a shoot of its own",
            do: () => {
              desk.say({ do: "keep apart", shoot: row.anchor });
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
      {words.length > 0 && !isLeftOut && <Called row={row} own={wish.description ?? ""} words={words} desk={desk} />}
      {gone.length > 0 && <Gone frames={gone} desk={desk} />}
    </>
  );
}

/** A shoot that was several, each with words of its own: it has one's, and the others can be had. */
function Called({ row, own, words, desk }: { row: Row; own: string; words: string[]; desk: Desk }) {
  const call = (as: string) => () => {
    desk.say({ do: "call", shoot: row.anchor, frames: row.frames, words: as });
  };
  const all = [own, ...words].filter(Boolean).join(", ");
  return (
    <Notice
      action={
        <span className="flex flex-wrap justify-end gap-x-4">
          {words.map((one) => (
            <TextButton key={one} onClick={call(one)}>
              call it “{one}”
            </TextButton>
          ))}
          {own && <TextButton onClick={call(all)}>“{all}”</TextButton>}
          {own && <TextButton onClick={call(own)}>leave it so</TextButton>}
        </span>
      }
    >
      {own ? `These were several shoots. Together they are called “${own}”.` : "These were several shoots with words of their own."}
    </Notice>
  );
}

/** Held frames of which no good copy is left where the ledger knows of one: they stay skipped until something else is said. */
function Gone({ frames, desk }: { frames: CardFrame[]; desk: Desk }) {
  const putBack = usePutBack(desk.card);
  const left = frames.filter((frame) => frame.held?.comesBack === false);
  const last = (left[0] ?? frames[0])?.held;
  if (!last) return null;
  const [it, is, its] = frames.length === 1 ? ["it", "One held frame has", "copy"] : ["them", `${count(frames.length, "held frame")} have`, "copies"];
  if (left.length === 0)
    return (
      <Notice>
        {is} no good {its} left: put back from this card now, into {frames.length === 1 ? "its old place" : "their old places"}.
      </Notice>
    );
  return (
    <Notice
      action={
        <span className="flex flex-wrap justify-end gap-x-4">
          <Link to={`/shoots/${last.shoot}`} className="text-velvet underline decoration-velvet/50 underline-offset-3">
            look for {it}
          </Link>
          <TextButton
            disabled={putBack.isPending}
            onClick={() => {
              putBack.mutate(left.map((frame) => frame.key));
            }}
          >
            put {it} back from this card
          </TextButton>
          <TextButton
            onClick={() => {
              desk.marks.mark(frames, true);
            }}
          >
            bring {it} in as new
          </TextButton>
        </span>
      }
    >
      {is} no good {its} left: last proven {dateInFull(last.proven)} on {last.store}, as <span className="as-path">{last.path}</span>
      {frames.length === 1 ? "" : " and so on"}.
      {putBack.error && <b className="block text-brass">{putBack.error.message}</b>}
      {putBack.isSuccess && <b className="block text-brass">Not all could be put back from here; the page of their shoot says why.</b>}
    </Notice>
  );
}

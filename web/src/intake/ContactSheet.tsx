import { type RefObject, useEffect, useMemo, useState } from "react";
import { askAgain } from "../api/pictures";
import type { CardFrame, Hints } from "../api/types";
import { type GridPicture, PictureGrid } from "../ledger/PictureGrid";
import { useKept } from "../ledger/useKept";
import { clock, size } from "../words/format";
import { FrameList } from "./FrameList";
import { LargerLook } from "./LargerLook";
import { SheetTools } from "./SheetTools";
import type { Span } from "../ledger/TimeScale";
import type { Picks } from "./usePicks";
import type { Marks } from "./useWishes";
import { FACTS, FIRST_VIEW, VIEW, isShown, pictureOf, type ShowName, SIZES, sorted, stamp } from "./view";

interface Props {
  name: string;
  frames: CardFrame[];
  /** The part of the time scale that is shown; null for all of it. */
  span: Span | null;
  onSpan: (span: Span | null) => void;
  picks: Picks;
  onCut: (frame: CardFrame) => void;
  hints: Hints | undefined;
  marks: Marks;
  present: boolean;
  scroller: RefObject<HTMLElement | null>;
}

/** The pictures of one shoot on the mat, to be looked at and marked; or the same as a list, or one of them larger. */
export function ContactSheet({ name, frames, span, onSpan, picks, onCut, hints, marks, present, scroller }: Props) {
  const [view, setView] = useKept("contact sheet", VIEW, FIRST_VIEW);
  const [show, setShow] = useState<ShowName>("all");
  const [look, setLook] = useState<string | null>(null);
  const [lastLook, setLastLook] = useState<string | null>(null);
  const width = SIZES[view.size] ?? 136;
  const edge = width > 170 ? 480 : 160;
  const shown = useMemo(
    () =>
      sorted(
        frames.filter(
          (frame) =>
            isShown(frame, show, marks.isMarked(frame), hints?.hints[frame.key]) && (!span || (frame.plannedAt >= span.from && frame.plannedAt <= span.to)),
        ),
        view.sort,
      ),
    [frames, show, span, view.sort, marks, hints],
  );
  const pictures = useMemo(() => {
    const captions = FACTS.filter((fact) => view.captions.includes(fact.value));
    return shown.map((frame): GridPicture => {
      const marked = marks.isMarked(frame);
      const words = stamp(frame, marked, hints?.hints[frame.key]);
      return {
        id: frame.key,
        label: [frame.name, clock(frame.plannedAt), frame.files.length > 1 ? `${frame.files.length} files` : null, size(frame.bytes), words, frame.caution]
          .filter(Boolean)
          .join(", "),
        source: pictureOf(frame, edge),
        captions: captions.map((fact) => fact.of(frame)),
        stamp: stamp(frame, marked, hints?.hints[frame.key], true),
        struck: !marked && !frame.unmarked,
        dimmed: !marked || !present,
        chosen: picks.on ? picks.picked.has(frame.key) : marked,
        ticked: picks.on && picks.picked.has(frame.key),
        absent: !present,
      };
    });
  }, [shown, view.captions, marks, picks, hints, edge, present]);
  useEffect(() => {
    if (present) askAgain();
  }, [present]);
  const toggle = (ids: string[], on: boolean) => {
    if (picks.on) {
      picks.pick(ids, on);
      return;
    }
    const set = new Set(ids);
    marks.mark(
      shown.filter((frame) => set.has(frame.key)),
      on,
    );
  };
  const looked = look === null ? undefined : shown.find((frame) => frame.key === look);
  return (
    <div className="ml-ruled border-b border-ink bg-mat pb-3 text-white">
      <SheetTools
        frames={frames}
        shown={shown}
        hints={hints}
        marks={marks}
        picks={picks}
        show={show}
        span={span}
        onSpan={onSpan}
        view={view}
        onShow={setShow}
        onView={setView}
      />
      {shown.length === 0 && (
        <p className="px-[14px] py-4">
          No frame of this shoot is {span ? "in that span of time and " : ""}
          {show.replace(/^(hint|body|kinds) /, "")}.
        </p>
      )}
      {looked && (
        <LargerLook
          frame={looked}
          position={shown.indexOf(looked)}
          of={shown.length}
          beside={besideOf(shown, looked)}
          marked={marks.isMarked(looked)}
          words={stamp(looked, marks.isMarked(looked), hints?.hints[looked.key])}
          onStep={(by) => {
            setLook(shown[Math.max(0, Math.min(shown.length - 1, shown.indexOf(looked) + by))]?.key ?? null);
          }}
          onMark={() => {
            marks.mark([looked], !marks.isMarked(looked));
          }}
          onClose={() => {
            setLastLook(look);
            setLook(null);
          }}
        />
      )}
      {!looked && shown.length > 0 && view.list && (
        <FrameList frames={shown} hints={hints} marks={marks} label={`Frames of ${name}`} scroller={scroller} onLook={setLook} />
      )}
      {!looked && shown.length > 0 && !view.list && (
        <PictureGrid
          label={`Frames of ${name}`}
          pictures={pictures}
          width={width}
          captionLines={Math.max(1, Math.ceil(view.captions.length / 2))}
          scroller={scroller}
          start={lastLook}
          onMark={toggle}
          onKey={(key, id) => {
            const frame = key === "c" ? frames.find((one) => one.key === id) : undefined;
            if (frame) onCut(frame);
            return frame !== undefined;
          }}
          onLook={(id, afterMark) => {
            if (afterMark && picks.on) picks.pick([id], !picks.picked.has(id));
            else if (afterMark) marks.takeBack();
            setLook(id);
          }}
        />
      )}
    </div>
  );
}

/** The next two frames and the one before. */
function besideOf(shown: CardFrame[], frame: CardFrame): CardFrame[] {
  const at = shown.indexOf(frame);
  return [shown[at + 1], shown[at - 1], shown[at + 2]].filter((one) => one !== undefined);
}

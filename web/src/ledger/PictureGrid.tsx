import { defaultRangeExtractor, useVirtualizer, type Virtualizer } from "@tanstack/react-virtual";
import { type KeyboardEvent, type PointerEvent, type RefObject, startTransition, useEffect, useLayoutEffect, useRef, useState } from "react";
import type { GridPicture } from "./PictureCell";
import { PictureRow } from "./PictureRow";
import { useTop } from "./useTop";
import { withRow } from "./withRow";

export type { GridPicture } from "./PictureCell";

interface Props {
  label: string;
  pictures: GridPicture[];
  /** Least width of one picture in CSS pixels; rows are filled, its height is two thirds of its width. */
  width: number;
  captionLines?: number;
  scroller: RefObject<HTMLElement | null>;
  /** The picture to come back to. */
  start?: string | null;
  /** Marks or unmarks pictures: by a press, a press with Shift for a range, a drag over an area, or Space. */
  onMark?: (ids: string[], on: boolean) => void;
  /** Asks for a larger look: by Enter, or by a second press on the same picture, the first of which marked it. */
  onLook?: (id: string, afterMark: boolean) => void;
  /** Puts the marked ones before a picture, or behind all (null), when one of them is dragged there. */
  onDrop?: (before: string | null) => void;
  /** Any other key, pressed on a picture; says whether it meant something. */
  onKey?: (key: string, id: string) => boolean;
}

/** An area being dragged over: the picture it began at, the one it has come to, and whether it marks or unmarks. */
interface Area {
  from: number;
  to: number;
  on: boolean;
}

/** Two presses within so many milliseconds are one double press. */
const DOUBLE = 400;
/** Pixels a millisecond from which nobody sees single pictures. */
const FLYING = 3;
/** Milliseconds without a move after which it has stopped. */
const STOPPED = 60;
const GAP = 8;
const CAPTION = 17;
const SIDE = 14;

/** Pictures on the mat, row by row; only the rows in view exist, so that thousands scroll as one does. */
export function PictureGrid({ label, pictures, width: least, captionLines = 1, scroller, start, onMark, onLook, onDrop, onKey }: Props) {
  const [box, top, room] = useTop<HTMLDivElement>(scroller);
  const [focus, setFocus] = useState(() =>
    Math.max(
      0,
      pictures.findIndex((picture) => picture.id === start),
    ),
  );
  const [focused, setFocused] = useState(false);
  const [area, drawArea] = useState<Area | null>(null);
  // The pointer may be let go before the last step of its way has been drawn: what it has come to is kept beside what is drawn.
  const drag = useRef<Area | null>(null);
  const setArea = (next: Area | null) => {
    drag.current = next;
    drawArea(next);
  };
  // Marked ones that are dragged: the place before which they would go.
  const moving = useRef(false);
  const [dropAt, setDropAt] = useState<number | null>(null);
  const anchor = useRef<number | null>(null);
  const pressedBefore = useRef({ id: "", at: 0 });
  const columns = Math.max(1, Math.floor((room - 2 * SIDE + GAP) / (least + GAP)));
  const width = Math.floor((room - 2 * SIDE + GAP) / columns) - GAP;
  const height = Math.round((width * 2) / 3) + captionLines * CAPTION + GAP;
  const rows = Math.ceil(pictures.length / columns);
  // How fast it goes by, from one change to the next.
  const [flies, setFlies] = useState(false);
  const pace = useRef({ at: 0, offset: 0 });
  const changed = (instance: Virtualizer<HTMLElement, Element>) => {
    const [now, offset] = [performance.now(), instance.scrollOffset ?? 0];
    const { at, offset: before } = pace.current;
    pace.current = { at: now, offset };
    const next = instance.isScrolling && Math.abs(offset - before) / Math.max(1, now - at) > FLYING;
    if (next) setFlies(true);
    else
      startTransition(() => {
        setFlies(false);
      }); // the rows that were strips are made bit by bit
  };
  const virtual = useVirtualizer({
    count: rows,
    getScrollElement: () => scroller.current,
    estimateSize: () => height,
    overscan: 2,
    isScrollingResetDelay: STOPPED,
    scrollMargin: top,
    useFlushSync: false,
    onChange: changed,
    // The one that the keys are on is always there: it is named to whoever listens, wherever the page was scrolled to.
    rangeExtractor: (range) => withRow(defaultRangeExtractor(range), Math.floor(focus / columns), rows),
  });
  useLayoutEffect(() => {
    virtual.measure();
  }, [virtual, height, columns]);
  useEffect(() => {
    if (start) box.current?.focus({ preventScroll: true });
  }, [start, box]);

  const move = (to: number) => {
    const next = Math.max(0, Math.min(pictures.length - 1, to));
    setFocus(next);
    virtual.scrollToIndex(Math.floor(next / columns), { align: "auto" });
  };
  const ids = (chosen: GridPicture[]) => chosen.map((picture) => picture.id);
  const markOne = (index: number, range: boolean) => {
    const picture = pictures[index];
    if (!picture || !onMark) return;
    const from = range && anchor.current !== null ? anchor.current : index;
    const on = range && anchor.current !== null ? (pictures[from]?.chosen ?? true) : !picture.chosen;
    onMark(ids(pictures.slice(Math.min(from, index), Math.max(from, index) + 1)), on);
    anchor.current = index;
  };
  const pressed = (event: KeyboardEvent) => {
    const steps: Record<string, number> = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: columns, ArrowUp: -columns, Home: -pictures.length, End: pictures.length };
    const step = steps[event.key];
    const current = pictures[focus];
    if (step !== undefined) move(focus + step);
    else if (event.key === " " && onMark) markOne(focus, event.shiftKey);
    else if (event.key === "Enter" && current && onLook) onLook(current.id, false);
    else if (!(current && !event.ctrlKey && !event.metaKey && onKey?.(event.key, current.id))) return;
    event.preventDefault();
  };

  const isIn = (over: Area | null, index: number): boolean => {
    if (!over || over.from === over.to) return false;
    const [c, r] = [index % columns, Math.floor(index / columns)];
    const [c1, r1, c2, r2] = [over.from % columns, Math.floor(over.from / columns), over.to % columns, Math.floor(over.to / columns)];
    return c >= Math.min(c1, c2) && c <= Math.max(c1, c2) && r >= Math.min(r1, r2) && r <= Math.max(r1, r2);
  };
  const under = (event: PointerEvent): number | null => {
    const cell = document.elementFromPoint(event.clientX, event.clientY)?.closest<HTMLElement>("[data-index]");
    return cell && box.current?.contains(cell) ? Number(cell.dataset.index) : null;
  };
  const down = (event: PointerEvent) => {
    const index = under(event);
    if (event.button !== 0 || index === null) return;
    setFocus(index);
    moving.current = onDrop !== undefined && !event.shiftKey && (pictures[index]?.chosen ?? false);
    if (onMark && !event.shiftKey) setArea({ from: index, to: index, on: !(pictures[index]?.chosen ?? false) });
  };
  const dragged = (event: PointerEvent) => {
    const [over, index] = [drag.current, drag.current ? under(event) : null];
    if (over && index !== null && moving.current && (index !== over.from || dropAt !== null)) {
      box.current?.setPointerCapture(event.pointerId);
      const cell = document.getElementById(`picture-${pictures[index]?.id ?? ""}`)?.getBoundingClientRect();
      setDropAt(cell && event.clientX > cell.left + cell.width / 2 ? index + 1 : index);
      return;
    }
    if (!over || index === null || index === over.to || moving.current) return;
    box.current?.setPointerCapture(event.pointerId); // wherever it is let go, what it has come to counts
    setArea({ ...over, to: index });
  };
  const up = (event: PointerEvent) => {
    dragged(event);
    const over = drag.current;
    if (!over) {
      if (event.shiftKey && event.button === 0) markOne(focus, true);
      return;
    }
    if (dropAt !== null) {
      onDrop?.(pictures[dropAt]?.id ?? null);
      setDropAt(null);
      setArea(null);
      return;
    }
    const id = over.from === over.to ? (pictures[over.from]?.id ?? "") : "";
    const isSecond = id !== "" && id === pressedBefore.current.id && event.timeStamp - pressedBefore.current.at < DOUBLE;
    pressedBefore.current = { id: isSecond ? "" : id, at: event.timeStamp };
    if (isSecond && onLook) onLook(id, true);
    else if (over.from === over.to) markOne(over.from, false);
    else onMark?.(ids(pictures.filter((_, index) => isIn(over, index))), over.on);
    setArea(null);
  };

  return (
    <div
      ref={box}
      role="listbox"
      aria-label={label}
      aria-multiselectable={onMark !== undefined}
      aria-activedescendant={pictures[focus] ? `picture-${pictures[focus].id}` : undefined}
      tabIndex={0}
      onKeyDown={pressed}
      onPointerDown={down}
      onPointerMove={dragged}
      onPointerUp={up}
      onPointerLeave={() => {
        setArea(null);
        setDropAt(null);
      }}
      onDoubleClick={() => {
        const current = pictures[focus];
        if (current && onLook && !onMark) onLook(current.id, false);
      }}
      onFocus={() => {
        setFocused(true);
      }}
      onBlur={() => {
        setFocused(false);
      }}
      className="relative touch-pan-y outline-none select-none"
      style={{ height: rows * height }}
    >
      {virtual.getVirtualItems().map((row) => (
        <PictureRow
          key={row.key}
          pictures={pictures}
          from={row.index * columns}
          columns={columns}
          width={width}
          top={row.start - top}
          left={SIDE}
          gap={GAP}
          active={focused && Math.floor(focus / columns) === row.index ? focus : -1}
          area={areaIn(area, row.index, columns)}
          markable={onMark !== undefined}
          flies={flies}
        />
      ))}
      {dropAt !== null && (
        <span
          aria-hidden="true"
          className="absolute w-[3px] bg-white"
          style={{
            top: Math.floor(Math.min(dropAt, pictures.length - 1) / columns) * height,
            height: Math.round((width * 2) / 3),
            left: SIDE - GAP / 2 - 1 + (dropAt === pictures.length ? ((dropAt - 1) % columns) + 1 : dropAt % columns) * (width + GAP),
          }}
        />
      )}
    </div>
  );
}

/** The columns of one row that lie in an area. */
function areaIn(area: Area | null, row: number, columns: number): readonly [number, number] | null {
  if (!area || area.from === area.to) return null;
  const [c1, r1, c2, r2] = [area.from % columns, Math.floor(area.from / columns), area.to % columns, Math.floor(area.to / columns)];
  return row >= Math.min(r1, r2) && row <= Math.max(r1, r2) ? [Math.min(c1, c2), Math.max(c1, c2)] : null;
}

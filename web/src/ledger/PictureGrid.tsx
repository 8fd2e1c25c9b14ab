import { useVirtualizer } from "@tanstack/react-virtual";
import { type KeyboardEvent, type ReactNode, type RefObject, useLayoutEffect, useRef, useState } from "react";

export interface GridPicture {
  id: string;
  /** Read out for the picture: its name, time and marks. */
  label: string;
  source: string | null;
  caption: ReactNode;
  stamp?: string | null;
  struck?: boolean;
  dimmed?: boolean;
  /** Its file is out of reach for now; the picture is asked for again when it is back. */
  absent?: boolean;
}

interface Props {
  label: string;
  pictures: GridPicture[];
  /** Least width of one picture in CSS pixels; rows are filled, its height is two thirds of its width. */
  width: number;
  scroller: RefObject<HTMLElement | null>;
  /** Whether pictures can be marked; then a press, Space or Enter marks the one in focus. */
  onToggle?: (id: string) => void;
}

const GAP = 8;
const CAPTION = 20;
const SIDE = 14;

/** Pictures on the mat, row by row; only the rows in view exist, so that thousands scroll as one does. */
export function PictureGrid({ label, pictures, width: least, scroller, onToggle }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [place, setPlace] = useState({ width: 0, top: 0 });
  const [focus, setFocus] = useState(0);
  const [focused, setFocused] = useState(false);
  const columns = Math.max(1, Math.floor((place.width - 2 * SIDE + GAP) / (least + GAP)));
  const width = Math.floor((place.width - 2 * SIDE + GAP) / columns) - GAP;
  const height = Math.round((width * 2) / 3) + CAPTION + GAP;
  const rows = Math.ceil(pictures.length / columns);

  useLayoutEffect(() => {
    const measure = () => {
      const element = box.current;
      const page = scroller.current;
      if (element && page) {
        const next = { width: element.clientWidth, top: Math.round(element.getBoundingClientRect().top - page.getBoundingClientRect().top + page.scrollTop) };
        setPlace((now) => (now.width === next.width && now.top === next.top ? now : next));
      }
    };
    measure();
    const watch = new ResizeObserver(measure);
    if (box.current) watch.observe(box.current);
    if (scroller.current?.firstElementChild) watch.observe(scroller.current.firstElementChild);
    return () => {
      watch.disconnect();
    };
  }, [scroller, pictures.length, least]);

  const virtual = useVirtualizer({ count: rows, getScrollElement: () => scroller.current, estimateSize: () => height, overscan: 3, scrollMargin: place.top });
  useLayoutEffect(() => {
    virtual.measure();
  }, [virtual, height, columns]);

  const move = (to: number) => {
    const next = Math.max(0, Math.min(pictures.length - 1, to));
    setFocus(next);
    virtual.scrollToIndex(Math.floor(next / columns), { align: "auto" });
  };
  const pressed = (event: KeyboardEvent) => {
    const steps: Record<string, number> = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: columns, ArrowUp: -columns, Home: -pictures.length, End: pictures.length };
    const step = steps[event.key];
    const current = pictures[focus];
    if (step !== undefined) {
      move(focus + step);
    } else if ((event.key === " " || event.key === "Enter") && current && onToggle) {
      onToggle(current.id);
    } else {
      return;
    }
    event.preventDefault();
  };

  return (
    <div
      ref={box}
      role="listbox"
      aria-label={label}
      aria-multiselectable={onToggle !== undefined}
      aria-activedescendant={pictures[focus] ? `picture-${pictures[focus].id}` : undefined}
      tabIndex={0}
      onKeyDown={pressed}
      onFocus={() => {
        setFocused(true);
      }}
      onBlur={() => {
        setFocused(false);
      }}
      className="relative outline-none"
      style={{ height: rows * height }}
    >
      {virtual.getVirtualItems().map((row) => (
        <div key={row.key} className="absolute flex" style={{ top: row.start - place.top, left: SIDE, gap: GAP }}>
          {pictures.slice(row.index * columns, (row.index + 1) * columns).map((picture, i) => {
            const index = row.index * columns + i;
            return (
              <Cell
                key={picture.id}
                picture={picture}
                width={width}
                active={focused && index === focus}
                markable={onToggle !== undefined}
                onPress={() => {
                  setFocus(index);
                  onToggle?.(picture.id);
                }}
              />
            );
          })}
        </div>
      ))}
    </div>
  );
}

function Cell({ picture, width, active, markable, onPress }: { picture: GridPicture; width: number; active: boolean; markable: boolean; onPress: () => void }) {
  const [failed, setFailed] = useState<string | null>(null);
  const height = Math.round((width * 2) / 3);
  const attempt = `${picture.source ?? ""} ${picture.absent ? "absent" : "present"}`;
  return (
    <figure
      id={`picture-${picture.id}`}
      role="option"
      aria-selected={!picture.struck}
      aria-label={picture.label}
      onClick={onPress}
      style={{ width }}
      className={`select-none ${markable ? "cursor-pointer" : ""}`}
    >
      <div className={`relative overflow-hidden bg-mat-deep ${active ? "outline-[3px] outline-offset-1 outline-white" : ""}`} style={{ height }}>
        {picture.source && failed !== attempt ? (
          <img
            src={picture.source}
            alt=""
            loading="lazy"
            decoding="async"
            draggable={false}
            onError={() => {
              setFailed(attempt);
            }}
            className={`h-full w-full object-contain ${picture.dimmed ? "opacity-35" : ""}`}
          />
        ) : (
          <span className="flex h-full items-center justify-center px-2 text-center text-label text-white">{picture.absent ? "out of reach" : "no picture inside"}</span>
        )}
        {picture.struck && (
          <svg className="absolute inset-0 h-full w-full" viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden="true">
            <path d="M0 100 100 0" stroke="white" strokeWidth="1.5" vectorEffect="non-scaling-stroke" />
          </svg>
        )}
        {picture.stamp && <span className="absolute top-0 left-0 bg-paper px-[6px] text-[10.5px] leading-[16px] font-semibold text-ink">{picture.stamp}</span>}
      </div>
      <figcaption className={`flex justify-between overflow-hidden text-[11.5px] leading-[20px] whitespace-nowrap text-white ${picture.struck ? "line-through decoration-white/70" : ""}`}>{picture.caption}</figcaption>
    </figure>
  );
}

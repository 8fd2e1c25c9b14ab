import { defaultRangeExtractor, useVirtualizer } from "@tanstack/react-virtual";
import { type KeyboardEvent, type RefObject, useMemo, useState } from "react";
import * as v from "valibot";
import type { Schema } from "../api/checks";
import type { CardFrame, Hints } from "../api/types";
import { useKept } from "../ledger/useKept";
import { withRow } from "../ledger/withRow";
import { useTop } from "../ledger/useTop";
import { clock, exposure, size } from "../words/format";
import type { Marks } from "./useWishes";
import { kinds, stamp } from "./view";

interface Column {
  name: string;
  of: (frame: CardFrame) => string | number;
  print?: (frame: CardFrame) => string;
  right?: boolean;
  path?: boolean;
}

const COLUMNS: Column[] = [
  { name: "name", of: (frame) => frame.name, path: true },
  { name: "files", of: kinds },
  { name: "taken", of: (frame) => `${frame.plannedAt}.${frame.facts?.subsecond ?? ""}`, print: (frame) => clock(frame.plannedAt) },
  { name: "body", of: (frame) => frame.facts?.body ?? "" },
  { name: "lens", of: (frame) => frame.facts?.lens ?? "" },
  {
    name: "exposure",
    of: (frame) => frame.facts?.exposureSeconds ?? 0,
    print: (frame) => (frame.facts?.exposureSeconds ? exposure(frame.facts.exposureSeconds) : ""),
    right: true,
  },
  { name: "f", of: (frame) => frame.facts?.fNumber ?? 0, print: (frame) => (frame.facts?.fNumber ? String(frame.facts.fNumber) : ""), right: true },
  { name: "ISO", of: (frame) => frame.facts?.iso ?? 0, print: (frame) => (frame.facts?.iso ? String(frame.facts.iso) : ""), right: true },
  {
    name: "mm",
    of: (frame) => frame.facts?.focalLengthMm ?? 0,
    print: (frame) => (frame.facts?.focalLengthMm ? String(Math.round(frame.facts.focalLengthMm)) : ""),
    right: true,
  },
  { name: "size", of: (frame) => frame.bytes, print: (frame) => size(frame.bytes), right: true },
];
const GRID = "grid min-w-[1040px] grid-cols-[26px_128px_86px_64px_84px_minmax(90px,1fr)_68px_34px_52px_36px_70px_minmax(110px,1fr)] gap-x-3 px-[14px]";
const ROW = 26;
const NO_ORDER = { column: "", down: false };
const ORDER: Schema<typeof NO_ORDER> = v.object({ column: v.string(), down: v.boolean() });

interface Props {
  frames: CardFrame[];
  hints: Hints | undefined;
  marks: Marks;
  label: string;
  scroller: RefObject<HTMLElement | null>;
  onLook: (key: string) => void;
}

/** The frames of one date as lines, in the order of any column. */
export function FrameList({ frames, hints, marks, label, scroller, onLook }: Props) {
  const [order, setOrder] = useKept("frame list", ORDER, NO_ORDER);
  // The line and column that the keys are on: line -1 is the head.
  const [at, setAt] = useState({ line: 0, column: 0 });
  const [focused, setFocused] = useState(false);
  const [box, top] = useTop<HTMLDivElement>(scroller);
  const rows = useMemo(() => {
    const column = COLUMNS.find((one) => one.name === order.column);
    if (!column) return frames;
    const direction = order.down ? -1 : 1;
    return [...frames].sort((a, b) => {
      const [x, y] = [column.of(a), column.of(b)];
      return direction * (typeof x === "number" && typeof y === "number" ? x - y : String(x).localeCompare(String(y), "en", { numeric: true }));
    });
  }, [frames, order]);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 12,
    scrollMargin: top,
    rangeExtractor: (range) => withRow(defaultRangeExtractor(range), at.line, rows.length), // the line that the keys are on is always there
  });
  const sortBy = (column: Column) => {
    const here = order.column === column.name;
    setOrder(here && order.down ? NO_ORDER : { column: column.name, down: here });
  };
  const pressed = (event: KeyboardEvent) => {
    const lines: Record<string, number> = { ArrowDown: 1, ArrowUp: -1, PageDown: 20, PageUp: -20, Home: -rows.length, End: rows.length };
    const columns: Record<string, number> = { ArrowRight: 1, ArrowLeft: -1 };
    const frame = rows[at.line];
    if (lines[event.key] !== undefined) {
      // Only a single step leads up to the head.
      const line = Math.max(event.key === "ArrowUp" ? -1 : 0, Math.min(rows.length - 1, at.line + (lines[event.key] ?? 0)));
      setAt({ ...at, line });
      if (line >= 0) virtual.scrollToIndex(line, { align: "auto" });
    } else if (columns[event.key] !== undefined) setAt({ ...at, column: Math.max(0, Math.min(COLUMNS.length - 1, at.column + (columns[event.key] ?? 0))) });
    else if (at.line < 0 && (event.key === "Enter" || event.key === " ")) COLUMNS.slice(at.column, at.column + 1).forEach(sortBy);
    else if (event.key === " " && frame) marks.mark([frame], !marks.isMarked(frame));
    else if (event.key === "Enter" && frame) onLook(frame.key);
    else return;
    event.preventDefault();
  };
  return (
    <div
      role="grid"
      tabIndex={0}
      aria-label={label}
      aria-rowcount={rows.length + 1}
      aria-activedescendant={at.line < 0 ? `column-${at.column}` : rows[at.line] ? `line-${rows[at.line]?.key ?? ""}` : undefined}
      onKeyDown={pressed}
      onFocus={() => {
        setFocused(true);
      }}
      onBlur={() => {
        setFocused(false);
      }}
      className="overflow-x-auto overflow-y-hidden outline-none"
    >
      <div role="row" className={`${GRID} border-b border-white/70 py-1 text-label`}>
        <span role="columnheader" className="sr-only">
          marked
        </span>
        <span aria-hidden="true" />
        {COLUMNS.map((column, i) => {
          const here = order.column === column.name;
          return (
            <span
              key={column.name}
              role="columnheader"
              aria-sort={here ? (order.down ? "descending" : "ascending") : "none"}
              id={`column-${i}`}
              className={`${column.right ? "text-right" : ""} ${focused && at.line < 0 && at.column === i ? "outline-2 outline-offset-2 outline-white" : ""}`}
            >
              <button
                type="button"
                tabIndex={-1}
                className={here ? "font-semibold underline underline-offset-3" : "hover:underline"}
                onClick={() => {
                  sortBy(column);
                }}
              >
                {column.name}
                {here ? (order.down ? " ↓" : " ↑") : ""}
              </button>
            </span>
          );
        })}
        <span role="columnheader">state</span>
      </div>
      <div ref={box} className="relative" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map((item) => {
          const frame = rows[item.index];
          if (!frame) return null;
          const marked = marks.isMarked(frame);
          return (
            <div
              key={frame.key}
              role="row"
              id={`line-${frame.key}`}
              aria-rowindex={item.index + 2}
              aria-selected={marked}
              onPointerDown={() => {
                setAt({ ...at, line: item.index });
              }}
              className={`${GRID} ${focused && at.line === item.index ? "outline-2 -outline-offset-2 outline-white" : ""} absolute right-0 left-0 items-center border-b border-white/25 ${marked ? "" : frame.unmarked ? "text-white" : "line-through decoration-white/60"}`}
              style={{ top: item.start - top, height: ROW }}
            >
              <span role="gridcell">
                <input
                  type="checkbox"
                  tabIndex={-1}
                  checked={marked}
                  aria-label={`bring in ${frame.name}`}
                  onChange={() => {
                    marks.mark([frame], !marked);
                  }}
                  className="accent-velvet focus-visible:outline-white"
                />
              </span>
              {COLUMNS.map((column) => (
                <span key={column.name} role="gridcell" className={`truncate ${column.right ? "text-right" : ""} ${column.path ? "as-path" : ""}`}>
                  {column.name === "name" ? (
                    <button
                      type="button"
                      tabIndex={-1}
                      className="underline decoration-white/40 underline-offset-3 focus-visible:outline-white"
                      onClick={() => {
                        onLook(frame.key);
                      }}
                    >
                      {frame.name}
                    </button>
                  ) : (
                    (column.print?.(frame) ?? column.of(frame))
                  )}
                </span>
              ))}
              <span role="gridcell" className="truncate no-underline">
                {stamp(frame, marked, hints?.hints[frame.key])}
              </span>
            </div>
          );
        })}
      </div>
    </div>
  );
}

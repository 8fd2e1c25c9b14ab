import { useQueryClient } from "@tanstack/react-query";
import { useVirtualizer } from "@tanstack/react-virtual";
import { type KeyboardEvent, memo, type MouseEvent, type RefObject, useLayoutEffect, useMemo, useRef, useState } from "react";
import { foundFrames } from "../api/find";
import type { ShootFrame } from "../api/types";
import type { FoundSection } from "../api/views";
import { useTop } from "../ledger/useTop";
import { FoundRow } from "./FoundRow";
import { SectionLine } from "./SectionLine";
import type { Fact } from "./listed";
import { below, rowAt, rowOf, rowsOf } from "./rows";

interface Props {
  query: string;
  by: string;
  sections: FoundSection[];
  /** The facts that stand in a list; null for pictures. */
  facts: readonly Fact[] | null;
  picked: ReadonlySet<number>;
  scroller: RefObject<HTMLElement | null>;
  onPick: (frames: ShootFrame[], on: boolean) => void;
  /** A larger look at a frame, and at those that are known around it. */
  onLook: (frames: ShootFrame[], frame: ShootFrame) => void;
}

const WIDTH = 184;
const GAP = 8;
const SIDE = 14;
const CAPTION = 17;
const LINE = 40;
const LISTED = 32;
/** Frames that the server gives at once; see FindPage. */
const AT_ONCE = 120;

/** Found frames on the mat, as pictures or as a list, below a line for each section; only what is in view is asked for, and kept. */
export const FoundGrid = memo(function FoundGrid({ query, by, sections, facts, picked, scroller, onPick, onLook }: Props) {
  const queries = useQueryClient();
  const [box, top, room] = useTop<HTMLDivElement>(scroller);
  const columns = facts ? 1 : Math.max(1, Math.floor((room - 2 * SIDE + GAP) / (WIDTH + GAP)));
  const width = Math.floor((room - 2 * SIDE + GAP) / columns) - GAP;
  const height = facts ? LISTED : Math.round((width * 2) / 3) + 2 * CAPTION + GAP;
  const lump = Math.max(1, Math.floor(AT_ONCE / columns)) * columns;
  const rows = useMemo(() => rowsOf(sections, columns), [sections, columns]);
  const [at, setAt] = useState(0);
  const [focused, setFocused] = useState(false);
  const anchor = useRef<number | null>(null);
  const focus = Math.min(at, Math.max(0, rows.pictures - 1));
  const virtual = useVirtualizer({
    count: rows.count,
    getScrollElement: () => scroller.current,
    estimateSize: (index) => (rowAt(rows, index)?.from === null ? LINE : height),
    overscan: 2,
    scrollMargin: top,
    useFlushSync: false,
  });
  useLayoutEffect(() => {
    virtual.measure();
  }, [virtual, height, rows]);

  /** The frames from one to another, by their numbers among all: asked for where they are not known. */
  const frames = async (from: number, to: number): Promise<{ frame: ShootFrame; among: ShootFrame[] }[]> => {
    const found = [];
    for (let index = from; index <= to;) {
      const row = rowAt(rows, rowOf(rows, index));
      if (!row || row.from === null) break;
      const inSection = row.from + index - row.before;
      const start = Math.floor(inSection / lump) * lump;
      const some = await queries.ensureQueryData(foundFrames(query, by, row.section.value, start));
      const frame = some[inSection - start];
      if (frame) found.push({ frame, among: some });
      index += 1;
    }
    return found;
  };
  const pick = async (index: number, range: boolean) => {
    const from = range && anchor.current !== null ? anchor.current : index;
    anchor.current = index;
    const some = await frames(Math.min(from, index), Math.max(from, index));
    const last = some[index < from ? 0 : some.length - 1];
    if (last)
      onPick(
        some.map((one) => one.frame),
        range || !picked.has(last.frame.id),
      );
  };
  const look = async (index: number) => {
    const one = (await frames(index, index))[0];
    if (one) onLook(one.among, one.frame);
  };
  const move = (to: number) => {
    const next = Math.max(0, Math.min(rows.pictures - 1, to));
    setAt(next);
    virtual.scrollToIndex(rowOf(rows, next), { align: "auto" });
  };
  const pressed = (event: KeyboardEvent) => {
    const to: Record<string, number> = {
      ArrowRight: focus + 1,
      ArrowLeft: focus - 1,
      ArrowDown: below(rows, focus, 1),
      ArrowUp: below(rows, focus, -1),
      Home: 0,
      End: rows.pictures - 1,
    };
    const next = to[event.key];
    if (next !== undefined) move(next);
    else if (event.key === " ") void pick(focus, event.shiftKey);
    else if (event.key === "Enter") void look(focus);
    else return;
    event.preventDefault();
  };
  const under = (event: MouseEvent): number | null => {
    const cell = event.target instanceof HTMLElement ? event.target.closest<HTMLElement>("[data-index]") : null;
    return cell ? Number(cell.dataset.index) : null;
  };
  const rowsInView = virtual.getVirtualItems().flatMap((item) => {
    const row = rowAt(rows, item.index);
    return row ? [{ item, row }] : [];
  });
  return (
    <div ref={box} className="relative" style={{ height: virtual.getTotalSize() }}>
      <div
        role="listbox"
        aria-label="Found frames"
        aria-multiselectable
        aria-activedescendant={focused ? `found-${focus}` : undefined}
        tabIndex={0}
        onKeyDown={pressed}
        onClick={(event) => {
          const index = under(event);
          if (index === null) return;
          setAt(index);
          void pick(index, event.shiftKey);
        }}
        onDoubleClick={(event) => {
          const index = under(event);
          if (index !== null) void look(index);
        }}
        onFocus={() => {
          setFocused(true);
        }}
        onBlur={() => {
          setFocused(false);
        }}
        className="absolute inset-0 outline-none select-none"
      >
        {rowsInView.map(
          ({ item, row }) =>
            row.from !== null && (
              <FoundRow
                key={item.key}
                query={query}
                by={by}
                section={row.section}
                facts={facts}
                from={row.from}
                lump={lump}
                columns={columns}
                before={row.before}
                of={rows.pictures}
                active={focused ? focus : -1}
                picked={picked}
                place={{ top: item.start - top, left: SIDE, width, gap: GAP }}
              />
            ),
        )}
      </div>
      {rowsInView.map(
        ({ item, row }) => row.from === null && <SectionLine key={item.key} section={row.section} top={item.start - top} height={LINE} side={SIDE} />,
      )}
    </div>
  );
});

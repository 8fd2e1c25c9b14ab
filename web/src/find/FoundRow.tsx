import { useQuery } from "@tanstack/react-query";
import { memo } from "react";
import { foundFrames } from "../api/find";
import type { FoundSection } from "../api/views";
import { PictureCell } from "../ledger/PictureCell";
import { shown } from "../shoots/shown";
import { FoundLine } from "./FoundLine";
import type { Fact } from "./listed";

interface Props {
  query: string;
  by: string;
  section: FoundSection;
  /** The first of the section's found frames that stands in this row. */
  from: number;
  /** Frames that are asked for at once. */
  lump: number;
  columns: number;
  /** Found frames that stand before this row, and how many there are. */
  before: number;
  of: number;
  /** The frame that the keys are on, by its number among all; -1 for none. */
  active: number;
  picked: ReadonlySet<number>;
  /** The facts that stand in a list; null for pictures. */
  facts: readonly Fact[] | null;
  place: { top: number; left: number; width: number; gap: number };
}

/** A row of found frames; what is not there yet is a strip of the mat. */
export const FoundRow = memo(function FoundRow({ query, by, section, from, lump, columns, before, of, active, picked, facts, place }: Props) {
  const start = Math.floor(from / lump) * lump;
  const among = useQuery(foundFrames(query, by, section.value, start)).data;
  const frames = among?.slice(from - start, from - start + columns);
  const { top, left, width, gap } = place;
  if (!frames || !among) {
    const many = Math.min(columns, section.found - from);
    return (
      <div className="absolute bg-mat-deep" style={{ top, left, height: facts ? 2 * gap : Math.round((width * 2) / 3), width: many * (width + gap) - gap }} />
    );
  }
  return (
    <div className="absolute flex" style={{ top, left, gap }}>
      {frames.map((frame, i) =>
        facts ? (
          <FoundLine
            key={frame.id}
            frame={frame}
            among={among}
            facts={facts}
            index={before + i}
            of={of}
            width={width}
            active={before + i === active}
            picked={picked.has(frame.id)}
          />
        ) : (
          <PictureCell
            key={frame.id}
            picture={shown(frame, picked.has(frame.id))}
            id={`found-${before + i}`}
            index={before + i}
            of={of}
            width={width}
            active={before + i === active}
            inArea={false}
            markable
          />
        ),
      )}
    </div>
  );
});

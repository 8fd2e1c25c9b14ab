import { useQuery } from "@tanstack/react-query";
import { memo } from "react";
import { foundFrames } from "../api/find";
import type { FoundShoot } from "../api/views";
import { PictureCell } from "../ledger/PictureCell";
import { shown } from "../shoots/shown";

interface Props {
  query: string;
  shoot: FoundShoot;
  /** The first of the shoot's found frames that stands in this row. */
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
  place: { top: number; left: number; width: number; gap: number };
}

/** A row of found frames; what is not there yet is a strip of the mat. */
export const FoundRow = memo(function FoundRow({ query, shoot, from, lump, columns, before, of, active, picked, place }: Props) {
  const start = Math.floor(from / lump) * lump;
  const frames = useQuery(foundFrames(query, shoot.id, start)).data?.slice(from - start, from - start + columns);
  const { top, left, width, gap } = place;
  if (!frames) {
    const many = Math.min(columns, shoot.found - from);
    return <div className="absolute bg-mat-deep" style={{ top, left, height: Math.round((width * 2) / 3), width: many * (width + gap) - gap }} />;
  }
  return (
    <div className="absolute flex" style={{ top, left, gap }}>
      {frames.map((frame, i) => (
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
      ))}
    </div>
  );
});

import { memo, useState } from "react";
import { type GridPicture, PictureCell } from "./PictureCell";

interface Props {
  pictures: GridPicture[];
  /** Of them, the first in the row, and how many stand in one. */
  from: number;
  columns: number;
  width: number;
  top: number;
  left: number;
  gap: number;
  /** The picture in this row that the keys are on; -1 for none. */
  active: number;
  /** The area being dragged over, as far as this row goes: first and last column, or null. */
  area: readonly [number, number] | null;
  markable: boolean;
  /** Whether the page flies by: a row that comes in then is a strip, and its pictures are made when it has slowed. */
  flies: boolean;
}

/** A row of pictures on the mat. */
export const PictureRow = memo(function PictureRow({ pictures, from, columns, width, top, left, gap, active, area, markable, flies }: Props) {
  const [made, setMade] = useState(!flies);
  if (!made && !flies) setMade(true);
  const height = Math.round((width * 2) / 3);
  const some = pictures.slice(from, from + columns);
  if (!made) return <div className="absolute bg-mat-deep" style={{ top, left, height, width: some.length * (width + gap) - gap }} />;
  return (
    <div className="absolute flex" style={{ top, left, gap }}>
      {some.map((picture, i) => (
        <PictureCell
          key={picture.id}
          picture={picture}
          index={from + i}
          of={pictures.length}
          width={width}
          active={from + i === active}
          inArea={area !== null && i >= area[0] && i <= area[1]}
          markable={markable}
        />
      ))}
    </div>
  );
});

import { memo, useRef } from "react";
import { usePicture } from "./usePicture";

export interface GridPicture {
  id: string;
  /** Read out for the picture: its name, time and marks. */
  label: string;
  source: string | null;
  /** What stands under it, two to a line. */
  captions: string[];
  stamp?: string | null;
  struck?: boolean;
  dimmed?: boolean;
  chosen?: boolean;
  /** Picked for something to be done with it: a tick in its corner. */
  ticked?: boolean;
  /** Its file is out of reach for now; the picture is asked for again when it is back. */
  absent?: boolean;
}

interface Props {
  picture: GridPicture;
  /** Of the element, where it is not the picture's own. */
  id?: string;
  index: number;
  /** Of how many. */
  of: number;
  width: number;
  active: boolean;
  inArea: boolean;
  markable: boolean;
}

/** One picture on the mat: struck through where it is left out, with its stamp and what stands under it. */
export const PictureCell = memo(function PictureCell({ picture, id, index, of, width, active, inArea, markable }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const found = usePicture(picture.source, box);
  const lines = [];
  for (let i = 0; i < picture.captions.length; i += 2) lines.push(picture.captions.slice(i, i + 2));
  return (
    <figure
      id={id ?? `picture-${picture.id}`}
      data-index={index}
      role="option"
      aria-selected={picture.chosen ?? false}
      aria-label={picture.label}
      aria-posinset={index + 1}
      aria-setsize={of}
      style={{ width }}
      className={markable ? "cursor-pointer" : ""}
    >
      <div
        ref={box}
        className={`relative overflow-hidden bg-mat-deep ${picture.ticked && !active ? "outline-2 outline-offset-1 outline-white" : ""} ${active ? "outline-[3px] outline-offset-1 outline-white" : inArea ? "outline-2 outline-offset-1 outline-white/80 outline-dashed" : ""}`}
        style={{ height: Math.round((width * 2) / 3) }}
      >
        {picture.source && found !== "failed" ? (
          found !== null && (
            <img src={found} alt="" decoding="async" draggable={false} className={`h-full w-full object-contain ${picture.dimmed ? "opacity-35" : ""}`} />
          )
        ) : (
          <span className="flex h-full items-center justify-center px-2 text-center text-label text-white">
            {picture.absent ? "out of reach" : "no picture to show"}
          </span>
        )}
        {picture.struck && (
          <svg className="absolute inset-0 h-full w-full" viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden="true">
            <path d="M0 100 100 0" stroke="white" strokeWidth="1.5" vectorEffect="non-scaling-stroke" />
          </svg>
        )}
        {picture.ticked && (
          <svg viewBox="0 0 20 20" className="absolute right-0 bottom-0 h-[20px] w-[20px] bg-velvet p-[4px]" aria-hidden="true">
            <path d="M2 10.5 8 17 18 3" fill="none" stroke="white" strokeWidth="3" />
          </svg>
        )}
        {picture.stamp && (
          <span className="absolute top-0 left-0 max-w-full truncate bg-paper px-[6px] text-[10.5px] leading-[16px] font-semibold text-ink">
            {picture.stamp}
          </span>
        )}
      </div>
      <figcaption className={`text-[11.5px] leading-[17px] text-white ${picture.struck ? "line-through decoration-white/70" : ""}`}>
        {lines.map((line, i) => (
          <span key={i} className="flex h-[17px] justify-between gap-2 whitespace-nowrap">
            <span className="truncate">{line[0]}</span>
            <span className="max-w-[70%] shrink-0 truncate">{line[1]}</span>
          </span>
        ))}
      </figcaption>
    </figure>
  );
});

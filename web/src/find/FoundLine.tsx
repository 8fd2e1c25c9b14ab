import { useMemo } from "react";
import { useFoundFacts } from "../api/find";
import type { ShootFrame } from "../api/types";
import { shown } from "../shoots/shown";
import { type Fact, FACTS } from "./listed";

interface Props {
  frame: ShootFrame;
  /** Those that came with it: their facts are asked for together. */
  among: ShootFrame[];
  facts: readonly Fact[];
  index: number;
  of: number;
  width: number;
  active: boolean;
  picked: boolean;
}

/** A found frame as a line of a list, with its picture small at the left. */
export function FoundLine({ frame, among, facts, index, of, width, active, picked }: Props) {
  const numbers = useMemo(() => among.map((one) => one.id), [among]);
  const recorded = useFoundFacts(numbers).data?.find((one) => one.frame === frame.id)?.facts ?? null;
  const picture = shown(frame, picked);
  return (
    <div
      id={`found-${index}`}
      data-index={index}
      role="option"
      aria-selected={picked}
      aria-label={picture.label}
      aria-posinset={index + 1}
      aria-setsize={of}
      style={{ width }}
      className={`flex h-[30px] cursor-pointer items-center gap-x-3 overflow-hidden bg-paper px-2 whitespace-nowrap text-ink ${active ? "outline-[3px] -outline-offset-3 outline-velvet" : ""}`}
    >
      <span className="w-3 shrink-0 text-velvet" aria-hidden="true">
        {picked && (
          <svg viewBox="0 0 20 20" className="h-3 w-3">
            <path d="M2 10.5 8 17 18 3" fill="none" stroke="currentColor" strokeWidth="3" />
          </svg>
        )}
      </span>
      <span className="h-[28px] w-[42px] shrink-0 bg-mat-deep">
        {picture.source && <img src={picture.source} alt="" loading="lazy" decoding="async" draggable={false} className="h-full w-full object-contain" />}
      </span>
      <b className="w-[150px] shrink-0 truncate" title={frame.stem}>
        {picture.captions[0]}
      </b>
      {facts.map((fact, i) => {
        const said = FACTS[fact].of(frame, recorded);
        return (
          <span key={fact} title={said} className={i === facts.length - 1 ? "min-w-0 grow truncate" : "shrink-0 truncate"} style={{ width: FACTS[fact].width }}>
            {said}
          </span>
        );
      })}
    </div>
  );
}

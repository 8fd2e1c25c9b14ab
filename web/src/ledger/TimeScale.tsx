import { type KeyboardEvent, type PointerEvent, useCallback, useMemo, useRef, useState } from "react";
import { clock, day, duration, hour, shortened } from "../words/format";
import { Key, TextButton } from "./Field";
import { Glimpse } from "./Glimpse";
import { apart, longestPauses, nearest, type Place, places, roundTimes } from "./timescale";
import { useWidth } from "./useWidth";
import type { Viewable } from "./viewable";

/** A part of the time scale: the moments of its first and its last frame. */
export interface Span {
  from: string;
  to: string;
}

interface Props {
  label: string;
  frames: Viewable[];
  /** The part that is shown; null for all of it. */
  span: Span | null;
  onSpan: (span: Span | null) => void;
  onCut: (frame: Viewable) => void;
  /** Takes the cut away at one end; null where nothing lies beyond it. */
  onUncut?: { before: (() => void) | null; after: (() => void) | null };
}

const HEIGHT = 46;
/** Pixels that labels take, and by which a press may slip before it draws a span. */
const LABEL_OF_REST = 64;
const LABEL_OF_TIME = 44;
/** Of a letter of a label, at most. */
const LETTER = 6.2;
const SLIP = 6;

/**
 * The frames of a shoot as strokes on a scale of time, with a mark between two of them that can be moved along:
 * a new shoot is begun there. The longest rests of the camera are written over the line.
 */
export function TimeScale({ label, frames, span, onSpan, onCut, onUncut }: Props) {
  const all = useMemo(() => places(frames.map((frame) => frame.at)), [frames]);
  const [box, width] = useWidth<HTMLDivElement>();
  const middle = useCallback((i: number) => ((all[i]?.at ?? 0) + (all[i - 1]?.at ?? 0)) / 2, [all]);
  const rests = useMemo(() => {
    const found = longestPauses(all, 4)
      .map((i) => ({ i, at: middle(i), pause: all[i]?.pause ?? 0 }))
      .sort((a, b) => b.pause - a.pause);
    return apart(found, width, LABEL_OF_REST)
      .map((rest) => rest.i)
      .sort((a, b) => a - b);
  }, [all, middle, width]);
  const [drawn, setDrawn] = useState<[number, number] | null>(null);
  const [anchor, setAnchor] = useState<number | null>(null);
  // What stands at the ends says the date, too, where the scale goes over midnight: so far in, nothing else is written.
  const ends = useMemo((): [number, number] => {
    const reach = (label: string) => label.length * LETTER + LABEL_OF_TIME / 2;
    return [reach(when(frames[0], frames.at(-1))), reach(when(frames.at(-1), frames[0]))];
  }, [frames]);
  const rounds = useMemo(
    () =>
      apart(
        roundTimes(
          frames.map((frame) => frame.at),
          all,
        ),
        width,
        LABEL_OF_TIME,
        [0, 0, 1, 1],
      ).filter((round) => round.at * width > ends[0] && (1 - round.at) * width > ends[1]),
    [frames, all, width, ends],
  );
  const drag = useRef<number | null>(null);
  const [chosen, setChosen] = useState<number | null>(null);
  const at = Math.min(chosen ?? rests[0] ?? Math.ceil(frames.length / 2), frames.length - 1);
  const after = frames[at];
  const before = frames[at - 1];
  const strokes = useMemo(() => all.map((place) => `M${(place.at * 1000).toFixed(1)} 26V40`).join(""), [all]);
  const breaks = useMemo(() => all.flatMap((place, i) => (place.broken ? [((all[i - 1]?.at ?? 0) + place.at) * 500] : [])), [all]);
  if (frames.length < 2 || !after || !before) return null;
  const mark = middle(at) * 100;
  const shown = drawn ?? spanned(frames, all, span);
  const move = (to: number) => {
    setChosen(Math.max(1, Math.min(frames.length - 1, to)));
  };
  const pressed = (event: KeyboardEvent) => {
    const steps: Record<string, number> = {
      ArrowRight: 1,
      ArrowLeft: -1,
      ArrowUp: 1,
      ArrowDown: -1,
      PageUp: 10,
      PageDown: -10,
      Home: -frames.length,
      End: frames.length,
    };
    const step = steps[event.key];
    if (step !== undefined) {
      const next = Math.max(1, Math.min(frames.length - 1, at + step));
      if (event.shiftKey) {
        // From where it stood when Shift was first held: the frames between there and here.
        const from = anchor ?? at;
        setAnchor(from);
        onSpan(between(frames, Math.min(from, next), Math.max(from, next) - 1));
      } else setAnchor(null);
      move(next);
    } else if (event.key === "Escape" && span) onSpan(null);
    else if (event.key === "Enter") onCut(after);
    else return;
    event.preventDefault();
  };
  const said = `between ${name(before)} at ${clock(before.at)} and ${name(after)} at ${clock(after.at)}, ${duration(all[at]?.pause ?? 0)} apart`;
  return (
    <div role="group" aria-label={label} className="border-b border-white/40 px-[14px] pt-2 pb-2">
      <div ref={box} className="relative mx-[22px]" style={{ height: HEIGHT }}>
        {rests.map((i) => (
          <button
            key={i}
            type="button"
            aria-label={`rest of ${duration(all[i]?.pause ?? 0)} before ${name(frames[i])}`}
            onClick={() => {
              move(i);
            }}
            className="absolute top-0 z-1 -translate-x-1/2 bg-mat px-1 text-[10.5px] leading-[14px] whitespace-nowrap text-white underline decoration-white/60 underline-offset-2 focus-visible:outline-white"
            style={{ left: `${middle(i) * 100}%` }}
          >
            {duration(all[i]?.pause ?? 0)}
          </button>
        ))}
        <div
          role="slider"
          tabIndex={0}
          aria-label="where a new shoot begins"
          aria-valuemin={1}
          aria-valuemax={frames.length - 1}
          aria-valuenow={at}
          aria-valuetext={said}
          onKeyDown={pressed}
          onPointerDown={(event) => {
            if (event.button !== 0) return;
            event.currentTarget.setPointerCapture(event.pointerId);
            drag.current = along(event);
          }}
          onPointerMove={(event) => {
            const from = drag.current;
            if (from === null) return;
            const to = along(event);
            if (drawn !== null || Math.abs(to - from) * width > SLIP) setDrawn([Math.min(from, to), Math.max(from, to)]);
          }}
          onPointerUp={(event) => {
            if (drag.current === null) return;
            const within = drawn ? all.flatMap((place, i) => (place.at >= drawn[0] && place.at <= drawn[1] ? [i] : [])) : [];
            if (drawn === null) move(nearest(all, along(event)));
            else onSpan(within.length === 0 ? null : between(frames, within[0] ?? 0, within.at(-1) ?? 0));
            drag.current = null;
            setDrawn(null);
          }}
          onPointerCancel={() => {
            drag.current = null;
            setDrawn(null);
          }}
          className="absolute inset-0 cursor-col-resize touch-pan-y focus-visible:outline-white"
        >
          <svg viewBox={`0 0 1000 ${HEIGHT}`} preserveAspectRatio="none" className="h-full w-full overflow-visible" aria-hidden="true">
            <path d="M0 40H1000" stroke="white" strokeOpacity="0.7" vectorEffect="non-scaling-stroke" />
            <path d={strokes} stroke="white" strokeOpacity={frames.length > 600 ? 0.55 : 1} vectorEffect="non-scaling-stroke" fill="none" />
            {breaks.map((x) => (
              <path key={x} d={`M${x - 3} 45 ${x - 1} 35M${x + 1} 45 ${x + 3} 35`} stroke="white" strokeWidth="1.5" vectorEffect="non-scaling-stroke" />
            ))}
          </svg>
          {shown && (
            <span
              className="absolute top-[18px] bottom-0 border-x border-white bg-white/25"
              style={{ left: `${shown[0] * 100}%`, width: `${Math.max(0.4, (shown[1] - shown[0]) * 100)}%` }}
            />
          )}
          <span className="absolute top-[14px] bottom-0 w-[5px] -translate-x-1/2 border-x-[1.5px] border-white bg-velvet" style={{ left: `${mark}%` }} />
        </div>
      </div>
      <div className="relative mx-[22px] flex justify-between text-[10.5px] leading-[14px]">
        {rounds.map((round) => (
          <span key={round.at} className="absolute -translate-x-1/2 text-white" style={{ left: `${round.at * 100}%` }}>
            {round.time}
          </span>
        ))}
        <span>{when(frames[0], frames.at(-1))}</span>
        <span>{when(frames.at(-1), frames[0])}</span>
      </div>
      <div className="mt-1 flex flex-wrap items-center gap-x-3 leading-6">
        <Small frame={before} />
        <span className="h-[30px] w-[5px] border-x-[1.5px] border-white bg-velvet" aria-hidden="true" />
        <Small frame={after} />
        <span>
          {said}
          <Key>← →</Key>
        </span>
        <span className="text-white">drag, or Shift and arrows: show a span{span ? " (shown below)" : ""}</span>
        <span className="whitespace-nowrap">
          <TextButton
            onMat
            onClick={() => {
              onCut(after);
            }}
          >
            new shoot from {name(after)} on
          </TextButton>
          <Key>Enter</Key>
        </span>
        {onUncut && (onUncut.before ?? onUncut.after) && (
          <span className="ml-auto flex gap-3 whitespace-nowrap">
            take away the cut
            {onUncut.before && (
              <TextButton onMat onClick={onUncut.before}>
                before it
              </TextButton>
            )}
            {onUncut.after && (
              <TextButton onMat onClick={onUncut.after}>
                after it
              </TextButton>
            )}
          </span>
        )}
      </div>
    </div>
  );
}

/** Where on the scale a pointer is, 0 to 1. */
function along(event: PointerEvent<HTMLElement>): number {
  const box = event.currentTarget.getBoundingClientRect();
  return Math.max(0, Math.min(1, (event.clientX - box.left) / box.width));
}

const between = (frames: Viewable[], first: number, last: number): Span => ({ from: frames[first]?.at ?? "", to: frames[last]?.at ?? "" });

function spanned(frames: Viewable[], all: Place[], span: Span | null): [number, number] | null {
  if (!span) return null;
  const within = all.filter((_, i) => (frames[i]?.at ?? "") >= span.from && (frames[i]?.at ?? "") <= span.to);
  return within.length === 0 ? null : [within[0]?.at ?? 0, within.at(-1)?.at ?? 0];
}

function Small({ frame }: { frame: Viewable }) {
  return <Glimpse source={frame.picture(160)} className="h-[34px] w-[51px] object-cover" />;
}

const name = (frame: Viewable | undefined): string => (frame ? shortened(frame.name) : "");

/** With its day where the shoot spans several. */
const when = (frame: Viewable | undefined, other: Viewable | undefined): string =>
  frame ? (frame.at.slice(0, 10) === other?.at.slice(0, 10) ? hour(frame.at) : `${day(frame.at.slice(0, 10))} ${hour(frame.at)}`) : "";

import { useEffect, useRef } from "react";
import type { CardFrame } from "../api/types";
import { useHistogram } from "../api/queries";
import { Key, TextButton } from "../ledger/Field";
import { clock, dateInFull, figure, size } from "../words/format";

import { FACTS, kinds, pictureOf } from "./view";

interface Props {
  card: string;
  frame: CardFrame;
  position: number;
  of: number;
  marked: boolean;
  words: string | null;
  onStep: (by: number) => void;
  onMark: () => void;
  onClose: () => void;
}

/** One frame as large as the page allows, with what was recorded and how it is exposed; the keys go on to the next. */
export function LargerLook({ card, frame, position, of, marked, words, onStep, onMark, onClose }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const histogram = useHistogram(card, frame.picture, frame.version);
  useEffect(() => {
    box.current?.focus({ preventScroll: true });
    box.current?.scrollIntoView({ block: "nearest" });
  }, []);
  const source = pictureOf(card, frame, 1600);
  const acts: Record<string, () => void> = {
    ArrowRight: () => {
      onStep(1);
    },
    ArrowLeft: () => {
      onStep(-1);
    },
    " ": onMark,
    Escape: onClose,
    Enter: onClose,
  };
  return (
    <div
      ref={box}
      tabIndex={-1}
      data-takes-keys=""
      role="group"
      aria-label={`${frame.name}, larger`}
      onKeyDown={(event) => {
        const act = event.target instanceof HTMLButtonElement ? undefined : acts[event.key];
        if (act) {
          event.preventDefault();
          act();
        }
      }}
      className="grid h-[calc(100vh-320px)] min-h-[360px] grid-cols-[minmax(0,1fr)_250px] gap-x-5 px-[14px] outline-none"
    >
      <div className={`grid min-h-0 gap-x-3 ${frame.sameExposure ? "grid-cols-2" : ""}`}>
        <figure className="relative flex min-h-0 flex-col">
          {source ? (
            <img
              key={source}
              src={source}
              alt={`${frame.name}, ${clock(frame.takenAt)}`}
              className={`min-h-0 w-full grow object-contain ${marked ? "" : "opacity-50"}`}
            />
          ) : (
            <p className="pt-10 text-center">no picture to show</p>
          )}
          {!marked && <span className="absolute top-0 left-0 bg-paper px-2 font-semibold text-ink">{frame.held ? "held, stays on the card" : "left out"}</span>}
          {frame.sameExposure && <figcaption className="pt-1 text-center">on the card</figcaption>}
        </figure>
        {frame.sameExposure && (
          <figure className="flex min-h-0 flex-col">
            <img
              src={`/api/frames/${frame.sameExposure.frame}/picture?edge=1600`}
              alt="the held frame of the same exposure"
              className="min-h-0 w-full grow object-contain"
            />
            <figcaption className="pt-1 text-center">held since {dateInFull(frame.sameExposure.since)}</figcaption>
          </figure>
        )}
      </div>
      <div className="flex min-h-0 flex-col gap-3 overflow-y-auto text-[13px]">
        <div>
          <h3 className="font-path text-[14px] break-all">{frame.name}</h3>
          <p>
            {dateInFull(frame.plannedAt.slice(0, 10))}, {clock(frame.plannedAt)}
            {frame.facts?.subsecond ? `.${frame.facts.subsecond}` : ""}
            {frame.plannedAt === frame.takenAt && frame.datedByFile ? " by the file" : ""}
          </p>
          {frame.plannedAt !== frame.takenAt && (
            <p>
              put right: {frame.datedByFile ? "the file" : "the camera"} says {frame.date === frame.plannedAt.slice(0, 10) ? "" : `${dateInFull(frame.date)}, `}
              {clock(frame.takenAt)}
            </p>
          )}
          {words && <p className="mt-1 font-semibold">{words}</p>}
          {frame.held && (
            <p className="mt-1 font-path text-[11.5px] break-all">
              held since {dateInFull(frame.held.since)} as {frame.held.path}
            </p>
          )}
          {frame.sameExposure && (
            <p className="mt-1 font-path text-[11.5px] break-all">
              held with other bytes since {dateInFull(frame.sameExposure.since)} as {frame.sameExposure.path}
            </p>
          )}
          {frame.caution && <p className="mt-1">{frame.caution}</p>}
        </div>
        {histogram.data && <HistogramChart {...histogram.data} />}
        <dl className="grid grid-cols-[84px_minmax(0,1fr)] gap-x-2 gap-y-[2px]">
          {FACTS.filter((fact) => !["name", "time", "size", "files"].includes(fact.value)).map((fact) =>
            fact.of(frame) ? (
              <div key={fact.value} className="contents">
                <dt className="text-white">{fact.name}</dt>
                <dd>{fact.of(frame)}</dd>
              </div>
            ) : null,
          )}
          {frame.facts?.exposureBiasEv ? (
            <Fact name="bias" value={`${frame.facts.exposureBiasEv > 0 ? "+" : ""}${Number(frame.facts.exposureBiasEv.toFixed(2))} EV`} />
          ) : null}
          {frame.facts?.width && <Fact name="pixels" value={`${frame.facts.width} × ${frame.facts.height ?? "?"}`} />}
          <Fact name="files" value={`${kinds(frame)}, ${size(frame.bytes)}`} />
        </dl>
        <div className="mt-auto flex flex-col items-start gap-[3px] pb-1">
          <span>
            {figure(position + 1)} of {figure(of)}
            <Key>←</Key>
            <Key>→</Key>
          </span>
          <span>
            <TextButton onMat onClick={onMark}>
              {marked ? "leave on the card" : "bring in"}
            </TextButton>
            <Key>Space</Key>
          </span>
          <span>
            <TextButton onMat onClick={onClose}>
              back to all
            </TextButton>
            <Key>Esc</Key>
          </span>
        </div>
      </div>
    </div>
  );
}

function Fact({ name, value }: { name: string; value: string }) {
  return (
    <>
      <dt className="text-white">{name}</dt>
      <dd>{value}</dd>
    </>
  );
}

function HistogramChart({ bins, blackShare, clippedShare }: { bins: number[]; blackShare: number; clippedShare: number }) {
  const points = bins.map((bin, i) => `${i},${40 - 40 * Math.sqrt(bin)}`).join(" ");
  return (
    <figure aria-label="Exposure of the preview">
      <svg viewBox={`0 0 ${bins.length - 1} 40`} preserveAspectRatio="none" className="h-[64px] w-full border-b border-white bg-mat-deep" aria-hidden="true">
        <polygon points={`0,40 ${points} ${bins.length - 1},40`} fill="white" fillOpacity="0.9" />
      </svg>
      <figcaption className="flex justify-between text-[11.5px]">
        <span>{percent(blackShare)} black</span>
        <span>{percent(clippedShare)} clipped</span>
      </figcaption>
    </figure>
  );
}

const percent = (share: number) => `${share > 0 && share < 0.001 ? "<0.1" : (100 * share).toFixed(1)} %`;

import { Dialog } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import type { CardFrame } from "../api/types";
import { useHistogram } from "../api/queries";
import { Key, TextButton } from "../ledger/Field";
import { clock, dateInFull, figure, size } from "../words/format";

import { Magnified } from "./Magnified";
import { FACTS, kinds, pictureOf } from "./view";

interface Props {
  card: string;
  frame: CardFrame;
  position: number;
  of: number;
  /** Those that the keys lead to, to be fetched before they are asked for. */
  beside: CardFrame[];
  marked: boolean;
  words: string | null;
  onStep: (by: number) => void;
  onMark: () => void;
  onClose: () => void;
}

/** One frame as large as the page allows, with what was recorded and how it is exposed; the keys go on to the next. */
export function LargerLook({ card, frame, position, of, beside, marked, words, onStep, onMark, onClose }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const histogram = useHistogram(card, frame.picture, frame.version);
  const source = pictureOf(card, frame, 1600);
  const whole = pictureOf(card, frame, "whole");
  // Of which frame the whole picture is looked at, and at which place.
  const [magnified, setMagnified] = useState<{ key: string; at: { x: number; y: number } } | null>(null);
  const isMagnified = magnified?.key === frame.key;
  useEffect(() => {
    for (const other of beside) {
      const address = pictureOf(card, other, 1600);
      if (address) new Image().src = address;
    }
  }, [card, beside]);
  const acts: Record<string, () => void> = {
    ArrowRight: () => {
      onStep(1);
    },
    ArrowLeft: () => {
      onStep(-1);
    },
    " ": onMark,
    Escape: isMagnified
      ? () => {
          setMagnified(null);
        }
      : onClose,
    Enter: onClose,
    "1": () => {
      setMagnified(isMagnified ? null : { key: frame.key, at: { x: 0.5, y: 0.5 } });
    },
  };
  return (
    <Dialog.Root open>
      <Dialog.Portal>
        <Dialog.Content
          ref={box}
          data-takes-keys=""
          aria-label={`${frame.name}, larger`}
          aria-labelledby={undefined}
          aria-describedby={undefined}
          onOpenAutoFocus={(event) => {
            event.preventDefault(); // the keys are the whole dialog's
            box.current?.focus({ preventScroll: true });
          }}
          onCloseAutoFocus={(event) => {
            event.preventDefault(); // the sheet takes it, at the frame that was looked at last
          }}
          onEscapeKeyDown={(event) => {
            event.preventDefault(); // it leads back from the magnified part first
          }}
          onPointerDownOutside={(event) => {
            event.preventDefault();
          }}
          onKeyDown={(event) => {
            const isTheButtons = event.target instanceof HTMLButtonElement && (event.key === "Enter" || event.key === " ");
            const act = isTheButtons ? undefined : acts[event.key];
            if (act) {
              event.preventDefault();
              act();
            }
          }}
          className="folds-flat fixed inset-0 z-20 grid grid-cols-[minmax(0,1fr)_250px] grid-rows-[minmax(0,1fr)] gap-x-5 overflow-y-auto bg-mat p-[14px] text-white outline-none max-[900px]:grid-rows-[minmax(240px,60vh)_auto]"
        >
          <div className={`grid min-h-0 gap-x-3 ${frame.sameExposure ? "grid-cols-2" : ""}`}>
            <figure className="relative flex min-h-0 flex-col">
              {source && whole && isMagnified ? (
                <Magnified
                  key={frame.key}
                  near={source}
                  whole={whole}
                  alt={`${frame.name}, pixel by pixel`}
                  at={magnified.at}
                  onClose={() => {
                    setMagnified(null);
                  }}
                />
              ) : source ? (
                <img
                  key={source}
                  src={source}
                  alt={`${frame.name}, ${clock(frame.takenAt)}`}
                  onClick={(event) => {
                    setMagnified({ key: frame.key, at: placePressed(event.currentTarget, event) });
                  }}
                  onError={() => {
                    setFailed(source);
                  }}
                  className={`cursor-zoom-in ${failed === source ? "invisible" : ""} min-h-0 w-full grow object-contain ${marked ? "" : "opacity-50"}`}
                />
              ) : (
                <p className="pt-10 text-center">no picture to show</p>
              )}
              {source !== null && failed === source && <p className="absolute top-10 w-full text-center">no picture can be made of it</p>}
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
              <Dialog.Title asChild>
                <h3 className="font-path text-[14px] break-all">{frame.name}</h3>
              </Dialog.Title>
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
              {frame.incomplete && <p className="mt-1 font-semibold">incomplete: {frame.incomplete}</p>}
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
                <TextButton
                  onMat
                  onClick={() => {
                    setMagnified(isMagnified ? null : { key: frame.key, at: { x: 0.5, y: 0.5 } });
                  }}
                >
                  {isMagnified ? "the whole frame" : "pixel by pixel, or press the place"}
                </TextButton>
                <Key>1</Key>
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
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** Where in the picture a press was, whatever room the picture leaves beside it. */
function placePressed(image: HTMLImageElement, press: { clientX: number; clientY: number }): { x: number; y: number } {
  const box = image.getBoundingClientRect();
  const scale = Math.min(box.width / image.naturalWidth, box.height / image.naturalHeight);
  const [width, height] = [image.naturalWidth * scale, image.naturalHeight * scale];
  const within = (at: number) => Math.max(0, Math.min(1, at));
  return {
    x: within((press.clientX - box.left - (box.width - width) / 2) / width),
    y: within((press.clientY - box.top - (box.height - height) / 2) / height),
  };
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

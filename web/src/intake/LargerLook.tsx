import { framePicture } from "../api/pictures";
import type { CardFrame } from "../api/types";
import { useHistogram } from "../api/queries";
import { Look, LookFact } from "../ledger/Look";
import { clock, dateInFull, size } from "../words/format";
import { RECORDED, REMARKS } from "../words/recorded";
import { kinds, viewable } from "./view";

interface Props {
  frame: CardFrame;
  position: number;
  of: number;
  /** Those that the keys lead to. */
  beside: CardFrame[];
  marked: boolean;
  words: string | null;
  onStep: (by: number) => void;
  onMark: () => void;
  onClose: () => void;
}

/** A frame on a card, larger: with what was recorded and how it is exposed, and beside it the held one of the same exposure. */
export function LargerLook({ frame, position, of, beside, marked, words, onStep, onMark, onClose }: Props) {
  const histogram = useHistogram(frame.card, frame.picture, frame.version);
  const { facts, sameExposure } = frame;
  return (
    <Look
      frame={{ ...viewable(frame), name: frame.name }}
      beside={beside.map(viewable)}
      position={position}
      of={of}
      dimmed={!marked}
      badge={marked ? null : frame.held ? "held, stays on the card" : "left out"}
      {...(sameExposure ? { caption: "on the card" } : {})}
      second={
        sameExposure && (
          <figure className="flex min-h-0 flex-col">
            <img src={framePicture(sameExposure.frame, 2048)} alt="the held frame of the same exposure" className="min-h-0 w-full grow object-contain" />
            <figcaption className="pt-1 text-center">held since {dateInFull(sameExposure.since)}</figcaption>
          </figure>
        )
      }
      mark={{ word: marked ? "leave on the card" : "bring in", act: onMark }}
      onStep={onStep}
      onClose={onClose}
    >
      <div>
        <p>
          {dateInFull(frame.plannedAt.slice(0, 10))}, {clock(frame.plannedAt)}
          {facts?.subsecond ? `.${facts.subsecond}` : ""}
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
        {frame.letGo && <p className="mt-1">{frame.letGo}</p>}
        {sameExposure && (
          <p className="mt-1 font-path text-[11.5px] break-all">
            held with other bytes since {dateInFull(sameExposure.since)} as {sameExposure.path}
          </p>
        )}
        {frame.incomplete && <p className="mt-1 font-semibold">incomplete: {frame.incomplete}</p>}
        {frame.caution && <p className="mt-1">{frame.caution}</p>}
      </div>
      {histogram.data && <HistogramChart {...histogram.data} />}
      <dl className="grid grid-cols-[84px_minmax(0,1fr)] gap-x-2 gap-y-[2px]">
        {facts && [...Object.values(RECORDED), ...Object.values(REMARKS)].map((fact) => <LookFact key={fact.name} name={fact.name} value={fact.of(facts)} />)}
        <LookFact name="files" value={`${kinds(frame)}, ${size(frame.bytes)}`} />
      </dl>
    </Look>
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

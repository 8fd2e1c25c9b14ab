import { type RefObject, useMemo, useState } from "react";
import type { CardFrame } from "../api/types";
import { Key, TextButton } from "../ledger/Field";
import { type GridPicture, PictureGrid } from "../ledger/PictureGrid";
import { clock, count, day, size } from "../words/format";

interface Props {
  card: string;
  date: string;
  frames: CardFrame[];
  leftOut: Set<string>;
  present: boolean;
  scroller: RefObject<HTMLElement | null>;
  onLeave: (keys: string[], out: boolean) => void;
}

const SIZES = [104, 136, 184, 248];

/** The pictures of one date on the mat, in the order they were taken, to be left out or brought back. */
export function ContactStrip({ card, date, frames, leftOut, present, scroller, onLeave }: Props) {
  const [step, setStep] = useState(1);
  const width = SIZES[step] ?? 136;
  const edge = width > 170 ? 480 : 160;
  const pictures = useMemo(
    () =>
      frames.map((frame): GridPicture => {
        const out = leftOut.has(frame.key);
        return {
          id: frame.key,
          label: `${frame.name}, ${clock(frame.takenAt)}, ${frame.files.length > 1 ? `${frame.files.length} files, ` : ""}${size(frame.bytes)}${out ? ", left out" : ""}${frame.caution ? `, ${frame.caution}` : ""}`,
          source: frame.picture ? `/api/cards/${card}/picture?file=${encodeURIComponent(frame.picture)}&edge=${edge}&v=${frame.version}` : null,
          caption: (
            <>
              <span className="truncate" title={frame.files.join(", ")}>
                {stem(frame.name)}
                {frame.files.length > 1 && <span className="text-white/80"> +{frame.files.length - 1}</span>}
              </span>
              <span>{clock(frame.takenAt)}</span>
            </>
          ),
          stamp: out ? "left out" : frame.caution ? "look here" : frame.datedByFile ? "file time" : null,
          struck: out,
          dimmed: out || !present,
          absent: !present,
        };
      }),
    [frames, leftOut, card, edge, present],
  );
  const keys = frames.map((frame) => frame.key);
  const out = keys.filter((key) => leftOut.has(key)).length;
  return (
    <div className="ml-[59px] border-b border-ink bg-mat pb-3 text-white">
      <div className="flex flex-wrap items-center gap-x-6 gap-y-1 px-[14px] py-[9px]">
        <span>
          <b>{count(frames.length, "frame")}</b> by time taken
        </span>
        <span>
          mark{" "}
          <TextButton
            onMat
            disabled={out === 0}
            onClick={() => {
              onLeave(keys, false);
            }}
          >
            all
          </TextButton>
          {" · "}
          <TextButton
            onMat
            disabled={out === keys.length}
            onClick={() => {
              onLeave(keys, true);
            }}
          >
            none
          </TextButton>
        </span>
        <span className="ml-auto">
          leave out<Key>Space</Key>
        </span>
        <label className="flex items-center gap-2">
          size
          <input
            type="range"
            min={0}
            max={SIZES.length - 1}
            value={step}
            onChange={(event) => {
              setStep(Number(event.target.value));
            }}
            className="w-[84px] accent-white focus-visible:outline-white"
          />
        </label>
      </div>
      <PictureGrid
        label={`Frames of ${day(date)}`}
        pictures={pictures}
        width={width}
        scroller={scroller}
        onToggle={(key) => {
          onLeave([key], !leftOut.has(key));
        }}
      />
    </div>
  );
}

const stem = (name: string) => name.replace(/\.[^.]+$/, "");

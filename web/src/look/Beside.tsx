import { type PointerEvent, useRef, useState } from "react";
import { framePicture } from "../api/pictures";
import type { LookFrame } from "../api/views";
import { clock } from "../words/format";
import { inWords, Mark } from "./Mark";
import { MOST_BESIDE } from "./useBeside";

interface Point {
  x: number;
  y: number;
}

interface Props {
  frame: LookFrame;
  /** The frames that are side by side; of more than there is room for, those around the one that is looked at. */
  shown: LookFrame[];
  /** The place that all of them are looked at pixel by pixel; null for the whole. */
  magnified: Point | null;
  onMagnify: (at: Point) => void;
  /** Which of its group a frame is, in words. */
  belongs: (frame: LookFrame) => string;
  onGo: (frame: number) => void;
}

/** Frames side by side, moved and enlarged together; the one that is looked at in a frame. */
export function Beside({ frame, shown, magnified, onMagnify, belongs, onGo }: Props) {
  const from = Math.max(0, Math.min(shown.length - MOST_BESIDE, shown.indexOf(frame) - Math.floor(MOST_BESIDE / 2)));
  const some = shown.slice(from, from + MOST_BESIDE);
  const columns = some.length <= 3 ? some.length : Math.ceil(some.length / 2);
  return (
    <ul
      aria-label="Side by side"
      className="grid min-h-0 w-full gap-2 p-2"
      style={{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`, gridTemplateRows: `repeat(${Math.ceil(some.length / columns)}, minmax(0, 1fr))` }}
    >
      {some.map((one) => (
        <li key={one.id} className={`flex min-h-0 flex-col border-2 p-1 ${one.id === frame.id ? "border-white" : "border-transparent"}`}>
          {magnified ? (
            <Close frame={one} at={magnified} onMove={onMagnify} />
          ) : (
            <img
              src={framePicture(one.id, 2048, one.judged.turned)}
              alt=""
              className={`min-h-0 w-full grow object-contain ${one.judged.decision === "drop" ? "opacity-50" : ""}`}
              onClick={() => {
                onGo(one.id);
              }}
            />
          )}
          <button
            type="button"
            aria-current={one.id === frame.id}
            aria-label={`${one.stem}, ${inWords(one.judged)}`}
            className="flex items-baseline gap-2 pt-1 text-left text-[12px]"
            onClick={() => {
              onGo(one.id);
            }}
          >
            <Mark judged={one.judged} />
            <span className="truncate">
              {clock(one.takenAt)}
              {belongs(one) && ` · ${belongs(one)}`}
            </span>
          </button>
        </li>
      ))}
    </ul>
  );
}

/** One of them pixel by pixel; dragged, all are. */
function Close({ frame, at, onMove }: { frame: LookFrame; at: Point; onMove: (at: Point) => void }) {
  const [natural, setNatural] = useState<{ width: number; height: number } | null>(null);
  const drag = useRef<Point | null>(null);
  const ratio = window.devicePixelRatio || 1;
  const [width, height] = natural ? [natural.width / ratio, natural.height / ratio] : [0, 0];
  const moved = (event: PointerEvent) => {
    const from = drag.current;
    if (!from || !natural) return;
    drag.current = { x: event.clientX, y: event.clientY };
    const within = (to: number) => Math.max(0, Math.min(1, to));
    onMove({ x: within(at.x - (event.clientX - from.x) / width), y: within(at.y - (event.clientY - from.y) / height) });
  };
  return (
    <div
      className="relative min-h-0 w-full grow cursor-grab touch-none overflow-hidden active:cursor-grabbing"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        drag.current = { x: event.clientX, y: event.clientY };
      }}
      onPointerMove={moved}
      onPointerUp={() => {
        drag.current = null;
      }}
    >
      <img
        src={framePicture(frame.id, "whole", frame.judged.turned)}
        alt={`${frame.stem}, pixel by pixel`}
        draggable={false}
        onLoad={(event) => {
          setNatural({ width: event.currentTarget.naturalWidth, height: event.currentTarget.naturalHeight });
        }}
        className="absolute top-1/2 left-1/2 max-w-none origin-top-left"
        style={natural ? { width, height, transform: `translate(${-at.x * width}px, ${-at.y * height}px)` } : { visibility: "hidden" }}
      />
      {!natural && (
        <p role="status" className="absolute bottom-2 left-2 bg-paper px-2 text-ink">
          The whole picture is on its way…
        </p>
      )}
    </div>
  );
}

import { useEffect, useRef, useState } from "react";
import { useSensor } from "../api/look";
import { DARK, histogram, LIGHT, markClipped, markEdges, type Clipped } from "./overlays";

export interface Shown {
  clipped: boolean;
  edges: boolean;
  histogram: boolean;
}

interface Props {
  picture: ImageBitmap;
  /** The frame, where it has a raw, whose samples say what can be had back. */
  raw: number | null;
  /** Where it lies in its box, CSS pixels. */
  at: { left: number; top: number; width: number; height: number };
  shown: Shown;
}

/** What is marked on the picture, at the size that it is shown, and its exposure; worked out in the frame after it was drawn. */
export function Overlay({ picture, raw, at, shown }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [found, setFound] = useState<{ of: ImageBitmap; clipped: Clipped | null; bars: [number[], number[], number[]] | null } | null>(null);
  const [width, height] = [Math.max(1, Math.round(at.width)), Math.max(1, Math.round(at.height))];
  useEffect(() => {
    const later = requestAnimationFrame(() => {
      const on = canvas.current;
      const context = on?.getContext("2d", { willReadFrequently: true });
      if (!on || !context) return;
      [on.width, on.height] = [width, height];
      context.drawImage(picture, 0, 0, width, height);
      const pixels = context.getImageData(0, 0, width, height);
      const marks = context.createImageData(width, height);
      const clipped = shown.clipped ? markClipped(pixels.data, width, marks.data) : null;
      if (shown.edges) markEdges(pixels.data, width, height, marks.data);
      setFound({ of: picture, clipped, bars: shown.histogram ? histogram(pixels.data) : null });
      context.putImageData(marks, 0, 0);
    });
    return () => {
      cancelAnimationFrame(later);
    };
  }, [picture, width, height, shown.clipped, shown.edges, shown.histogram]);
  const now = found?.of === picture ? found : null;
  return (
    <>
      <canvas
        ref={canvas}
        aria-hidden="true"
        className="pointer-events-none absolute"
        style={{ left: at.left, top: at.top, width: at.width, height: at.height, visibility: now ? "visible" : "hidden" }}
      />
      {now && (now.clipped ?? now.bars) && (
        <div className="pointer-events-none absolute top-0 left-0 bg-mat-deep/90 p-3 text-[12px]">
          {now.bars && <Bars bars={now.bars} />}
          {raw !== null && <HadBack frame={raw} />}
          {now.clipped && (
            <dl className="grid grid-cols-[auto_auto] gap-x-3 tabular-nums">
              <dt>lights clipped, all channels</dt>
              <dd className="text-right">{percent(now.clipped.light)}</dd>
              <dt>red, green, blue each</dt>
              <dd className="text-right">{now.clipped.lightOf.map(percent).join(" · ")}</dd>
              <dt>shadows clipped</dt>
              <dd className="text-right">{percent(now.clipped.dark)}</dd>
              <dt className="col-span-2 opacity-80">
                of the picture as shown, from {LIGHT} on and down to {DARK} of 255
              </dt>
            </dl>
          )}
        </div>
      )}
    </>
  );
}

const percent = (share: number): string => (share === 0 ? "0 %" : share < 0.0001 ? "under 0.01 %" : `${(share * 100).toFixed(share < 0.1 ? 2 : 1)} %`);

const BAR = { red: "#ff8d8d", green: "#8df09a", blue: "#9db7ff" };

/** Brightness from black to white, a line for each channel. */
function Bars({ bars }: { bars: [number[], number[], number[]] }) {
  const most = Math.max(1, ...bars.map((one) => Math.max(...one.slice(1, 255))));
  const line = (of: number[]) => of.map((many, i) => `${i === 0 ? "M" : "L"}${i} ${(60 - 60 * Math.min(1, many / most)).toFixed(1)}`).join("");
  return (
    <svg width="256" height="62" viewBox="0 0 256 62" fill="none" className="mb-2 block border-b border-white/60" role="img" aria-label="Exposure, by channel">
      {(
        [
          ["red", bars[0]],
          ["green", bars[1]],
          ["blue", bars[2]],
        ] as const
      ).map(([name, of]) => (
        <path key={name} d={line(of)} stroke={BAR[name]} strokeWidth="1" />
      ))}
    </svg>
  );
}

/** Of a raw: what is lost in its samples, and how far the brightest of them lie below white. */
function HadBack({ frame }: { frame: number }) {
  const of = useSensor(frame, true).data;
  return (
    <dl className="mb-2 grid grid-cols-[auto_auto] gap-x-3 border-b border-white/60 pb-2 tabular-nums">
      <dt>in the raw</dt>
      <dd className="text-right">
        {!of || of.waits
          ? "being read…"
          : of.stops === null
            ? (of.because ?? "cannot be read")
            : of.stops > 0
              ? `${of.stops.toFixed(1)} EV of headroom`
              : "clipped"}
      </dd>
      {of?.red != null && of.green != null && of.blue != null && (
        <>
          <dt>red, green, blue at white</dt>
          <dd className="text-right">{[of.red, of.green, of.blue].map(percent).join(" · ")}</dd>
        </>
      )}
    </dl>
  );
}

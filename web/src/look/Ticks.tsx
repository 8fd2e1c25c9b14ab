import { useEffect, useRef, useState } from "react";
import type { LookFrame } from "../api/views";

const HIGH = 34;
/** Heights of a tick above the line, by what is judged; the present one reaches to the top. */
const TICK = { keep: 22, drop: 12, unsure: 16, open: 5 };

interface Props {
  frames: (LookFrame | undefined)[];
  at: number;
  onGo: (to: number) => void;
}

/** The pass along the foot, a tick a frame: kept is a full one, dropped a struck one, unsure a hollow one; the present one is tall. A press leads there. */
export function Ticks({ frames, at, onGo }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [width, setWidth] = useState(0);
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    const observer = new ResizeObserver(() => {
      setWidth(element.clientWidth);
    });
    observer.observe(element);
    return () => {
      observer.disconnect();
    };
  }, []);
  useEffect(() => {
    const on = canvas.current;
    const context = on?.getContext("2d");
    if (!on || !context || width === 0) return;
    const ratio = window.devicePixelRatio || 1;
    [on.width, on.height] = [Math.round(width * ratio), Math.round(HIGH * ratio)];
    context.scale(ratio, ratio);
    const foot = HIGH - 4;
    const apart = (width - 12) / Math.max(1, frames.length);
    const thick = Math.max(0.75, Math.min(3, apart * 0.5));
    [context.strokeStyle, context.fillStyle] = ["#ffffff", "#ffffff"];
    context.globalAlpha = 0.6;
    context.fillRect(0, foot, width, 1);
    frames.forEach((frame, i) => {
      const x = 6 + (i + 0.5) * apart;
      const decision = frame?.judged.decision ?? "open";
      const high = TICK[decision];
      context.globalAlpha = decision === "open" ? 0.75 : 1;
      context.lineWidth = 1;
      if (decision === "unsure" && thick > 1.5) context.strokeRect(x - thick / 2, foot - high, thick, high);
      else context.fillRect(x - thick / 2, foot - high, thick, high);
      if (decision === "drop") {
        context.beginPath();
        context.moveTo(x - Math.max(1.5, apart * 0.6), foot - high * 0.3);
        context.lineTo(x + Math.max(1.5, apart * 0.6), foot - high * 0.8);
        context.stroke();
      }
      if (i === at) {
        context.globalAlpha = 1;
        context.fillRect(x - 1, 0, 2, HIGH);
        context.beginPath();
        context.moveTo(x - 5, 0);
        context.lineTo(x + 5, 0);
        context.lineTo(x, 7);
        context.fill();
      }
    });
  }, [frames, at, width]);
  return (
    <canvas
      ref={canvas}
      role="slider"
      tabIndex={0}
      aria-label="the frame that is looked at"
      aria-valuemin={1}
      aria-valuemax={Math.max(1, frames.length)}
      aria-valuenow={Math.min(frames.length, at + 1)}
      aria-valuetext={`${frames[at]?.stem ?? "the end"}, ${Math.min(frames.length, at + 1)} of ${frames.length}`}
      className="block w-full cursor-pointer outline-offset-[-2px]"
      style={{ height: HIGH }}
      onPointerDown={(event) => {
        const box = event.currentTarget.getBoundingClientRect();
        onGo(Math.max(0, Math.min(frames.length - 1, Math.floor(((event.clientX - box.left - 6) / Math.max(1, box.width - 12)) * frames.length))));
      }}
    />
  );
}

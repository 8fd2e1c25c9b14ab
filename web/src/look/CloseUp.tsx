import { type PointerEvent, useEffect, useRef, useState } from "react";

interface Point {
  x: number;
  y: number;
}

interface Props {
  picture: ImageBitmap;
  alt: string;
  /** The point of the picture that is in the middle, 0 to 1 from its left and its top. */
  at: Point;
  onMoved: (at: Point) => void;
  onClose: () => void;
}

const within = (to: number) => Math.max(0, Math.min(1, to));

/** A decoded picture pixel by pixel: dragged along, and left by a press. */
export function CloseUp({ picture, alt, at, onMoved, onClose }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const drag = useRef<(Point & { moved: boolean }) | null>(null);
  const [box, setBox] = useState({ width: 0, height: 0 });
  useEffect(() => {
    const element = canvas.current?.parentElement;
    if (!element) return;
    const observer = new ResizeObserver(() => {
      setBox({ width: element.clientWidth, height: element.clientHeight });
    });
    observer.observe(element);
    return () => {
      observer.disconnect();
    };
  }, []);
  useEffect(() => {
    const on = canvas.current;
    const context = on?.getContext("2d");
    if (!on || !context || box.width === 0) return;
    const ratio = window.devicePixelRatio || 1;
    [on.width, on.height] = [Math.round(box.width * ratio), Math.round(box.height * ratio)];
    context.drawImage(picture, Math.round(on.width / 2 - at.x * picture.width), Math.round(on.height / 2 - at.y * picture.height));
    on.dataset.close = "shown";
  }, [picture, at, box]);
  const moved = (event: PointerEvent) => {
    const from = drag.current;
    if (!from) return;
    const [dx, dy] = [event.clientX - from.x, event.clientY - from.y];
    if (!from.moved && Math.abs(dx) + Math.abs(dy) < 5) return;
    drag.current = { x: event.clientX, y: event.clientY, moved: true };
    const ratio = window.devicePixelRatio || 1;
    onMoved({ x: within(at.x - (dx * ratio) / picture.width), y: within(at.y - (dy * ratio) / picture.height) });
  };
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={alt}
      className="absolute inset-0 h-full w-full cursor-grab touch-none active:cursor-grabbing"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        drag.current = { x: event.clientX, y: event.clientY, moved: false };
      }}
      onPointerMove={moved}
      onPointerUp={() => {
        const pressed = drag.current?.moved === false;
        drag.current = null;
        if (pressed) onClose();
      }}
    />
  );
}

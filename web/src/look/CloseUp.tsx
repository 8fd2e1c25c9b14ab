import { useEffect, useRef } from "react";
import { useBoxAround } from "../ledger/useBoxAround";
import { useDrag } from "../ledger/useDrag";

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
  const box = useBoxAround(canvas);
  useEffect(() => {
    const on = canvas.current;
    const context = on?.getContext("2d");
    if (!on || !context || box.width === 0) return;
    const ratio = window.devicePixelRatio || 1;
    [on.width, on.height] = [Math.round(box.width * ratio), Math.round(box.height * ratio)];
    context.drawImage(picture, Math.round(on.width / 2 - at.x * picture.width), Math.round(on.height / 2 - at.y * picture.height));
    on.dataset.close = "shown";
  }, [picture, at, box]);
  const drag = useDrag({
    onDrag: (dx, dy) => {
      const ratio = window.devicePixelRatio || 1;
      onMoved({ x: within(at.x - (dx * ratio) / picture.width), y: within(at.y - (dy * ratio) / picture.height) });
    },
    onPress: onClose,
  });
  return <canvas ref={canvas} role="img" aria-label={alt} className="absolute inset-0 h-full w-full cursor-grab touch-none active:cursor-grabbing" {...drag} />;
}

import { useState } from "react";
import { useDrag } from "./useDrag";

interface Props {
  /** What is shown at once, and the whole picture that takes its place when it is there. */
  near: string;
  whole: string;
  alt: string;
  /** The point of the picture that is in the middle, 0 to 1 from its left and its top. */
  at: { x: number; y: number };
  /** Told of the point that it was dragged to. */
  onMoved?: (at: { x: number; y: number }) => void;
  onClose: () => void;
}

/** A picture pixel by pixel, at the place that was pressed; dragged along, and left by another press. */
export function Magnified({ near, whole, alt, at, onMoved, onClose }: Props) {
  const [natural, setNatural] = useState<{ width: number; height: number } | null>(null);
  const [centre, setCentre] = useState(at);
  const [failed, setFailed] = useState(false);
  const ratio = window.devicePixelRatio || 1;
  const [width, height] = natural ? [natural.width / ratio, natural.height / ratio] : [0, 0];
  const drag = useDrag({
    onDrag: (dx, dy) => {
      if (natural) setCentre((now) => ({ x: Math.max(0, Math.min(1, now.x - dx / width)), y: Math.max(0, Math.min(1, now.y - dy / height)) }));
    },
    onPress: onClose,
    onDropped: () => onMoved?.(centre),
  });
  return (
    <div className="relative min-h-0 w-full grow cursor-grab touch-none overflow-hidden active:cursor-grabbing" {...drag}>
      {!natural && <img src={near} alt="" draggable={false} className="absolute inset-0 h-full w-full object-contain opacity-60" />}
      <img
        src={whole}
        alt={alt}
        draggable={false}
        onLoad={(event) => {
          setNatural({ width: event.currentTarget.naturalWidth, height: event.currentTarget.naturalHeight });
        }}
        onError={() => {
          setFailed(true);
        }}
        className="absolute top-1/2 left-1/2 max-w-none origin-top-left"
        style={natural ? { width, height, transform: `translate(${-centre.x * width}px, ${-centre.y * height}px)` } : { visibility: "hidden" }}
      />
      {(failed || !natural) && (
        <p role="status" className="absolute bottom-2 left-2 bg-paper px-2 text-ink">
          {failed ? "The whole picture cannot be shown." : "The whole picture is on its way…"}
        </p>
      )}
    </div>
  );
}

import { type PointerEvent, useRef } from "react";

/** So few CSS pixels are a press with an unsteady hand. */
const STEADY = 5;

interface Drag {
  /** By so many CSS pixels since it was last told. */
  onDrag: (dx: number, dy: number) => void;
  onPress: () => void;
  onDropped?: () => void;
}

/** Pointer handlers of what is dragged about, and pressed. */
export function useDrag({ onDrag, onPress, onDropped }: Drag) {
  const from = useRef<{ x: number; y: number; moved: boolean } | null>(null);
  return {
    onPointerDown: (event: PointerEvent) => {
      event.currentTarget.setPointerCapture(event.pointerId);
      from.current = { x: event.clientX, y: event.clientY, moved: false };
    },
    onPointerMove: (event: PointerEvent) => {
      const before = from.current;
      if (!before) return;
      const [dx, dy] = [event.clientX - before.x, event.clientY - before.y];
      if (!before.moved && Math.abs(dx) + Math.abs(dy) < STEADY) return;
      from.current = { x: event.clientX, y: event.clientY, moved: true };
      onDrag(dx, dy);
    },
    onPointerUp: () => {
      const moved = from.current?.moved;
      from.current = null;
      if (moved === false) onPress();
      else if (moved) onDropped?.();
    },
  };
}

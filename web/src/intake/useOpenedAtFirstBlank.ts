import { useEffect, useRef } from "react";
import { undescribed } from "../ledger/blanks";

/** A desk that opens has the first description that waits for words under the hand; unless the hand did something there before it was planned, or letters would pop up on the screen for it. */
export function useOpenedAtFirstBlank(isPlanned: boolean): void {
  const done = useRef(false);
  useEffect(() => {
    const acted = () => {
      done.current = true;
    };
    window.addEventListener("keydown", acted);
    window.addEventListener("pointerdown", acted);
    return () => {
      window.removeEventListener("keydown", acted);
      window.removeEventListener("pointerdown", acted);
    };
  }, []);
  useEffect(() => {
    if (!isPlanned || done.current) return;
    done.current = true;
    if (!window.matchMedia("(pointer: coarse)").matches) undescribed()?.focus({ preventScroll: true });
  }, [isPlanned]);
}

import { useCallback, useLayoutEffect, useRef } from "react";

/** A function that stays the same for as long as its component is there, and does what the latest one does: what is memoized and given it is not drawn anew for it. */
export function useSame<A extends unknown[], R>(does: (...of: A) => R): (...of: A) => R {
  const latest = useRef(does);
  useLayoutEffect(() => {
    latest.current = does;
  });
  return useCallback((...of: A) => latest.current(...of), []);
}

import { useState } from "react";

/** What is picked on a page, by identifiers: some more, or some no more; or these, and nothing else. */
export function usePicked<T = string>(): [ReadonlySet<T>, (ids: T[], on: boolean) => void, (all: T[]) => void] {
  const [picked, setPicked] = useState<ReadonlySet<T>>(new Set());
  const pick = (ids: T[], on: boolean) => {
    setPicked((now) => {
      const next = new Set(now);
      for (const one of ids) {
        if (on) next.add(one);
        else next.delete(one);
      }
      return next;
    });
  };
  return [
    picked,
    pick,
    (all) => {
      setPicked(new Set(all));
    },
  ];
}

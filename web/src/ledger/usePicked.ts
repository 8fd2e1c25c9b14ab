import { useState } from "react";

/** What is picked on a page, by identifiers: some more, or some no more. */
export function usePicked(): [ReadonlySet<string>, (ids: string[], on: boolean) => void, (all: string[]) => void] {
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const pick = (ids: string[], on: boolean) => {
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

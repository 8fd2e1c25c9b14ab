import { useCallback, useEffect, useMemo, useState } from "react";
import type { Wishes } from "../api/types";

const NOTHING: Wishes = { descriptions: {}, leftOut: [] };

function kept(card: string): Wishes {
  try {
    const found = JSON.parse(localStorage.getItem(`wishes ${card}`) ?? "null") as Partial<Wishes> | null;
    return { descriptions: found?.descriptions ?? {}, leftOut: found?.leftOut ?? [] };
  } catch {
    return NOTHING;
  }
}

/** What the photographer says of one card: descriptions by date, and frames left out. Kept in the browser until the intake begins. */
export function useWishes(card: string) {
  const [wishes, setWishes] = useState<Wishes>(() => kept(card));
  useEffect(() => {
    localStorage.setItem(`wishes ${card}`, JSON.stringify(wishes));
  }, [card, wishes]);
  const leftOut = useMemo(() => new Set(wishes.leftOut), [wishes.leftOut]);
  const describe = useCallback((date: string, description: string) => {
    setWishes((now) => ({ ...now, descriptions: { ...now.descriptions, [date]: description } }));
  }, []);
  /** Leaves out all of these frames, or brings them all back. */
  const leave = useCallback((keys: string[], out: boolean) => {
    setWishes((now) => {
      const set = new Set(now.leftOut);
      for (const key of keys) {
        if (out) set.add(key);
        else set.delete(key);
      }
      return { ...now, leftOut: [...set] };
    });
  }, []);
  const forget = useCallback(() => {
    setWishes(NOTHING);
  }, []);
  return { wishes, leftOut, describe, leave, forget };
}

import { useCallback, useMemo, useState } from "react";

/** Frames picked to be moved to another shoot, while a press picks instead of marking. */
export interface Picks {
  on: boolean;
  picked: Set<string>;
  turn: (on: boolean) => void;
  pick: (keys: string[], on: boolean) => void;
}

export function usePicks(): Picks {
  const [on, setOn] = useState(false);
  const [picked, setPicked] = useState<Set<string>>(() => new Set());
  const turn = useCallback((to: boolean) => {
    setOn(to);
    setPicked(new Set());
  }, []);
  const pick = useCallback((keys: string[], add: boolean) => {
    setPicked((now) => {
      const next = new Set(now);
      for (const key of keys) {
        if (add) next.add(key);
        else next.delete(key);
      }
      return next;
    });
  }, []);
  return useMemo(() => ({ on, picked, turn, pick }), [on, picked, turn, pick]);
}

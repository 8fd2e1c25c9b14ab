import { useCallback, useMemo } from "react";
import type { CardFrame, Companions, Wishes } from "../api/types";
import { useKept } from "../ledger/useKept";

const NOTHING = { descriptions: {} as Record<string, string>, leftOut: [] as string[], broughtAgain: [] as string[] };

/** Which frames are marked to be brought in. */
export interface Marks {
  isMarked: (frame: CardFrame) => boolean;
  /** Marks all of these frames, or unmarks them. */
  mark: (frames: CardFrame[], on: boolean) => void;
}

/**
 * What the photographer says of one card: descriptions by date, frames left out, held frames brought in again.
 * Kept in the browser until the intake begins; the choice between raw and JPEG is kept for all cards.
 */
export function useWishes(card: string) {
  const [said, setSaid] = useKept(`wishes ${card}`, NOTHING);
  const [choice, setChoice] = useKept<{ companions: Companions }>("companions", { companions: "raw and JPEG" });
  const leftOut = useMemo(() => new Set(said.leftOut), [said.leftOut]);
  const again = useMemo(() => new Set(said.broughtAgain), [said.broughtAgain]);
  const wishes: Wishes = useMemo(() => ({ ...said, companions: choice.companions }), [said, choice.companions]);
  const describe = useCallback(
    (date: string, description: string) => {
      setSaid((now) => ({ ...now, descriptions: { ...now.descriptions, [date]: description } }));
    },
    [setSaid],
  );
  const mark = useCallback(
    (frames: CardFrame[], on: boolean) => {
      setSaid((now) => {
        const out = new Set(now.leftOut);
        const brought = new Set(now.broughtAgain);
        for (const { key, unmarked } of frames) {
          out.delete(key);
          brought.delete(key);
          if (on && unmarked) brought.add(key);
          if (!on && !unmarked) out.add(key);
        }
        return { ...now, leftOut: [...out], broughtAgain: [...brought] };
      });
    },
    [setSaid],
  );
  const isMarked = useCallback((frame: CardFrame) => !leftOut.has(frame.key) && (!frame.unmarked || again.has(frame.key)), [leftOut, again]);
  const marks: Marks = useMemo(() => ({ isMarked, mark }), [isMarked, mark]);
  const forget = useCallback(() => {
    setSaid(NOTHING);
  }, [setSaid]);
  const setCompanions = useCallback(
    (companions: Companions) => {
      setChoice({ companions });
    },
    [setChoice],
  );
  return { wishes, marks, describe, forget, setCompanions };
}

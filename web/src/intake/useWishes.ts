import { useEffect, useMemo, useReducer, type Dispatch } from "react";
import type { Wishes } from "../api/plan";
import type { CardFrame } from "../api/types";
import { beginning, type OfHistory } from "../said/history";
import { keepBegun, keepDesk, readDesk } from "./keptDesk";
import { deskHistory, markedBy, type DeskAction } from "./saying";

/** Which frames are marked to be brought in. */
export interface Marks {
  isMarked: (frame: CardFrame) => boolean;
  /** Marks all of these frames, unmarks them, or marks what is new of them and nothing else. */
  mark: (frames: CardFrame[], as: boolean | "new only") => void;
  /** Takes the last marking back, as if it had not been. */
  takeBack: () => void;
}

export interface Desk {
  card: string;
  wishes: Wishes;
  marks: Marks;
  say: Dispatch<DeskAction>;
  /** What was changed last, in words; null where there is nothing to undo. */
  last: string | null;
  /** Whether that is still being typed, maybe. */
  isTyped: boolean;
  undo: () => void;
  /** Its intake has begun: all stays as it was said, but what was to come once more has come now. */
  begun: () => void;
}

/**
 * What the photographer says of one card, and how it was before each change. Kept in the browser with the card; the
 * steps to undo only until the page is left.
 */
export function useWishes(card: string): Desk {
  const [{ said, steps }, send] = useReducer(deskHistory, card, (of) => beginning(readDesk(of)));
  useEffect(() => {
    keepDesk(card, said);
  }, [card, said]);
  const { leftOut, broughtAgain } = said;
  const { say, undo, mark } = useMemo(() => sendingBy(send), []);
  const marks = useMemo((): Marks => ({ isMarked: markedBy(leftOut, broughtAgain), mark, takeBack: undo }), [leftOut, broughtAgain, mark, undo]);
  return {
    card,
    wishes: said,
    marks,
    say,
    last: steps.at(-1)?.what ?? null,
    isTyped: (steps.at(-1)?.one ?? null) !== null,
    undo,
    begun: () => {
      keepBegun(card, said);
      const next = { ...said, broughtAgain: [] };
      keepDesk(card, next); // at once: the page is left
      send({ do: "begin anew", with: next });
    },
  };
}

const sendingBy = (send: Dispatch<DeskAction | OfHistory<Wishes>>) => ({
  say: send as Dispatch<DeskAction>,
  undo: () => {
    send({ do: "undo" });
  },
  mark: (frames: CardFrame[], as: boolean | "new only") => {
    send({ do: "mark", frames, as });
  },
});

import { useCallback, useEffect, useMemo, useState } from "react";
import type { OrderDocument } from "../api/orders";
import type { ClockWish, Edit, ShootWish, Wishes } from "../api/plan";
import type { CardFrame } from "../api/types";
import { keepBegun, keepDesk, readDesk } from "./keptDesk";
import { changed, markedBy, marking, type Said, undone } from "./steps";

/** Which frames are marked to be brought in. */
export interface Marks {
  isMarked: (frame: CardFrame) => boolean;
  /** Marks all of these frames, unmarks them, or marks what is new of them and nothing else. */
  mark: (frames: CardFrame[], on: boolean | "new only") => void;
  /** Takes the last marking back, as if it had not been. */
  takeBack: () => void;
}

export interface Desk {
  card: string;
  wishes: Wishes;
  marks: Marks;
  /** What was changed last, in words; null where there is nothing to undo. */
  last: string | null;
  undo: () => void;
  sayOfShoot: (anchor: string, said: ShootWish, what: string) => void;
  edit: (edit: Edit, what: string) => void;
  setOrder: (name: string, document: OrderDocument | null, what: string) => void;
  setClock: (body: string, clock: ClockWish | null) => void;
  dateByHand: (frames: string[], time: string) => void;
  /** A shoot stays its own, whatever its neighbours are. */
  keepApart: (anchor: string) => void;
  /** Its intake has begun: all stays as it was said, but what was to come once more has come now. */
  begun: () => void;
}

/**
 * What the photographer says of one card, and how it was before each change. Kept in the browser with the card; the
 * steps to undo only until the page is left.
 */
export function useWishes(card: string): Desk {
  const [{ said, steps }, setDesk] = useState((): Said => ({ said: readDesk(card), steps: [] }));
  useEffect(() => {
    keepDesk(card, said);
  }, [card, said]);
  const change = useCallback((what: string, make: (now: Wishes) => Wishes) => {
    setDesk((now) => changed(now, what, make));
  }, []);
  const undo = useCallback(() => {
    setDesk(undone);
  }, []);
  const { leftOut, broughtAgain } = said;
  const marks = useMemo(
    (): Marks => ({
      isMarked: markedBy(leftOut, broughtAgain),
      mark: (frames, on) => {
        change(...marking(frames, on));
      },
      takeBack: undo,
    }),
    [leftOut, broughtAgain, change, undo],
  );
  return {
    card,
    wishes: said,
    marks,
    last: steps.at(-1)?.what ?? null,
    undo,
    sayOfShoot: useCallback(
      (anchor, shoot, what) => {
        change(what, (now) => ({ ...now, shoots: { ...now.shoots, [anchor]: shoot } }));
      },
      [change],
    ),
    edit: useCallback(
      (edit, what) => {
        change(what, (now) => ({ ...now, edits: [...now.edits, edit] }));
      },
      [change],
    ),
    setOrder: useCallback(
      (name, document, what) => {
        change(what, (now) => ({ ...now, order: { name, document } }));
      },
      [change],
    ),
    setClock: useCallback(
      (body, clock) => {
        change(`the clock of ${body}`, (now) => {
          const others = Object.fromEntries(Object.entries(now.clocks).filter(([name]) => name !== body));
          return { ...now, clocks: clock ? { ...others, [body]: clock } : others };
        });
      },
      [change],
    ),
    dateByHand: useCallback(
      (frames, time) => {
        change("a date by hand", (now) => ({ ...now, byHand: { ...now.byHand, ...Object.fromEntries(frames.map((key) => [key, time])) } }));
      },
      [change],
    ),
    keepApart: useCallback(
      (anchor) => {
        change("a shoot of its own", (now) => ({ ...now, apart: [...now.apart, anchor] }));
      },
      [change],
    ),
    begun: useCallback(() => {
      keepBegun(card, said);
      const next = { ...said, broughtAgain: [] };
      keepDesk(card, next);
      setDesk({ said: next, steps: [] });
    }, [card, said]),
  };
}

import { useState } from "react";
import type { InGroup } from "./groups";
import { lookedAt, type Sitting } from "./sitting";

/** So many are shown beside each other. */
export const MOST_BESIDE = 6;

interface Acts {
  now: Sitting;
  member: InGroup | undefined;
  go: (to: number) => void;
  choose: (frame: number, over: readonly number[]) => void;
}

/** Frames side by side: those that were picked, else the group, else this one and the next; of two the better stays, and the next comes beside it. */
export function useBeside({ now, member, go, choose }: Acts) {
  const [picked, setPicked] = useState<readonly number[]>([]);
  const [shown, setShown] = useState<readonly number[] | null>(null);
  const frame = lookedAt(now);
  const at = (id: number) => now.order.indexOf(id);
  const nextTo = (ids: readonly number[]) => now.order.slice(Math.max(...ids.map(at)) + 1).find((id) => now.frames.get(id)?.judged.decision !== "drop");
  const close = () => {
    setShown(null);
  };
  // Where the hand went elsewhere in the pass, these are no more side by side.
  const ids = shown && frame && shown.includes(frame.id) ? shown : null;
  return {
    /** Those that are side by side; null where none are. */
    ids,
    picked,
    close,
    /** Picks the frame to be looked at beside others, or no more. */
    pick: () => {
      if (frame) setPicked(picked.includes(frame.id) ? picked.filter((id) => id !== frame.id) : [...picked, frame.id].slice(-MOST_BESIDE));
    },
    unpick: () => {
      setPicked([]);
    },
    toggle: () => {
      if (ids) close();
      else if (frame) {
        const next = nextTo([frame.id]);
        const picks = [...picked].filter((id) => at(id) >= 0).sort((a, b) => at(a) - at(b));
        const those = picks.length > 1 ? picks : member ? member.group.frames.filter((id) => at(id) >= 0) : next === undefined ? [] : [frame.id, next];
        if (those.length < 2) return;
        setShown(those);
        setPicked([]);
        if (!those.includes(frame.id)) go(at(those[0] ?? frame.id));
      }
    },
    /** To the next of them, or the one before. */
    step: (by: number) => {
      if (!ids || !frame) return;
      const to = ids[Math.max(0, Math.min(ids.length - 1, ids.indexOf(frame.id) + by))];
      if (to !== undefined) go(at(to));
    },
    /** This one is the better: the others are dropped, if wished; and beside it comes the next, where it was one of two. */
    better: (drops: boolean) => {
      if (!ids || !frame) return;
      choose(frame.id, drops ? ids.filter((id) => id !== frame.id) : []);
      const next = ids.length === 2 ? nextTo(ids) : undefined;
      setShown(next === undefined ? null : [frame.id, next]);
      go(at(frame.id));
    },
  };
}

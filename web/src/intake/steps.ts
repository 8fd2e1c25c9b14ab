import type { Wishes } from "../api/plan";
import type { CardFrame } from "../api/types";
import { count } from "../words/format";

/** What is said of a card, and how it was before each change: what a desk can undo. */

const MOST_STEPS = 200;

/** A change in words, and what was said before it. */
export interface Step {
  what: string;
  before: Wishes;
}

export interface Said {
  said: Wishes;
  steps: Step[];
}

/** Words typed one after the other are one change. */
export const changed = ({ said, steps }: Said, what: string, make: (now: Wishes) => Wishes): Said => ({
  said: make(said),
  steps: what.startsWith("describing") && steps.at(-1)?.what === what ? steps : [...steps.slice(1 - MOST_STEPS), { what, before: said }],
});

/** As it was before the last change. */
export const undone = (now: Said): Said => ({ said: now.steps.at(-1)?.before ?? now.said, steps: now.steps.slice(0, -1) });

/** All of these frames marked, none of them, or what is new of them and nothing else. */
export function marking(frames: CardFrame[], on: boolean | "new only"): [string, (now: Wishes) => Wishes] {
  const what = on === "new only" ? "marking only the new of" : on ? "marking" : "leaving out";
  return [
    `${what} ${frames.length === 1 ? (frames[0]?.name ?? "") : count(frames.length, "frame")}`,
    (now) => {
      const out = new Set(now.leftOut);
      const brought = new Set(now.broughtAgain);
      for (const { key, unmarked } of frames) {
        out.delete(key);
        brought.delete(key);
        if (on === "new only") continue;
        if (on && unmarked) brought.add(key);
        if (!on && !unmarked) out.add(key);
      }
      return { ...now, leftOut: [...out], broughtAgain: [...brought] };
    },
  ];
}

export const markedBy = (leftOut: string[], broughtAgain: string[]): ((frame: CardFrame) => boolean) => {
  const out = new Set(leftOut);
  const again = new Set(broughtAgain);
  return (frame) => !out.has(frame.key) && (!frame.unmarked || again.has(frame.key));
};

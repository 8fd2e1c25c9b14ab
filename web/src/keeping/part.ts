import type { KeepingWish } from "../api/keeping";
import type { Shoot, ShootFrame } from "../api/types";
import type { Keeping, ShootKept } from "../api/views";

/** What the blanks of a wish are given, whatever it is about. */
export interface Part {
  shoot: Shoot;
  kept: ShootKept;
  frames: ShootFrame[];
  picked: number[];
  wish: KeepingWish;
  shown: Keeping | undefined;
  onWish: (wish: KeepingWish) => void;
}

export const LINE = "in-line gap-x-6 gap-y-2";

/** The same without one of its parts. */
export function without(wish: KeepingWish, part: keyof KeepingWish): KeepingWish {
  return Object.fromEntries(Object.entries(wish).filter(([name]) => name !== part));
}

import type { KeepingWish } from "../api/keeping";

/** What is done at once, of one frame that is picked: that it stands for the shoot. */
export const COVER = { value: "cover" as const, name: "the picked frame is its cover" };

/** What can be done to a shoot after it is in. */
export type Kind = "describe" | "number" | "pieces" | "replace" | "card" | "clock" | "into" | "apart" | "notes";

export const KINDS: { value: Kind; name: string }[] = [
  { value: "describe", name: "describe, date or file it" },
  { value: "number", name: "number it anew" },
  { value: "pieces", name: "name by pieces" },
  { value: "replace", name: "replace text in names" },
  { value: "card", name: "call as on the card" },
  { value: "clock", name: "put a clock right" },
  { value: "into", name: "to another shoot" },
  { value: "apart", name: "split it" },
  { value: "notes", name: "notes" },
];

/** Whether enough is said to be shown. */
export function isWhole(kind: Kind, wish: KeepingWish): boolean {
  switch (kind) {
    case "replace":
      return (wish.find ?? "") !== "";
    case "clock":
      return (wish.seconds ?? 0) !== 0;
    case "into":
      return wish.into !== undefined;
    case "apart":
      return (wish.frames?.length ?? 0) > 0;
    case "notes":
      return wish.notes !== undefined;
    case "describe":
    case "number":
    case "pieces":
    case "card":
      return true;
  }
}

/** What each begins with. */
export function firstWish(kind: Kind, picked: number[]): KeepingWish {
  const of = picked.length > 0 ? { frames: picked } : {};
  switch (kind) {
    case "number":
    case "pieces":
      return { names: "anew", ...of };
    case "replace":
      return { names: "replace", ...of };
    case "card":
      return { names: "as on the card", ...of };
    case "clock":
    case "into":
      return of;
    case "apart":
      return { apart: true, ...of };
    case "describe":
    case "notes":
      return {};
  }
}

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

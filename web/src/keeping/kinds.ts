/** What can be done to a shoot after it is in. */
export type Kind = "describe" | "number" | "pieces" | "replace" | "card" | "clock" | "into" | "apart" | "notes";

export const KINDS: { value: Kind; name: string; hint: string }[] = [
  { value: "describe", name: "describe, date or file it", hint: "folder and names follow" },
  { value: "number", name: "number it anew", hint: "in order of time, no gaps" },
  { value: "pieces", name: "name by pieces", hint: "another pattern" },
  { value: "replace", name: "replace text in names", hint: "" },
  { value: "card", name: "call as on the card", hint: "" },
  { value: "clock", name: "put a clock right", hint: "dates, folders, names" },
  { value: "into", name: "to another shoot", hint: "all, or what is picked" },
  { value: "apart", name: "split it", hint: "on the time scale" },
  { value: "notes", name: "notes", hint: "" },
];

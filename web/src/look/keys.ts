import type { Pass } from "../api/views";

/** What a key does in a first look, and how that is listed. Both hands have keys of their own, where they lie. */
export interface KeyOf {
  keys: string[];
  says: string;
}

export const JUDGING: Record<string, string> = { f: "keep", k: "keep", d: "drop", j: "drop", s: "unsure", l: "unsure", a: "open", h: "open" };
JUDGING.q = "turn left";
JUDGING[","] = "turn left";
JUDGING.x = "turn right";
JUDGING["."] = "turn right";
for (const stars of ["0", "1", "2", "3", "4", "5"]) JUDGING[stars] = stars;

/** While passes are shown, the same keys gather the frames of which their word was said; of stars, those that have so many and more. */
const PASS_OF: Record<string, Pass> = { keep: "kept", drop: "dropped", unsure: "unsure", open: "not yet judged", "0": "kept without stars", "1": "1 star and more" };
for (const stars of ["2", "3", "4"] as const) PASS_OF[stars] = `${stars} stars and more`;
PASS_OF["5"] = "5 stars";

export const passByKey = (key: string): Pass | undefined => (key === "e" ? "all" : PASS_OF[JUDGING[key] ?? ""]);

/** The key of the left hand that gathers a pass. */
export const keyOfPass = (pass: Pass): string => (pass === "all" ? "E" : (Object.keys(JUDGING).find((key) => PASS_OF[JUDGING[key] ?? ""] === pass) ?? "").toUpperCase());

export const LISTED: KeyOf[] = [
  { keys: ["F", "K"], says: "keep" },
  { keys: ["D", "J"], says: "drop" },
  { keys: ["S", "L"], says: "unsure" },
  { keys: ["A", "H"], says: "no decision" },
  { keys: ["1", "5"], says: "stars; 0 for none" },
  { keys: ["Q", "X"], says: "turn it left, right; , and . do the same" },
  { keys: ["→", "Space"], says: "the next; held down, they run" },
  { keys: ["←", "Shift Space"], says: "the one before" },
  { keys: ["Home", "End"], says: "the first, the last" },
  { keys: ["Z", "Y"], says: "take back, bring again" },
  { keys: ["M"], says: "move on by itself after a decision" },
  { keys: ["G"], says: "another pass: then F, D, S, A, or stars; E for all" },
  { keys: ["N", "P"], says: "the next group, the one before" },
  { keys: ["W"], says: "the group side by side" },
  { keys: ["R"], says: "keep this one, drop the rest of its group" },
  { keys: ["E"], says: "pixel by pixel" },
  { keys: ["I"], says: "what was recorded" },
  { keys: ["C"], says: "lights and shadows that are clipped" },
  { keys: ["T"], says: "edges of high contrast: where it is sharp" },
  { keys: ["O"], says: "the exposure, by channel" },
  { keys: ["B"], says: "nothing but the picture" },
  { keys: ["V"], says: "the whole screen" },
  { keys: ["Escape"], says: "leave" },
];

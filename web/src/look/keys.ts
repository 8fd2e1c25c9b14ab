import type { KeySet, LookAction } from "../api/standingOrder";
import type { Pass } from "../api/views";

/** What each key's action is, as it is listed. */
export const SAYS: Record<LookAction, string> = {
  keep: "keep",
  drop: "drop",
  unsure: "unsure",
  open: "no decision",
  "turn left": "turn it left",
  "turn right": "turn it right",
  "take back": "take back",
  "bring again": "bring again",
  passes: "another pass: then the keys above, or stars, gather one",
  words: "labels and keywords",
  "move on": "move on by itself after a decision",
  "next group": "the next group",
  "group before": "the group before",
  pick: "pick it, to be side by side with others",
  together: "what is picked is a group; a group is taken apart",
  fold: "of each group one only",
  "side by side": "what is picked side by side; else the group, else it and the next",
  choose: "keep this one, drop the rest of its group, or what is beside it; with Shift, drop none",
  "pixel by pixel": "pixel by pixel; while passes are shown, all",
  recorded: "what was recorded",
  clipped: "lights and shadows that are clipped",
  edges: "edges of high contrast: where it is sharp",
  exposure: "the exposure, by channel",
  bare: "nothing but the picture",
  "whole screen": "the whole screen",
};

/** Those that are the same in every set. */
export const FIXED: { keys: string[]; says: string }[] = [
  { keys: ["1", "5"], says: "stars; 0 for none" },
  { keys: ["Shift"], says: "with a decision: of the whole group" },
  { keys: ["6", "9"], says: "labels; once more takes it away" },
  { keys: ["→", "Space"], says: "the next; held down, they run" },
  { keys: ["←", "Shift Space"], says: "the one before" },
  { keys: ["Home", "End"], says: "the first, the last" },
  { keys: ["Escape"], says: "leave" },
];

/** What is said of the frame by its action; all others are of the screen. */
export const WORDS: LookAction[] = ["keep", "drop", "unsure", "open", "turn left", "turn right"];

export const ACTIONS = Object.keys(SAYS) as LookAction[];

export const actionOf = (set: KeySet, key: string): LookAction | undefined => ACTIONS.find((action) => set[action].includes(key));

/** As it stands beside what it does: "F". */
export const keyOf = (set: KeySet, action: LookAction): string => (set[action][0] ?? "").toUpperCase();

/** While passes are shown, the same keys gather the frames of which their word was said; of stars, those that have so many and more. */
const PASS_OF: Partial<Record<LookAction, Pass>> = { keep: "kept", drop: "dropped", unsure: "unsure", open: "not yet judged", "pixel by pixel": "all" };
const PASS_OF_STARS: Pass[] = ["kept without stars", "1 star and more", "2 stars and more", "3 stars and more", "4 stars and more", "5 stars"];

export const passByKey = (set: KeySet, key: string): Pass | undefined => {
  if (/^[0-5]$/.test(key)) return PASS_OF_STARS[Number(key)];
  const action = actionOf(set, key);
  return action && PASS_OF[action];
};

export const keyOfPass = (set: KeySet, pass: Pass): string => {
  const stars = PASS_OF_STARS.indexOf(pass);
  const action = ACTIONS.find((one) => PASS_OF[one] === pass);
  return stars >= 0 ? String(stars) : action ? keyOf(set, action) : "";
};

import type { OrderDocument } from "../api/orders";
import type { ClockWish, Edit, ShootWish, Wishes } from "../api/plan";
import type { CardFrame } from "../api/types";
import { historyOf, type Sayable } from "../said/history";
import { count } from "../words/format";
import { saidToo } from "./describing";

/** What the photographer may say on a desk. */
export type DeskAction =
  /** All of these frames are marked, none of them, or what is new of them and nothing else. */
  | { do: "mark"; frames: CardFrame[]; as: boolean | "new only" }
  /** While it is typed: the words of a shoot are one step, however many letters they have. */
  | { do: "describe"; shoot: string; wish: ShootWish; name: string }
  /** Shoots without words are called what another is. */
  | { do: "describe too"; shoots: string[]; said: ShootWish }
  /** Of several words that it had, these; the others are let go. */
  | { do: "call"; shoot: string; frames: CardFrame[]; words: string }
  | { do: "say of a shoot"; shoot: string; wish: ShootWish; what: string }
  /** A shoot that was left out comes in after all, with these of its frames marked so. */
  | { do: "take in"; shoot: string; wish: ShootWish; frames: CardFrame[]; as: boolean | "new only" }
  | { do: "divide"; edit: Edit; what: string }
  /** Two shoots become one, by any frame of each; what was said of them stands under their anchors. */
  | { do: "join"; frames: [string, string]; anchors: [string, string]; what: string }
  | { do: "order"; name: string; document: OrderDocument | null; what: string }
  /** Of a body, or of some of its frames where there is a span; null where the clock was right. */
  | { do: "set a clock"; body: string; span: string[] | null; clock: ClockWish | null }
  | { do: "date by hand"; frames: string[]; time: string }
  /** A shoot stays its own, whatever its neighbours are. */
  | { do: "keep apart"; shoot: string };

const MARKING = { true: "marking", false: "leaving out", "new only": "marking only the new of" };

export const desk: Sayable<Wishes, DeskAction> = {
  apply: (now, action) => {
    switch (action.do) {
      case "mark":
        return marked(now, action.frames, action.as);
      case "describe":
      case "say of a shoot":
        return { ...now, shoots: { ...now.shoots, [action.shoot]: action.wish } };
      case "describe too":
        return {
          ...now,
          shoots: { ...now.shoots, ...Object.fromEntries(action.shoots.map((shoot) => [shoot, saidToo(now.shoots[shoot] ?? {}, action.said)])) },
        };
      case "take in":
        return marked({ ...now, shoots: { ...now.shoots, [action.shoot]: { ...action.wish, leftOut: false } } }, action.frames, action.as);
      case "call":
        return called(now, action.shoot, action.frames, action.words);
      case "join":
        return joined(now, action.frames, action.anchors);
      case "divide":
        return { ...now, edits: [...now.edits, action.edit] };
      case "order":
        return { ...now, order: { name: action.name, document: action.document } };
      case "set a clock": {
        if (action.span) return { ...now, spans: spansWith(now.spans, action.span, action.clock) };
        const others = Object.fromEntries(Object.entries(now.clocks).filter(([name]) => name !== action.body));
        return { ...now, clocks: action.clock ? { ...others, [action.body]: action.clock } : others };
      }
      case "date by hand":
        return { ...now, byHand: { ...now.byHand, ...Object.fromEntries(action.frames.map((key) => [key, action.time])) } };
      case "keep apart":
        return { ...now, apart: [...now.apart, action.shoot] };
    }
  },
  inWords: (action) => {
    switch (action.do) {
      case "mark":
        return `${MARKING[`${action.as}`]} ${action.frames.length === 1 ? (action.frames[0]?.name ?? "") : count(action.frames.length, "frame")}`;
      case "describe":
        return `describing the shoot of ${action.name}`;
      case "describe too":
        return `calling ${action.shoots.length === 1 ? "a shoot" : count(action.shoots.length, "shoot")} ${action.said.description ?? ""}`;
      case "take in":
        return "taking a shoot in again";
      case "call":
        return `calling it ${action.words}`;
      case "set a clock":
        return `the clock of ${action.body}${action.span ? `, of ${count(action.span.length, "frame")}` : ""}`;
      case "date by hand":
        return "a date by hand";
      case "keep apart":
        return "a shoot of its own";
      default:
        return action.what;
    }
  },
  oneWith: (action) => (action.do === "describe" ? `describe ${action.shoot}` : null),
};

export const deskHistory = historyOf(desk);

/** Of a span that has any frame of this one the frames are this one's now. */
function spansWith(spans: Wishes["spans"], frames: string[], clock: ClockWish | null): Wishes["spans"] {
  const taken = new Set(frames);
  const others = spans.map((span) => ({ ...span, frames: span.frames.filter((key) => !taken.has(key)) })).filter((span) => span.frames.length > 0);
  return clock ? [...others, { frames, clock }] : others;
}

function called(now: Wishes, anchor: string, frames: CardFrame[], description: string): Wishes {
  const shoots = { ...now.shoots, [anchor]: { ...now.shoots[anchor], description } };
  for (const { key } of frames) if (key !== anchor && shoots[key]?.description) shoots[key] = { ...shoots[key], description: "" };
  return { ...now, shoots };
}

/** Where one of the two has words, both have: which of them the shoot is said under is the plan's to say. Where both have others, both stay, and the page asks. */
function joined(now: Wishes, [frame, other]: [string, string], anchors: [string, string]): Wishes {
  const words = anchors.map((anchor) => now.shoots[anchor]?.description ?? "").find((said) => said !== "");
  const shoots = { ...now.shoots };
  if (words !== undefined)
    for (const anchor of anchors) {
      const wish = now.shoots[anchor];
      if (!wish?.description) shoots[anchor] = { ...wish, description: words };
    }
  return { ...now, shoots, edits: [...now.edits, { do: "join", frame, other }] };
}

/** Other words that were said of frames of a shoot, before these were joined into one. */
export function otherWords(wishes: Wishes, anchor: string, frames: CardFrame[]): string[] {
  const own = wishes.shoots[anchor]?.description ?? "";
  const said = frames.flatMap(({ key }) => (key === anchor ? [] : [wishes.shoots[key]?.description ?? ""]));
  return [...new Set(said)].filter((words) => words !== "" && words !== own);
}

function marked(now: Wishes, frames: CardFrame[], as: boolean | "new only"): Wishes {
  const out = new Set(now.leftOut);
  const brought = new Set(now.broughtAgain);
  for (const { key, unmarked } of frames) {
    out.delete(key);
    brought.delete(key);
    if (as === "new only") continue;
    if (as && unmarked) brought.add(key);
    if (!as && !unmarked) out.add(key);
  }
  return { ...now, leftOut: [...out], broughtAgain: [...brought] };
}

export const markedBy = (leftOut: string[], broughtAgain: string[]): ((frame: CardFrame) => boolean) => {
  const out = new Set(leftOut);
  const again = new Set(broughtAgain);
  return (frame) => !out.has(frame.key) && (!frame.unmarked || again.has(frame.key));
};

import type { Plan } from "../api/plan";
import { count } from "../words/format";

/** What decides whether a card may be brought in now. */
export interface Standing {
  present: boolean;
  /** There is more than one card on the desk. */
  several: boolean;
  /** The receipt that is being written from this card. */
  underWay: number | null;
  plan: Plan | undefined;
  /** No plan could be made of what is said. */
  failed: boolean;
  /** It is being begun just now. */
  beginning: boolean;
}

export interface Readiness {
  /** Whether the button does anything. */
  is: boolean;
  /** What it does: begins, or leads to the proof of what is held, where nothing else is left to do. */
  does: "begin" | "prove";
  /** What the button says: what it does, or why it cannot. */
  says: string;
}

/** Whether the card may be brought in, and what its button says; of what stands in its way, the first to be put right. */
export function readinessOf({ present, several, underWay, plan, failed, beginning }: Standing): Readiness {
  const no = (says: string): Readiness => ({ is: false, does: "begin", says });
  if (beginning) return no("Beginning…");
  if (underWay !== null) return no("Being brought in");
  if (!present) return no(several ? "A card is out" : "The card is out");
  if (!plan) return no("Bring in");
  const nothing = plan.totals.filesToBringIn === 0 && !failed;
  if (nothing && !several && plan.totals.framesHeld > 0) return { is: true, does: "prove", says: "May it be formatted?" };
  const frames = `Bring in ${count(plan.totals.framesToBringIn, "frame")}`;
  if (!plan.store.present) return no(`${plan.store.name} is not there`);
  if (!plan.hasRoom) return no(`Too little room on ${plan.store.name}`);
  if (nothing) return no("Nothing to bring in");
  return { is: !failed, does: "begin", says: frames };
}

import type { Plan } from "../api/plan";
import { count } from "../words/format";

/** What decides whether a card may be brought in now. */
export interface Standing {
  present: boolean;
  /** The receipt that is being written from this card. */
  underWay: number | null;
  plan: Plan | undefined;
  /** No plan could be made of what is said. */
  failed: boolean;
  /** It is being begun just now. */
  beginning: boolean;
}

export interface Readiness {
  /** Whether it can begin. */
  is: boolean;
  /** What the button says: what it does, or why it cannot. */
  says: string;
}

/** Whether the card may be brought in, and what its button says; of what stands in its way, the first to be put right. */
export function readinessOf({ present, underWay, plan, failed, beginning }: Standing): Readiness {
  const no = (says: string): Readiness => ({ is: false, says });
  if (beginning) return no("Beginning…");
  if (underWay !== null) return no("Being brought in");
  if (!present) return no("The card is out");
  if (!plan) return no("Bring in");
  const frames = `Bring in ${count(plan.totals.framesToBringIn, "frame")}`;
  if (!plan.store.present) return no(`${plan.store.name} is not there`);
  if (!plan.hasRoom) return no(`Too little room on ${plan.store.name}`);
  if (plan.totals.filesToBringIn === 0 && !failed) return no("Nothing to bring in");
  return { is: !failed, says: frames };
}

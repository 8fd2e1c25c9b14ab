import * as v from "valibot";
import type { Act } from "../api/look";
import type { Schema } from "../api/checks";
import { readKept } from "../ledger/useKept";

const ACTS: Schema<Act[]> = v.array(
  v.object({
    name: v.string(),
    kind: v.picklist(["judge", "take back", "bring again"]),
    word: v.string(),
    frames: v.array(v.object({ frame: v.number(), revision: v.number(), word: v.exactOptional(v.string()) })),
  }),
);

const nameOf = (lot: string): string => `look ${lot}`;

/** What was said of a lot and is not kept by the ledger yet, as the browser has it from the last time. */
export const unsent = (lot: string): Act[] => readKept(nameOf(lot), ACTS, []);

export function keepUnsent(lot: string, queue: readonly Act[]): void {
  if (queue.length === 0) localStorage.removeItem(nameOf(lot));
  else localStorage.setItem(nameOf(lot), JSON.stringify(queue));
}

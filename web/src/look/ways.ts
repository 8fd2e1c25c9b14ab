import { createContext, useContext } from "react";
import { useStationery } from "../api/orders";
import type { Item, KeySet, LabelDocument } from "../api/standingOrder";

/** How a photographer looks: the keys in use, and the labels, as stationery has them. */
export interface Ways {
  keys: KeySet;
  labels: Item<LabelDocument>[];
}

/** One's own set of keys where there is one, else the first. */
export function useWays(): Ways | null {
  const stationery = useStationery().data;
  const set = stationery && (stationery.keys.find((item) => !item.readyMade) ?? stationery.keys[0]);
  return set ? { keys: set.document, labels: stationery.labels } : null;
}

export const WaysContext = createContext<Ways | null>(null);

export function useWaysHere(): Ways {
  const ways = useContext(WaysContext);
  if (!ways) throw new Error("The keys of a first look are asked for where none are known.");
  return ways;
}

import type { Card } from "./types";

/** Cards that came in while the program is open, until they are opened, waved away or pulled out; kept over all screens. */

/** Milliseconds after a card came or went in which another may: what is put back within a second no stream tells of. */
const UNSETTLED = 4000;

let seen: Set<string> | null = null;
let changed = -UNSETTLED;
let news: readonly string[] = [];
const listeners = new Set<() => void>();

const tell = (next: readonly string[]) => {
  if (next.length === news.length && next.every((id, i) => id === news[i])) return;
  news = next;
  for (const listener of listeners) listener();
};

/** What is in the readers now; what was there at the first look is no news. */
export function noticed(cards: Card[]): void {
  const present = new Set(cards.map((card) => card.id));
  const came = seen === null ? [] : cards.filter((card) => !seen?.has(card.id)).map((card) => card.id);
  if (seen === null || seen.size !== present.size || came.length > 0) changed = performance.now();
  seen = present;
  tell([...news.filter((id) => present.has(id)), ...came]);
}

/** Whether a card came or went just now: then the readers are looked at again soon. */
export const unsettled = (): boolean => performance.now() - changed < UNSETTLED;

export const wavedAway = (card: string): void => {
  tell(news.filter((id) => id !== card));
};

export const arrivals = (): readonly string[] => news;

export function onArrivals(listener: () => void): () => void {
  listeners.add(listener);
  return () => {
    listeners.delete(listener);
  };
}

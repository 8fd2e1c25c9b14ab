import { WISHES, type Wishes } from "../api/plan";
import { readKept } from "../ledger/useKept";

/** What is said on a desk is kept in the browser under its card; what stood there when an intake began, beside it, for it may be taken back. */

export const NOTHING_SAID: Wishes = {
  order: { name: "", document: null },
  shoots: {},
  edits: [],
  clocks: {},
  spans: [],
  byHand: {},
  leftOut: [],
  broughtAgain: [],
  apart: [],
};

export const readDesk = (card: string): Wishes => readKept(`desk ${card}`, WISHES, NOTHING_SAID);

export function keepDesk(card: string, said: Wishes): void {
  localStorage.setItem(`desk ${card}`, JSON.stringify(said));
}

export function keepBegun(card: string, said: Wishes): void {
  localStorage.setItem(`begun ${card}`, JSON.stringify(said));
}

/** Puts what an intake began with back on its desk. */
export function takeBackDesk(card: string): void {
  const begun = localStorage.getItem(`begun ${card}`);
  if (begun !== null) localStorage.setItem(`desk ${card}`, begun);
}

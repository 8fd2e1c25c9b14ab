/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import type { OrderDocument } from "../standingOrder";

/** A page of the day book, the latest first, and whether its chain of digests is whole. */
export interface DayBook {
  /** Entries in the whole book. */
  inAll: number;
  /** Of the last entry. */
  digest: string;
  /** The first entry that does not fit the chain. */
  broken: number | null;
  /** When all of it was last found to be whole, ISO 8601; null where it was not yet worked out to its end. */
  wholeAt: string | null;
  entries: DayBookEntry[];
  older: number | null;
  cards: Subject[];
  stores: Subject[];
}

/** One entry of the day book. */
export interface DayBookEntry {
  id: number;
  at: string;
  kind: string;
  entry: string;
  receipt: number | null;
  shoot: number | null;
}

/** A standing order in the list of them. */
export interface SavedOrder {
  name: string;
  document: OrderDocument;
  isDefault: boolean;
  isSaved: boolean;
}

/** A browser that may enter: since when, until when, and how it names itself. */
export interface Session {
  key: string;
  begun: string;
  until: string;
  browser: string;
  isThis: boolean;
}

/** One thing that is still open: a sentence, and the page on which it is mended or looked at. */
export interface StillOpen {
  sentence: string;
  isGrave: boolean;
  page: string;
}

/** Something that entries of the day book are about. */
export interface Subject {
  id: number;
  name: string;
}

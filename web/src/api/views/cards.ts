/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import type { FrameHint } from "./shared";
import type { Store } from "./stores";

/** How far the copying of a few pictures to a folder is. */
export interface Apart {
  files: number;
  done: number;
  failed: string[];
  ended: boolean;
  name: string;
  folder: string;
}

/** A card in the list of those present; dates are "2026-05-04" or null. */
export interface Card {
  id: string;
  label: string;
  frames: number;
  files: number;
  bytes: number;
  firstDate: string | null;
  lastDate: string | null;
  /** Frames that are new; null until the card was read. */
  new: number | null;
  isFolder: boolean;
}

/** What is in the readers, where these are, and the main store. */
export interface Cards {
  cards: Card[];
  readers: string[];
  store: Store;
  storesThere: number[];
  revision: number;
}

/** Whether a card may be formatted, and if not, why, by file. */
export interface Clearance {
  card: string;
  label: string;
  mayBeFormatted: boolean;
  sentence: string;
  files: number;
  cleared: number;
  letGo: number;
  /** Files of which that was said to this card, and can be taken back. */
  nods: number;
  missing: Missing[];
  missingInAll: number;
  reasons: Reason[];
  /** Whether the ends of files are still being read. */
  reading: boolean;
  comparison: Comparison | null;
  mayRemove: boolean;
}

/** How far a card is being read in full, to be compared with the ledger. */
export interface Comparison {
  running: boolean;
  files: number;
  filesRead: number;
  bytes: number;
  bytesRead: number;
  stoppedBecause: string | null;
}

/** Capture facts as the page shows them. */
export interface Facts {
  body: string | null;
  lens: string | null;
  exposureSeconds: number | null;
  fNumber: number | null;
  iso: number | null;
  focalLengthMm: number | null;
  exposureBiasEv: number | null;
  width: number | null;
  height: number | null;
  subsecond: string | null;
  /** Given in the camera or on another computer, -1 to 5. */
  rating: number | null;
  keywords: string[];
}

/** What previews hint at, as far as they are measured. */
export interface Hints {
  measured: number;
  of: number;
  hints: Record<string, FrameHint[]>;
}

/** A still's exposure: 64 bins of brightness, dark to light, as shares of the fullest; shares of all pixels 0 to 1. */
export interface Histogram {
  bins: number[];
  blackShare: number;
  clippedShare: number;
}

/** What one file lacks before its card may be formatted, the gravest first; and what would mend it. */
export type Lack = "could not be listed to its end" | "cannot be read" | "came from its twin, and is only believed to be the same" | "is nowhere but on this card" | "is in the ledger, but its copies are gone" | "has too few proven copies" | "has its copies on one device" | "has its copies on devices unknown" | "has copies that were not seen just now, for their drives are away" | "seems to be held, and must be read in full to be sure" | "is known by its name, size and time, and its ends are being read again" | "is still to be converted" | "was left out and is nowhere else" | "is a hidden or deleted picture that is nowhere else" | "is of no kind that is known here, and nowhere else" | "is a clip or sound that is nowhere but on this card";

/** One file that keeps its card from being formatted, and why. */
export interface Missing {
  path: string;
  lack: Lack;
  remedy: Remedy;
  because: string;
  isStill: boolean;
}

/** The desk that a picked folder has. */
export interface Picked {
  card: string;
}

/** What keeps a card from being formatted for one cause, however many files it is of. */
export interface Reason {
  lack: Lack;
  remedy: Remedy;
  because: string;
  files: number;
}

/** What the photographer can do about a lack. */
export type Remedy = "none" | "bring in" | "make copies" | "prove" | "compare" | "nod" | "nod alone";

/** A folder to pick a source from, and the folders in it; where the path is empty, the places to begin at, absolute. */
export interface SourceFolders {
  path: string;
  folders: string[];
}

/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import type { CopiesAt } from "./shared";

/** The receipt of an intake that was begun. */
export interface Begun {
  receipt: number;
}

/** A receipt of another card that was begun on the same desk. */
export interface BegunTogether {
  number: number;
  card: string;
  state: IntakeState;
}

/** How far the raws of a receipt are on their way to being DNGs, and which could not be. */
export interface Conversions {
  asked: number;
  waiting: number;
  /** Raws that are to go, and stay until their DNGs are proven at every store. */
  staying: number;
  /** Raws that their DNGs took the place of. */
  gone: number;
  sentence: string;
  refused: RefusedRaw[];
}

/** One piece of work that failed as often as it is tried. */
export interface FailedPiece {
  id: string;
  receipt: number | null;
  what: string;
  because: string;
  at: string | null;
}

/** Where an intake stands. */
export type IntakeState = "waiting" | "running" | "paused" | "stopped" | "done" | "taken back";

/** What sort of file stands on a card, told by its name as cameras and computers give them, or by how it begins (Signature); a folder where its list is at fault. */
export type Kind = "still raw" | "still rendered" | "sidecar" | "voice note" | "moving picture" | "beside a clip" | "hidden picture" | "camera system file" | "folder" | "unknown";

/** What became of one file of a card. */
export type Outcome = "brought in" | "waiting" | "held" | "promised" | "left out" | "not a still" | "unreadable" | "failed";

/** An intake's receipt: where it stands, its sums, and while it runs, its rate in bytes a second and the seconds left. */
export interface Receipt {
  number: number;
  card: string;
  /** Names the desk that it was begun on, with the other cards that lay there. */
  desk: string;
  store: string;
  state: IntakeState;
  askedAt: string;
  begunAt: string | null;
  endedAt: string | null;
  stoppedBecause: string | null;
  sentence: string;
  /** Whether it tells what was found in a store's folders, and no card was there. */
  isFound: boolean;
  verdict: Verdict;
  sums: Sum[];
  cutOff: number;
  files: number;
  bytes: number;
  filesToCopy: number;
  filesCopied: number;
  bytesToCopy: number;
  bytesCopied: number;
  bytesPerSecond: number | null;
  secondsLeft: number | null;
  problems: string[];
  together: BegunTogether[];
  copies: CopiesAt[];
  conversions: Conversions | null;
  waits: Waits;
}

/** One line of a receipt. */
export interface ReceiptLine {
  path: string;
  kind: Kind;
  bytes: number;
  outcome: Outcome;
  reason: string;
  folder: string | null;
  name: string | null;
  checksum: string | null;
  provenAt: string | null;
  date: string | null;
  description: string | null;
  shootFolder: string | null;
  /** The card that it was taken from in place of this one. */
  twin: string | null;
  frame: number | null;
  /** What there is of a picture that was cut off on its card. */
  incomplete: string | null;
}

/** One of them, and how many frames of that receipt are in it. */
export interface ReceiptShoot {
  id: number;
  date: string;
  description: string;
  frames: number;
}

/** The shoots that a receipt's frames came into. */
export interface ReceiptShoots {
  receipt: number;
  shoots: ReceiptShoot[];
}

/** A page of receipts, the latest first; and on the first page, work that failed as often as it is tried. */
export interface Receipts {
  receipts: Receipt[];
  older: number | null;
  failed: FailedPiece[];
}

/** A raw that could not be converted: its path on the card, and why. */
export interface RefusedRaw {
  path: string;
  because: string;
}

/** The lines of one outcome, added up. */
export interface Sum {
  outcome: Outcome;
  files: number;
  frames: number;
  bytes: number;
}

/** What a receipt came to, in words. Whether the card may be formatted is said by its clearance, from what is on it then. */
export interface Verdict {
  heading: string;
  sentence: string;
  isTroubled: boolean;
}

/** What work waits for, where it does, and what it waited for. */
export interface Waits {
  copying: number[];
  machine: string | null;
  now: string | null;
  slow: string;
}

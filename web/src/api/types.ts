/** What the server sends; the shapes are those of server/Http/View. Sizes in bytes, dates "2026-05-04", times "2026-05-04T21:14:09". */

export interface Store {
  name: string;
  present: boolean;
  freeBytes: number | null;
}

export interface Card {
  id: string;
  label: string;
  frames: number;
  files: number;
  bytes: number;
  firstDate: string | null;
  lastDate: string | null;
}

export interface Cards {
  cards: Card[];
  readers: string[];
  store: Store;
}

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
}

export interface CardFrame {
  key: string;
  name: string;
  date: string;
  takenAt: string;
  /** As the plan has it, clocks put right; set on the desk. */
  plannedAt: string;
  datedByFile: boolean;
  body: string | null;
  bytes: number;
  picture: string | null;
  unreadable: boolean;
  caution: string | null;
  files: string[];
  facts: Facts | null;
  version: string;
  held: HeldAs | null;
  sameExposure: HeldAs | null;
  twin: { where: string; onThisCard: boolean } | null;
  unmarked: boolean;
}

export interface HeldAs {
  path: string;
  since: string;
  frame: number;
}

export type HintName = "black" | "blown" | "under" | "blurred" | "burst" | "bracket";

export interface FrameHint {
  hint: HintName;
  place: number | null;
  of: number | null;
}

export interface Hints {
  measured: number;
  of: number;
  hints: Record<string, FrameHint[]>;
}

export interface Histogram {
  bins: number[];
  blackShare: number;
  clippedShare: number;
}

export interface Desk {
  id: string;
  label: string;
  complete: boolean;
  framesInAll: number;
  filesInAll: number;
  bytesInAll: number;
  kinds: Record<string, number>;
  frames: CardFrame[];
  others: { path: string; what: string; bytes: number }[];
  /** The standing order last used for it, or the default. */
  order: string;
  store: Store;
}

export type Outcome = "waiting" | "brought in" | "held" | "left out" | "not a still" | "unreadable" | "failed";

export interface Receipt {
  number: number;
  card: string;
  store: string;
  state: "waiting" | "running" | "stopped" | "done";
  askedAt: string;
  begunAt: string | null;
  endedAt: string | null;
  stoppedBecause: string | null;
  sentence: string;
  sums: { outcome: Outcome; files: number; frames: number; bytes: number }[];
  files: number;
  bytes: number;
  filesToCopy: number;
  filesCopied: number;
  bytesToCopy: number;
  bytesCopied: number;
  bytesPerSecond: number | null;
  secondsLeft: number | null;
  problems: string[];
}

export interface ReceiptLine {
  path: string;
  kind: string;
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
}

export interface Shoot {
  id: number;
  date: string;
  description: string;
  folder: string;
  frames: number;
  files: number;
  bytes: number;
  from: string;
  to: string;
  firstName: string;
  lastName: string;
  provenSince: string;
  cover: number;
}

export interface ShootFrame {
  id: number;
  stem: string;
  takenAt: string;
  datedByFile: boolean;
  hasPicture: boolean;
  bytes: number;
  names: string[];
  originals: string[];
  facts: Facts | null;
}

import type { Destination, OrderDocument, OrderPart, Samples } from "./orders";
import type { Store } from "./types";

/** What the desk says, and the plan that comes of it; the shapes are those of core/Plan and server/Http/View. */

/** What is said on the desk. Shoots, frames and moments are named by keys of frames. */
export interface Wishes {
  order: { name: string; document: OrderDocument | null };
  shoots: Record<string, ShootWish>;
  edits: Edit[];
  clocks: Record<string, ClockWish>;
  byHand: Record<string, string>;
  leftOut: string[];
  broughtAgain: string[];
}

export interface ShootWish {
  description?: string;
  leftOut?: boolean;
  order?: string;
  destination?: Destination;
  folder?: string;
  into?: number;
}

export type Edit = { do: "cut"; frame: string } | { do: "join"; frame: string; other: string } | { do: "move"; frames: string[]; to: string | null };

export type ClockWish = { seconds: number } | { frame: string; time: string } | { frame: string; same: { card: string; frame: string } | { held: number } };

export interface PlannedShoot {
  id: string;
  anchor: string;
  /** That its frames belong to; it may be entered under another. */
  day: string;
  date: string;
  description: string;
  order: string;
  kindOfWork: string;
  folder: string;
  from: string;
  to: string;
  frames: number;
  held: number;
  leftOut: number;
  toBringIn: number;
  files: number;
  bytes: number;
  firstName: string | null;
  lastName: string | null;
  isLeftOut: boolean;
  joins: number | null;
  makes: string[];
  keys: string[];
  times: string[];
}

export interface Totals {
  frames: number;
  files: number;
  bytes: number;
  framesHeld: number;
  framesLeftOut: number;
  framesUnreadable: number;
  framesToBringIn: number;
  filesToBringIn: number;
  bytesToBringIn: number;
  filesLeftOut: number;
  filesNotStills: number;
  filesUnreadable: number;
  kindsToBringIn: Record<string, number>;
}

export interface Plan {
  shoots: PlannedShoot[];
  totals: Totals;
  problems: Problem[];
  tree: { path: string; state: "new" | "exists" | "joined"; frames: number; files: number }[];
  clocks: BodyClock[];
  samples: Samples | null;
  order: OrderDocument;
  departs: OrderPart[];
  store: Store;
}

export interface Problem {
  message: string;
  about: "a changed name" | "a collision" | "a gap" | "a time" | "a stray" | "damage" | "what is held";
  shoot: string | null;
}

export interface BodyClock {
  body: string;
  frames: number;
  seconds: number;
  inWords: string;
  because: string;
  first: string;
  before: string;
  after: string;
}

export interface PlanLine {
  from: string;
  folder: string | null;
  name: string | null;
  intent: string;
  reason: string;
  bytes: number;
  takenAt: string | null;
}

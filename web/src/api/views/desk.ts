/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import type { OrderDocument, OrderPart } from "../standingOrder";
import type { Facts } from "./cards";
import type { Samples } from "./shared";
import type { Said, StampSample } from "./stamps";
import type { Store } from "./stores";

/** What a problem of a plan is about. */
export type About = "a changed name" | "more digits" | "a long path" | "a collision" | "a gap" | "a time" | "a stray" | "a night over midnight" | "damage" | "a picture that is cut off" | "what is held" | "a shoot that is joined" | "frames held in part" | "companions that stay";

/** The clock of one body on the card, or of some of its frames: how it is corrected, and what the first of them shows before and after. */
export interface BodyClock {
  inWords: string;
  body: string;
  span: string[] | null;
  frames: number;
  seconds: number;
  because: string;
  first: string;
  before: string;
  after: string;
}

/** A frame on a card: its files, when it was taken, what was recorded, and what is wrong with it. */
export interface CardFrame {
  key: string;
  name: string;
  date: string;
  takenAt: string;
  datedByFile: boolean;
  /** Names the camera body as clocks do; null where the camera gave no model. */
  body: string | null;
  bytes: number;
  /** The file that its picture is made of, from the root of its card; null where it is unreadable. */
  picture: string | null;
  unreadable: boolean;
  /** What there is of it where it was cut off: "20 kB of a picture that says more". */
  incomplete: string | null;
  /** A card in a reader that has it whole, where it is unreadable or cut off here. */
  wholeOn: string | null;
  caution: string | null;
  files: string[];
  facts: Facts | null;
  /** Changes when the picture does, for addresses that may be kept. */
  version: string;
  /** Held already, as a whole: its name at the store and since when. */
  held: HeldAs | null;
  /** That it was held, and let go for good, in words. */
  letGo: string | null;
  /** The name of the frame that is held in part, which it joins. */
  joins: string | null;
  /** Held before with other bytes: the photographer decides. */
  sameExposure: HeldAs | null;
  twin: Twin | null;
  /** An intake under way that will bring in what is not held of it. */
  promised: PromisedBy | null;
  /** Whether an order left a part of it on the card when the rest came in. */
  leftByOrder: boolean;
  /** Whether it stays on the card unless it is marked. */
  unmarked: boolean;
  isNew: boolean;
  card: string;
}

/** What a shoot was called, when one last was, and what else its pictures say of the occasion. */
export interface Description {
  description: string;
  date: string;
  said: Said[];
  keywords: string[][];
}

/** A card, or several, as their desk shows them: the slip's numbers, the frames read so far in order of capture, the rest by name. */
export interface Desk {
  id: string;
  label: string;
  cards: DeskCard[];
  complete: boolean;
  framesInAll: number;
  filesInAll: number;
  bytesInAll: number;
  kinds: Record<string, number>;
  frames: CardFrame[];
  others: OtherFile[];
  store: Store;
  order: string;
  copiesLooked: boolean;
}

/** One of the cards on a desk. */
export interface DeskCard {
  id: string;
  label: string;
}

/** What DNGs of the raws that are to come in will cost, by what this body's frames gave before. */
export interface DngEstimate {
  sentence: string;
}

/** How a folder of the resulting tree comes about. */
export type FolderState = "new" | "exists" | "joined";

/** What the ledger holds already: under which name at which store, since when, and whether that copy was there when it was last looked at. */
export interface HeldAs {
  path: string;
  since: string;
  frame: number;
  shoot: number;
  isThere: boolean;
  store: string;
  proven: string;
  comesBack: boolean;
}

/** What a plan means to do with one file of the card. */
export type Intent = "bring in" | "left out" | "held" | "promised" | "not a still" | "unreadable";

/** A file of the card that belongs to no frame, or a place that could not be listed: what it is, in words. */
export interface OtherFile {
  path: string;
  what: string;
  bytes: number;
  isClip: boolean;
  canCome: boolean;
}

/** A plan without its single lines: what the desk shows while it is being made. */
export interface Plan {
  shoots: PlannedShoot[];
  totals: Totals;
  problems: Problem[];
  tree: TreeFolder[];
  clocks: BodyClock[];
  samples: Samples | null;
  order: OrderDocument;
  departs: OrderPart[];
  store: Store;
  /** Whether there is room on the store for what is to be brought in. */
  hasRoom: boolean;
  stores: PlannedStore[];
  stamps: StampSample;
  dngs: DngEstimate;
}

/** One file of a plan: what it was called, and what it will be, or why it stays. */
export interface PlanLine {
  from: string;
  folder: string | null;
  name: string | null;
  intent: Intent;
  reason: string;
  bytes: number;
  takenAt: string | null;
}

/** A planned shoot on the page; see PlannedShoot and its parts. */
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
  joins: number | null;
  makes: string[];
  keys: string[];
  times: string[];
  marked: string[];
}

/** A store that copies would go to: whether it is there and has room for them, with a margin, and what is to be known of it. */
export interface PlannedStore {
  name: string;
  landsThere: boolean;
  present: boolean;
  freeBytes: number | null;
  hasRoom: boolean;
  warnings: string[];
}

/** Something about a plan that the photographer should know before it begins, in a sentence. */
export interface Problem {
  message: string;
  about: About;
  shoot: string | null;
  of: number;
}

/** An intake under way from another card, or from this one, will bring the same file in. */
export interface PromisedBy {
  receipt: number;
  card: string;
  print: string;
}

/** The foot of a plan on the page, and the sentence that it comes to. */
export interface Totals {
  frames: number;
  framesHeld: number;
  framesLeftOut: number;
  framesUnreadable: number;
  framesToBringIn: number;
  files: number;
  filesHeld: number;
  filesLeftOut: number;
  filesNotStills: number;
  filesUnreadable: number;
  filesToBringIn: number;
  bytes: number;
  bytesToBringIn: number;
  kindsToBringIn: Record<string, number>;
  sentence: string;
}

/** One folder of the tree that a plan results in. */
export interface TreeFolder {
  path: string;
  state: FolderState;
  frames: number;
  files: number;
}

/** Where the same frame stands a second time. */
export interface Twin {
  where: string;
  onThisCard: boolean;
}

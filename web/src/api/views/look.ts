/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import type { Pass } from "./shared";

/** Something that a pass can be told by, and how many frames it would have. */
export interface Choice {
  facet: Facet;
  value: string;
  frames: number;
  chosen: boolean;
}

/** What passes can be told apart by, with counts. */
export interface Choices {
  passes: PassCount[];
  choices: Choice[];
}

/** What is to become of a frame. */
export type Decision = "keep" | "drop" | "unsure";

/** What another program wrote of a frame. */
export interface ElsewhereFrame {
  decision: Decision | null;
  stars: number;
  label: string | null;
  frame: number;
}

/** Frames of which another program says something else. */
export interface ElsewhereSaid {
  frames: ElsewhereFrame[];
  after: number | null;
}

/** By what else than its decision and stars a frame can be told from others. */
export type Facet = "label" | "keyword" | "hint" | "body" | "lens" | "hour";

/** Frames that belong together, in the order they were taken; and the same, the sharpest first, where that was measured. */
export interface Group {
  kind: GroupKind;
  frames: number[];
  bySharpness: number[];
}

/** Why frames belong together. */
export type GroupKind = "burst" | "bracket" | "alike" | "by hand";

/** What came of acts, or was judged since one: how these frames are judged now, those of them that another had judged first, and where the sitting stands. */
export interface Judged {
  frames: Judgement[];
  met: number[];
  standing: Standing;
}

/** How a frame is judged, and the revision that this is. */
export interface Judgement {
  frame: number;
  decision: Decision | null;
  stars: number;
  label: string | null;
  /** Quarters to the right from how the camera recorded it. */
  turned: number;
  revision: number;
}

/** A sitting as it opens: what it is of, its frames in the order they were taken, and where it stands. */
export interface Look {
  frames: LookFrame[];
  lot: string;
  title: string;
  goal: number | null;
  standing: Standing;
}

/** A frame that is looked at. */
export interface LookFrame {
  id: number;
  shoot: number;
  stem: string;
  takenAt: string;
  hasPicture: boolean;
  body: string;
  lens: string;
  endings: string[];
  /** Whether it has a raw, whose samples can be read. */
  hasRaw: boolean;
  /** What its file said before it came here, in words; empty where that was nothing. */
  came: string;
  judged: Judgement;
}

/** A pass, and how many frames it would have now. */
export interface PassCount {
  pass: Pass;
  frames: number;
}

/** The frames of a pass, in order. */
export interface PassFrames {
  frames: number[];
}

/** What can be had back of a raw's light. */
export interface Sensor {
  /** Whether it is still being read. */
  waits: boolean;
  /** Shares of samples at the white level, 0 to 1; null where they could not be read, or are not yet. */
  red: number | null;
  green: number | null;
  blue: number | null;
  /** EV. */
  stops: number | null;
  because: string | null;
}

/** Where a sitting stands: what it comes to, how many frames each pass would have, the last act, and what can be taken back or brought again. */
export interface Standing {
  sentence: string;
  all: number;
  open: number;
  dropped: number;
  kept: number;
  passes: PassCount[];
  canTakeBack: boolean;
  canBringAgain: boolean;
  act: number;
  waiting: number;
}

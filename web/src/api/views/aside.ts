/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import type { Judgement } from "./look";
import type { Pass } from "./shared";

/** What of a shoot is dropped and lies in it still, and what is set aside. */
export interface Aside {
  shoot: number;
  date: string;
  description: string;
  name: string;
  dropped: AsideSum;
  aside: AsideSum;
  frames: AsideFrame[];
  away: string[];
}

/** A frame that is set aside. */
export interface AsideFrame {
  id: number;
  stem: string;
  takenAt: string;
  since: string;
  hasPicture: boolean;
  bytes: number;
  copies: number;
  endings: string[];
  doubts: string[];
  judged: Judgement;
}

/** A shoot that frames are set aside from. */
export interface AsideShoot {
  shoot: number;
  date: string;
  description: string;
  frames: number;
  since: string;
}

/** What frames come to that are dropped, or set aside. */
export interface AsideSum {
  frames: number;
  bytes: number;
  starred: number;
  /** Those of which a file has one proven copy or none. */
  once: number;
}

/** What came of letting frames go for good. */
export interface LetGo {
  gone: number;
  stay: number;
}

/** Which selects of a shoot are kept in step with how they are judged, or lie in a subfolder as copies. */
export interface Selects {
  /** Of which they are kept in step; null where they are not. */
  pass: Pass | null;
  /** '' where there are none. */
  subfolder: string;
  how: SelectsHow | null;
  /** How they come there where nothing else is said. */
  byOrder: SelectsHow;
  /** How many frames were picked to lie there; 0 where a pass says which. */
  picked: number;
  /** How many lie in the subfolder and belong there: frames, or files of copies. */
  lie: number;
  /** How many are to go there or back, or to be made or taken away. */
  toMove: number;
  /** Files that lie there and are not as in the shoot: edited there, or in the shoot. */
  otherwise: number;
}

/** How selects come to lie in a subfolder. */
export type SelectsHow = "moved" | "copied" | "hard-linked";

/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import type { NamePattern } from "../standingOrder";
import type { Samples } from "./shared";

/** A change of places before it is made: how all is called and lies now, and afterwards. */
export interface Keeping {
  /** In words. */
  what: string;
  frames: number;
  files: number;
  renamed: number;
  moved: number;
  /** Of the shoot, or the one that frames go to. */
  folderBefore: string;
  folderAfter: string;
  /** Whether numbers count as frames were taken afterwards. */
  inOrder: boolean;
  names: NameChange[];
  /** How many those are in all. */
  found: number;
  samples: Samples;
  /** Whether anything would change. */
  changes: boolean;
  away: string[];
}

/** How a frame is called and lies, and shall be and lie. */
export interface NameChange {
  id: number;
  stem: string;
  folder: string;
  takenAt: string;
  stemAfter: string;
  folderAfter: string;
  takenAtAfter: string;
}

/** What is said of a shoot by hand, and how its frames are named. */
export interface ShootKept {
  kindOfWork: string;
  notes: string;
  cover: number | null;
  /** By which its frames were named. */
  pattern: NamePattern;
  inOrder: boolean;
  bodies: string[];
}

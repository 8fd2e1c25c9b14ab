/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */

/** Copies at one store of the files that one intake brought in, or that lie in one shoot: as the rows of copies are when it is asked. */
export interface CopiesAt {
  /** "Anvil: 866 proven"; "Bellows: 21 proven, 845 owed". */
  inWords: string;
  store: string;
  proven: number;
  owed: number;
  bad: number;
}

/** A hint on one frame; for a burst or bracket also which of how many it is, counted from 1. */
export interface FrameHint {
  hint: Hint;
  place: number | null;
  of: number | null;
}

/** What may be wrong with a frame, or which frames it belongs with. Hints point; they never decide. */
export type Hint = "black" | "blown" | "under" | "soft" | "exposed apart" | "burst" | "bracket";

/** Which frames are gone through, by how they are judged. */
export type Pass = "all" | "not yet judged" | "unsure" | "kept" | "kept without stars" | "1 star and more" | "2 stars and more" | "3 stars and more" | "4 stars and more" | "5 stars" | "dropped";

/** What an order's pieces say of one frame, and what the other pieces would say: samples to compose names and folders by. */
export interface Samples {
  names: string[];
  folders: string[][];
  offered: Record<string, string>;
  dates: Record<string, string>;
  forNames: string[];
  forFolders: string[];
}

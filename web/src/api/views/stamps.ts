/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */

/** A field as many frames have it: the text that all of them say, or that they say several. */
export interface CommonField {
  field: string;
  label: string;
  isOfSlip: boolean;
  text: string | null;
}

/** A keyword that some of many frames bear, and how many. */
export interface CommonKeyword {
  id: number;
  path: string[];
  frames: number;
}

/** What a selection of frames says: what they have in common, and where they differ. */
export interface CommonStamps {
  frames: number;
  fields: CommonField[];
  keywords: CommonKeyword[];
  rating: number | null;
  ratingDiffers: boolean;
  label: string | null;
  labelDiffers: boolean;
}

/** A word that goes on from what was typed; the synonym that led to it, where one did. */
export interface Completion {
  id: number;
  path: string[];
  synonym: string | null;
}

/** A word of the vocabulary in the ledger. */
export interface KeywordRow {
  id: number;
  parent: number | null;
  word: string;
  synonyms: string[];
  /** Whether it only stands there for those below it, and is never written. */
  isHeading: boolean;
  children: number;
  frames: number;
  above: string[];
}

/** Words of the vocabulary, and how many there are in all. */
export interface Keywords {
  words: KeywordRow[];
  inAll: number;
}

/** One field of a stamp, by the word that it is called by. */
export interface Said {
  field: string;
  label: string;
  text: string;
}

/** What will be written into the files of a shoot, as its first frame has it. */
export interface StampSample {
  slip: string | null;
  notThere: string | null;
  says: Said[];
  keywords: string[][];
  limits: string[];
  written: string[];
}

/** How far the stamps of a shoot are written. */
export interface StampState {
  waiting: number;
  noted: number;
  left: number;
  canTakeBack: string | null;
  changed: number;
  withoutRights: number[];
  slip: string | null;
}

/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import type { ShootFrame } from "./shoots";

/** An album: what it is called, what stands for it, and how many frames are in it. */
export interface Album {
  id: number;
  name: string;
  note: string;
  cover: number;
  frames: number;
}

/** An album with its frames, in its order. */
export interface AlbumPage {
  album: Album;
  frames: ShootFrame[];
}

/** What was found. */
export interface Find {
  frames: number;
  of: number;
  behind: number;
  phrases: string[];
  notes: string[];
  shoots: number;
  sections: FoundSection[];
}

/** A day on which frames that were found were taken. */
export interface FoundDay {
  day: string;
  frames: number;
}

/** One thing by which frames are told apart. */
export interface FoundFacet {
  facet: string;
  called: string;
  values: FoundValue[];
  more: number;
}

/** A day on which found frames were taken, and in which of its minutes. */
export interface FoundHours {
  day: string;
  frames: number;
  minutes: number[];
}

/** A shoot of which frames were found, or what else they stand together by: how many of how many. */
export interface FoundSection {
  value: string;
  shoot: number | null;
  date: string;
  called: string;
  found: number;
  frames: number;
  first: ShootFrame[];
}

/** A value of a facet, and how many of the frames that are looked at have it. */
export interface FoundValue {
  value: string;
  called: string;
  frames: number;
  any: boolean;
  none: boolean;
}

/** What is looked for by name: kept by somebody, or there from the beginning. */
export interface KeptFind {
  name: string;
  query: string;
  isOurs: boolean;
}

/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import type { Facts } from "./cards";
import type { Judgement } from "./look";
import type { CopiesAt, FrameHint } from "./shared";

/** What was recorded of a frame. */
export interface FrameFacts {
  frame: number;
  facts: Facts | null;
}

/** What a frame of a shoot says, in short. */
export interface FrameStamp {
  rating: number | null;
  label: string | null;
  keywords: string[];
  waits: boolean;
  note: string | null;
  found: PictureChange | null;
}

/** What came to a file that is not as the ledger has it, told by its coded pictures: only what is said of the picture may be merged with ours. Damage keeps a file's length, or leaves no whole picture; a program that saves a picture anew does neither (a rule of thumb, no published source): both are another picture, and neither is ever copied over a good one. */
export type PictureChange = "said" | "damage" | "edit" | "unknown";

/** A shoot in the list: its folder, its sums, and the frame that stands for it. */
export interface Shoot {
  id: number;
  date: string;
  description: string;
  folder: string;
  frames: number;
  /** Frames that are set aside from it, in none of the sums. */
  aside: number;
  files: number;
  bytes: number;
  from: string;
  to: string;
  firstName: string;
  lastName: string;
  provenSince: string;
  cover: number;
  copies: CopiesAt[];
  copiesOfEach: number;
}

/** A frame of a shoot among all others: what it is called now, what it was called, and what it says. What was recorded is asked for when one looks at it. */
export interface ShootFrame {
  id: number;
  /** That it was moved to since it came in; '' where it lies as it did. */
  subfolder: string;
  stem: string;
  takenAt: string;
  datedByFile: boolean;
  hasPicture: boolean;
  bytes: number;
  names: string[];
  originals: string[];
  judged: Judgement;
  stamp: FrameStamp;
  hints: FrameHint[];
}

/** One shoot with its frames, in the order they were taken. */
export interface ShootPage {
  shoot: Shoot;
  frames: ShootFrame[];
  looked: boolean;
}

/** A page of shoots, the latest first, and all years that there are shoots of. */
export interface Shoots {
  shoots: Shoot[];
  years: Year[];
  older: number | null;
}

/** What a year holds, all of it, whatever part of it is shown. */
export interface Year {
  year: string;
  shoots: number;
  frames: number;
  bytes: number;
}

/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */

/** What would be gone with one machine or drive. */
export interface Loss {
  of: string;
  sentence: string;
  isGrave: boolean;
  shoots: LostFrom[];
  more: number;
}

/** A shoot of which files lie on one drive only. */
export interface LostFrom {
  shoot: number;
  date: string;
  description: string;
  frames: number;
  files: number;
  bytes: number;
  pictures: number[];
}

/** What is said of the ledger's dumps, and what would be gone with this machine, or with a drive. */
export interface Survival {
  dump: string;
  warning: string | null;
  isUnderWay: boolean;
  losses: Loss[];
}

/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */

/** A copy that is missing or different, and whether there is another to mend it from. */
export interface BadCopy {
  id: number;
  store: number;
  shoot: number;
  path: string;
  bytes: number;
  state: CopyState;
  because: string;
  /** Where a file of its bytes was found since, from the store's root. */
  foundPath: string | null;
  /** Whether it is being mended. */
  isToMend: boolean;
  storeName: string;
  good: string[];
}

/** Changes that a store is owed: copies that were renamed, moved or let go while it could not follow, and what lies beside them. */
export interface ChangesOwed {
  all: number;
  /** "4 copies to be renamed or moved, 31 copies to be removed", "other files of 2 changes to follow"; empty where there are none. */
  inWords: string;
  toMove: number;
  toRemove: number;
}

/** How a copy was when it was last looked at. */
export type CopyState = "owed" | "proven" | "missing" | "differs" | "set aside" | "let go" | "left";

/** A drive that is attached. */
export interface Drive {
  path: string;
  label: string;
  device: string;
  freeBytes: number | null;
  readOnly: boolean;
}

/** The folders of a folder on a drive. */
export interface DriveFolders {
  path: string;
  folders: string[];
  store: string | null;
  room: string;
}

/** A store that is not here, and is attached to another machine of this ledger now. */
export interface Elsewhere {
  store: number;
  machine: string;
}

/** What is wrong with copies. */
export interface Findings {
  copies: BadCopy[];
  looking: boolean;
  following: boolean;
  copying: number[];
}

/** Copies that were last proven in one month. */
export interface MonthOfProofs {
  month: string;
  copies: number;
}

/** A proving: how far it is, or what it came to. */
export interface Proving {
  id: number;
  state: ProvingState;
  shoot: number | null;
  /** Where it is a night's share: 1 in so many. */
  days: number | null;
  begunAt: string | null;
  endedAt: string | null;
  files: number;
  bytes: number;
  filesRead: number;
  bytesRead: number;
  bad: number;
  unknown: string[];
  unknownFiles: number;
  stoppedBecause: string | null;
  secondsLeft: number | null;
}

/** How far a proving is. */
export type ProvingState = "waiting" | "running" | "stopped" | "done";

/** A store on the page: its name, whether it is there and why not, bytes free on it. */
export interface Store {
  name: string;
  present: boolean;
  absentBecause: string | null;
  freeBytes: number | null;
}

/** The folders in a folder of a store, to choose from. */
export interface StoreFolders {
  in: string;
  store: string;
  folders: string[] | null;
}

/** A store on the page of stores: where it is, what it holds and is owed, how old its proofs are, and what is to be known of its drive. */
export interface StorePage {
  id: number;
  name: string;
  role: StoreRole;
  path: string;
  present: boolean;
  absentBecause: string | null;
  device: string | null;
  freeBytes: number | null;
  /** How many more cards like the last there is room for. */
  cardsMore: number | null;
  nightlyDays: number | null;
  /** What proving all of it would take, by how fast it was last read. */
  secondsToProve: number | null;
  sums: StoreSums;
  warnings: string[];
  proving: Proving | null;
  isWorkedOn: boolean;
}

/** What a store is for, for all work that no rule takes: see PlacingRules. */
export type StoreRole = "main" | "mirror" | "off site" | "archive" | "by rule" | "former";

/** What a store holds and is owed, and how long ago its copies were proven. */
export interface StoreSums {
  proven: number;
  owed: number;
  bad: number;
  changes: ChangesOwed;
  bytes: number;
  owedBytes: number;
  oldestProof: string | null;
  ages: MonthOfProofs[];
}

/** All stores, and the drives that one can be chosen on. */
export interface Stores {
  stores: StorePage[];
  drives: Drive[];
  copying: number[];
  elsewhere: Elsewhere[];
}

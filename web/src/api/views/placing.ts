/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */

/** So much of what is asked for, at one store. */
export interface AtStore {
  store: number;
  name: string;
  files: number;
  bytes: number;
  freeBytes: number | null;
  hasRoom: boolean;
}

/** What a store has of one kind of work and one year: proven copies. */
export interface Holding {
  store: number;
  kind: string;
  year: string;
  shoots: number;
  bytes: number;
}

/** What would be gone with a store: files that lie there, and proven nowhere else. */
export interface OnlyHere {
  files: number;
  bytes: number;
  paths: string[];
}

/** What an act about where shoots lie comes to. */
export interface Placing {
  shoots: number;
  owed: AtStore[];
  leaving: AtStore[];
  refused: Refused[];
}

/** A shoot that stays as it is, and why. */
export interface Refused {
  shoot: number;
  because: string;
}

/** A rule of where some work lands, what mirrors it and where it ends. */
export interface Rule {
  /** Null for that of all work which no other rule takes. */
  id: number | null;
  kind: string;
  order: string;
  fromYear: number | null;
  toYear: number | null;
  main: number;
  mirrors: number[];
  archives: number[];
  inWords: string;
  beside: string[] | null;
  days: number;
  shoots: number;
}

/** Where work lies: the rules in their order, the last of which takes all, and what each store holds by kind of work and year. */
export interface Rules {
  rules: Rule[];
  holdings: Holding[];
  kinds: string[];
  orders: string[];
}

/** What a store has of a shoot, and what is to come to it or to leave it. */
export interface ShootAtStore {
  id: number;
  name: string;
  /** Its main copies lie there. */
  isHome: boolean;
  /** It is to be at home there, when all of it is. */
  comes: boolean;
  proven: number;
  owed: number;
  bad: number;
  /** Copies that are still to leave, and why some have not yet; '' where nothing keeps them. */
  leaving: number;
  because: string;
  present: boolean;
}

/** A shoot's folder in the tree of a later stage. */
export interface Tree {
  id: number;
  name: string;
  store: string;
  path: string;
  isMade: boolean;
}

/** Where a shoot lies, by what rule, and what may be done about it. */
export interface Whereabouts {
  /** "At home on Anvil; also on Bellows. Coffer is owed 12 files of it." */
  inWords: string;
  isFiled: boolean;
  /** A mirror of its rule has nothing of it, though nothing keeps it from that. */
  lacksMirror: boolean;
  /** Why it has no second copies yet; '' where nothing keeps them. */
  second: string;
  /** What was dropped has no second copy. */
  keptOnly: boolean;
  /** In words. */
  rule: string;
  archives: string[];
  /** Where it is worked on, by name. */
  workplace: string;
  isFinished: boolean;
  stores: ShootAtStore[];
  beside: string;
  trees: Tree[];
}

/** Standing orders and stationery; the shapes are those of docs/standing-order.schema.json. */

export type Companions = "raw and JPEG" | "raw only" | "JPEG only";
export type PieceKind =
  | "date taken"
  | "date of intake"
  | "description"
  | "words"
  | "initials"
  | "sequence"
  | "camera file number"
  | "whole camera file number"
  | "first camera file number"
  | "original name"
  | "body"
  | "kind of work"
  | "card folders"
  | "job"
  | "event"
  | "place"
  | "name it has";
export type Others = "stay on the card" | "in a subfolder of the shoot" | "in a folder of the card's name";
export type Clips = "stay on the card" | "with the stills" | "in a subfolder";

export interface CopiesWanted {
  number: number;
  readTwice: boolean;
  sha256: boolean;
  seenNow: boolean;
  second: SecondCopy;
}

/** When the copies on mirrors are made. */
export type SecondCopy = "at once" | "kept, after first look" | "all, after first look" | "when it is said";

export type DngMode = "off" | "beside the raw" | "instead of the raw";

export interface DngsWanted {
  mode: DngMode;
  previewEdge: number;
  embedRaw: boolean;
  cardWaits: boolean;
}

/** What is stamped on every frame; the names of texts are those of core/Stamp/StampField. */
export interface StampsWanted {
  /** A rights slip's name; null for the default, "" for none. */
  slip: string | null;
  texts?: SlipTexts;
  keywords: string[][];
  parents: boolean;
  jpegSidecar: boolean;
  /** Of DNGs that a camera wrote. */
  dngSidecar: boolean;
  iim: boolean;
}

/** What is done by itself when all of a card is in; and where frames go that are dropped later. */
export interface Afterwards {
  /** A program of the settings; "" for none. */
  open: string;
  eject: boolean;
  /** The folder at each store's root that dropped frames are set aside in. */
  dropped: string;
  /** How frames come to the subfolder for selects. */
  selects: "moved" | "copied" | "hard-linked";
  /** That its frames are put into, by its name; "" for none. */
  album: string;
}

export type SlipTexts = Partial<Record<string, string>>;

export type Between = "_" | "-" | " " | "";
export type Scope = "this shoot" | "this day" | "running on";
export type Style = "hyphens" | "as written";

export interface Piece {
  piece: PieceKind;
  fields?: string;
  text?: string;
  style?: Style;
  start?: number;
  digits?: number;
  scope?: Scope;
}

export interface Destination {
  kindOfWork: string;
  folder: string;
}

export interface NamePattern {
  pieces: Piece[];
  between: Between;
  extension: "lower case" | "as the camera wrote it";
}

export interface FolderPattern {
  levels: Piece[][];
  between: Between;
}

/** A tree of a later stage, in which each shoot has a folder called as its own. */
export interface StageTree {
  name: string;
  /** Folder from its store's root that it stands in. */
  root: string;
  /** By name; "" for wherever the shoot lies. */
  store: string;
  make: string[];
  /** Made with the shoot; else when it is first needed. */
  withShoot: boolean;
}

export interface Subfolders {
  make: string[];
  framesInto: string;
  trees: StageTree[];
}

export interface OrderParts {
  bring: Companions;
  clips: Clips;
  others: Others;
  shoots: { pauseMinutes: number | null; dayTurnsAt: number };
  destination: Destination;
  folders: FolderPattern;
  subfolders: Subfolders;
  names: NamePattern;
  copies: CopiesWanted;
  stamps: StampsWanted;
  dng: DngsWanted;
  afterwards: Afterwards;
}

export type OrderPart = keyof OrderParts;

export interface OrderDocument extends OrderParts {
  velvetLedger: "standing order";
  version: 1;
  name: string;
}

export interface StationeryParts {
  names: NamePattern;
  folders: FolderPattern;
  subfolders: Subfolders;
  destination: Destination;
  rights: SlipTexts;
  labels: LabelDocument;
  keys: KeySet;
}

/** Shapes that labels are told by (core/Look/LabelMark). */
export type LabelMark = "lantern" | "sail" | "hull" | "kiln" | "rope" | "oar";

/** A label's word is the name of its item. */
export interface LabelDocument {
  mark: LabelMark;
  /** "6" to "9"; "" for none. */
  key: string;
}

/** What keys do in a first look (core/Look/LookKeys). */
export type LookAction =
  | "keep"
  | "drop"
  | "unsure"
  | "open"
  | "turn left"
  | "turn right"
  | "take back"
  | "bring again"
  | "passes"
  | "words"
  | "next group"
  | "group before"
  | "pick"
  | "together"
  | "fold"
  | "side by side"
  | "choose"
  | "pixel by pixel"
  | "recorded"
  | "clipped"
  | "edges"
  | "exposure"
  | "move on"
  | "bare"
  | "whole screen";

export type KeySet = Record<LookAction, string[]>;

export type StationeryKind = keyof StationeryParts;

export interface Item<T> {
  name: string;
  document: T;
  readyMade: boolean;
  isDefault?: boolean;
  /** Where an older record holds less of a text, in words. */
  limits?: string[];
}

export type Stationery = { [K in StationeryKind]: Item<StationeryParts[K]>[] };

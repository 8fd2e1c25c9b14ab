/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import type { OrderDocument, OrderPart } from "./standingOrder";

/** What a problem of a plan is about. */
export type About = "a changed name" | "more digits" | "a long path" | "a collision" | "a gap" | "a time" | "a stray" | "a night over midnight" | "damage" | "a picture that is cut off" | "what is held" | "a shoot that is joined" | "frames held in part" | "companions that stay";

/** How far the copying of a few pictures to a folder is. */
export interface Apart {
  files: number;
  done: number;
  failed: string[];
  ended: boolean;
  name: string;
  folder: string;
}

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

/** The receipt of an intake that was begun. */
export interface Begun {
  receipt: number;
}

/** The clock of one body on the card, or of some of its frames: how it is corrected, and what the first of them shows before and after. */
export interface BodyClock {
  inWords: string;
  body: string;
  span: string[] | null;
  frames: number;
  seconds: number;
  because: string;
  first: string;
  before: string;
  after: string;
}

/** A card in the list of those present; dates are "2026-05-04" or null. */
export interface Card {
  id: string;
  label: string;
  frames: number;
  files: number;
  bytes: number;
  firstDate: string | null;
  lastDate: string | null;
  /** Frames that are new; null until the card was read. */
  new: number | null;
  isFolder: boolean;
}

/** A frame on a card: its files, when it was taken, what was recorded, and what is wrong with it. */
export interface CardFrame {
  key: string;
  name: string;
  date: string;
  takenAt: string;
  datedByFile: boolean;
  /** Names the camera body as clocks do; null where the camera gave no model. */
  body: string | null;
  bytes: number;
  /** The file that its picture is made of, from the card's root; null where it is unreadable. */
  picture: string | null;
  unreadable: boolean;
  /** What there is of it where it was cut off: "20 kB of a picture that says more". */
  incomplete: string | null;
  /** A card in a reader that has it whole, where it is unreadable or cut off here. */
  wholeOn: string | null;
  caution: string | null;
  files: string[];
  facts: Facts | null;
  /** Changes when the picture does, for addresses that may be kept. */
  version: string;
  /** Held already, as a whole: its name at the store and since when. */
  held: HeldAs | null;
  /** The name of the frame that is held in part, which it joins. */
  joins: string | null;
  /** Held before with other bytes: the photographer decides. */
  sameExposure: HeldAs | null;
  twin: Twin | null;
  /** An intake under way that will bring in what is not held of it. */
  promised: PromisedBy | null;
  /** Whether an order left a part of it on the card when the rest came in. */
  leftByOrder: boolean;
  /** Whether it stays on the card unless it is marked. */
  unmarked: boolean;
  isNew: boolean;
}

/** What is in the readers, where these are, and the main store. */
export interface Cards {
  cards: Card[];
  readers: string[];
  store: Store;
  storesThere: number[];
  revision: number;
}

/** Whether a card may be formatted, and if not, why, by file. */
export interface Clearance {
  card: string;
  label: string;
  mayBeFormatted: boolean;
  sentence: string;
  files: number;
  cleared: number;
  letGo: number;
  missing: Missing[];
  missingInAll: number;
  reasons: Reason[];
  /** Whether the ends of files are still being read. */
  reading: boolean;
  comparison: Comparison | null;
  mayRemove: boolean;
}

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

/** How far a card is being read in full, to be compared with the ledger. */
export interface Comparison {
  running: boolean;
  files: number;
  filesRead: number;
  bytes: number;
  bytesRead: number;
  stoppedBecause: string | null;
}

/** A word that goes on from what was typed; the synonym that led to it, where one did. */
export interface Completion {
  id: number;
  path: string[];
  synonym: string | null;
}

/** How far the raws of a receipt are on their way to being DNGs, and which could not be. */
export interface Conversions {
  asked: number;
  waiting: number;
  /** Raws that are to go, and stay until their DNGs are proven at every store. */
  staying: number;
  /** Raws that their DNGs took the place of. */
  gone: number;
  sentence: string;
  refused: RefusedRaw[];
}

/** Copies at one store of the files that one intake brought in, or that lie in one shoot: as the rows of copies are when it is asked. */
export interface CopiesAt {
  /** "Anvil: 866 proven"; "Bellows: 21 proven, 845 owed". */
  inWords: string;
  store: string;
  proven: number;
  owed: number;
  bad: number;
}

/** How a copy was when it was last looked at. */
export type CopyState = "owed" | "proven" | "missing" | "differs" | "set aside" | "let go";

/** A page of the day book, the latest first, and whether its chain of digests is whole. */
export interface DayBook {
  /** Entries in the whole book. */
  inAll: number;
  /** Of the last entry. */
  digest: string;
  /** The first entry that does not fit the chain. */
  broken: number | null;
  /** When all of it was last found to be whole, ISO 8601; null where it was not yet worked out to its end. */
  wholeAt: string | null;
  entries: DayBookEntry[];
  older: number | null;
  cards: Subject[];
  stores: Subject[];
}

/** One entry of the day book. */
export interface DayBookEntry {
  id: number;
  at: string;
  kind: string;
  entry: string;
  receipt: number | null;
  shoot: number | null;
}

/** What a shoot was called, when one last was, and what else its pictures say of the occasion. */
export interface Description {
  description: string;
  date: string;
  said: Said[];
  keywords: string[][];
}

/** A card as its desk shows it: the slip's numbers, the frames read so far in order of capture, the rest by name. */
export interface Desk {
  id: string;
  label: string;
  complete: boolean;
  framesInAll: number;
  filesInAll: number;
  bytesInAll: number;
  kinds: Record<string, number>;
  frames: CardFrame[];
  others: OtherFile[];
  store: Store;
  order: string;
  copiesLooked: boolean;
}

/** What DNGs of the raws that are to come in will cost, by what this body's frames gave before. */
export interface DngEstimate {
  sentence: string;
}

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

/** Capture facts as the page shows them. */
export interface Facts {
  body: string | null;
  lens: string | null;
  exposureSeconds: number | null;
  fNumber: number | null;
  iso: number | null;
  focalLengthMm: number | null;
  exposureBiasEv: number | null;
  width: number | null;
  height: number | null;
  subsecond: string | null;
  /** Given in the camera or on another computer, -1 to 5. */
  rating: number | null;
  keywords: string[];
}

/** One piece of work that failed as often as it is tried. */
export interface FailedPiece {
  id: string;
  receipt: number | null;
  what: string;
  because: string;
  at: string | null;
}

/** What is wrong with copies. */
export interface Findings {
  copies: BadCopy[];
  looking: boolean;
  following: boolean;
  copying: number[];
}

/** How a folder of the resulting tree comes about. */
export type FolderState = "new" | "exists" | "joined";

/** What was recorded of a frame. */
export interface FrameFacts {
  frame: number;
  facts: Facts | null;
}

/** A hint on one frame; for a burst or bracket also which of how many it is, counted from 1. */
export interface FrameHint {
  hint: Hint;
  place: number | null;
  of: number | null;
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

/** What the ledger holds already: under which name at which store, since when, and whether that copy was there when it was last looked at. */
export interface HeldAs {
  path: string;
  since: string;
  frame: number;
  shoot: number;
  isThere: boolean;
  store: string;
  proven: string;
  comesBack: boolean;
}

/** What may be wrong with a frame, or which frames it belongs with. Hints point; they never decide. */
export type Hint = "black" | "blown" | "under" | "soft" | "burst" | "bracket";

/** What previews hint at, as far as they are measured. */
export interface Hints {
  measured: number;
  of: number;
  hints: Record<string, FrameHint[]>;
}

/** A still's exposure: 64 bins of brightness, dark to light, as shares of the fullest; shares of all pixels 0 to 1. */
export interface Histogram {
  bins: number[];
  blackShare: number;
  clippedShare: number;
}

/** Where an intake stands. */
export type IntakeState = "waiting" | "running" | "paused" | "stopped" | "done" | "taken back";

/** What a plan means to do with one file of the card. */
export type Intent = "bring in" | "left out" | "held" | "promised" | "not a still" | "unreadable";

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

/** What sort of file stands on a card, told by its name as cameras and computers give them, or by how it begins (Signature); a folder where its list is at fault. */
export type Kind = "still raw" | "still rendered" | "sidecar" | "voice note" | "moving picture" | "beside a clip" | "hidden picture" | "camera system file" | "folder" | "unknown";

/** What one file lacks before its card may be formatted, the gravest first; and what would mend it. */
export type Lack = "could not be listed to its end" | "cannot be read" | "came from its twin, and is only believed to be the same" | "is nowhere but on this card" | "is in the ledger, but its copies are gone" | "has too few proven copies" | "has its copies on one device" | "has its copies on devices unknown" | "has copies that were not seen just now, for their drives are away" | "seems to be held, and must be read in full to be sure" | "is known by its name, size and time, and its ends are being read again" | "is still to be converted" | "was left out and is nowhere else" | "is a hidden or deleted picture that is nowhere else" | "is of no kind that is known here, and nowhere else" | "is a clip or sound that is nowhere but on this card";

/** One file that keeps its card from being formatted, and why. */
export interface Missing {
  path: string;
  lack: Lack;
  remedy: Remedy;
  because: string;
  isStill: boolean;
}

/** Copies that were last proven in one month. */
export interface MonthOfProofs {
  month: string;
  copies: number;
}

/** A file of the card that belongs to no frame, or a place that could not be listed: what it is, in words. */
export interface OtherFile {
  path: string;
  what: string;
  bytes: number;
  isClip: boolean;
  canCome: boolean;
}

/** What became of one file of a card. */
export type Outcome = "brought in" | "waiting" | "held" | "promised" | "left out" | "not a still" | "unreadable" | "failed";

/** The desk that a picked folder has. */
export interface Picked {
  card: string;
}

/** What came to a file that is not as the ledger has it, told by its coded pictures: only what is said of the picture may be merged with ours. Damage keeps a file's length, or leaves no whole picture; a program that saves a picture anew does neither (a rule of thumb, no published source): both are another picture, and neither is ever copied over a good one. */
export type PictureChange = "said" | "damage" | "edit" | "unknown";

/** A plan without its single lines: what the desk shows while it is being made. */
export interface Plan {
  shoots: PlannedShoot[];
  totals: Totals;
  problems: Problem[];
  tree: TreeFolder[];
  clocks: BodyClock[];
  samples: Samples | null;
  order: OrderDocument;
  departs: OrderPart[];
  store: Store;
  /** Whether there is room on the store for what is to be brought in. */
  hasRoom: boolean;
  stores: PlannedStore[];
  stamps: StampSample;
  dngs: DngEstimate;
}

/** One file of a plan: what it was called, and what it will be, or why it stays. */
export interface PlanLine {
  from: string;
  folder: string | null;
  name: string | null;
  intent: Intent;
  reason: string;
  bytes: number;
  takenAt: string | null;
}

/** A planned shoot on the page; see PlannedShoot and its parts. */
export interface PlannedShoot {
  id: string;
  anchor: string;
  /** That its frames belong to; it may be entered under another. */
  day: string;
  date: string;
  description: string;
  order: string;
  kindOfWork: string;
  folder: string;
  from: string;
  to: string;
  frames: number;
  held: number;
  leftOut: number;
  toBringIn: number;
  files: number;
  bytes: number;
  firstName: string | null;
  lastName: string | null;
  joins: number | null;
  makes: string[];
  keys: string[];
  times: string[];
  marked: string[];
}

/** A store that copies would go to: whether it is there and has room for them, with a margin, and what is to be known of it. */
export interface PlannedStore {
  name: string;
  role: StoreRole;
  present: boolean;
  freeBytes: number | null;
  hasRoom: boolean;
  warnings: string[];
}

/** Something about a plan that the photographer should know before it begins, in a sentence. */
export interface Problem {
  message: string;
  about: About;
  shoot: string | null;
  of: number;
}

/** An intake under way from another card, or from this one, will bring the same file in. */
export interface PromisedBy {
  receipt: number;
  card: string;
  print: string;
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

/** What keeps a card from being formatted for one cause, however many files it is of. */
export interface Reason {
  lack: Lack;
  remedy: Remedy;
  because: string;
  files: number;
}

/** An intake's receipt: where it stands, its sums, and while it runs, its rate in bytes a second and the seconds left. */
export interface Receipt {
  number: number;
  card: string;
  /** Names the desk that it was begun on. */
  desk: string;
  store: string;
  state: IntakeState;
  askedAt: string;
  begunAt: string | null;
  endedAt: string | null;
  stoppedBecause: string | null;
  sentence: string;
  verdict: Verdict;
  sums: Sum[];
  files: number;
  bytes: number;
  filesToCopy: number;
  filesCopied: number;
  bytesToCopy: number;
  bytesCopied: number;
  bytesPerSecond: number | null;
  secondsLeft: number | null;
  problems: string[];
  copies: CopiesAt[];
  conversions: Conversions | null;
  cutOff: number;
  waits: Waits;
}

/** One line of a receipt. */
export interface ReceiptLine {
  path: string;
  kind: Kind;
  bytes: number;
  outcome: Outcome;
  reason: string;
  folder: string | null;
  name: string | null;
  checksum: string | null;
  provenAt: string | null;
  date: string | null;
  description: string | null;
  shootFolder: string | null;
  /** The card that it was taken from in place of this one. */
  twin: string | null;
  frame: number | null;
  /** What there is of a picture that was cut off on its card. */
  incomplete: string | null;
}

/** One of them, and how many frames of that receipt are in it. */
export interface ReceiptShoot {
  id: number;
  date: string;
  description: string;
  frames: number;
}

/** The shoots that a receipt's frames came into. */
export interface ReceiptShoots {
  receipt: number;
  shoots: ReceiptShoot[];
}

/** A page of receipts, the latest first; and on the first page, work that failed as often as it is tried. */
export interface Receipts {
  receipts: Receipt[];
  older: number | null;
  failed: FailedPiece[];
}

/** A raw that could not be converted: its path on the card, and why. */
export interface RefusedRaw {
  path: string;
  because: string;
}

/** What the photographer can do about a lack. */
export type Remedy = "none" | "bring in" | "make copies" | "prove" | "compare" | "nod" | "nod alone";

/** One field of a stamp, by the word that it is called by. */
export interface Said {
  field: string;
  label: string;
  text: string;
}

/** What an order's pieces say of one frame, and what the other pieces would say: samples to compose names and folders by. */
export interface Samples {
  names: string[];
  folders: string[][];
  offered: Record<string, string>;
  dates: Record<string, string>;
  forNames: string[];
  forFolders: string[];
}

/** A standing order in the list of them. */
export interface SavedOrder {
  name: string;
  document: OrderDocument;
  isDefault: boolean;
  isSaved: boolean;
}

/** A browser that may enter: since when, until when, and how it names itself. */
export interface Session {
  key: string;
  begun: string;
  until: string;
  browser: string;
  isThis: boolean;
}

/** A shoot in the list: its folder, its sums, and the frame that stands for it. */
export interface Shoot {
  id: number;
  date: string;
  description: string;
  folder: string;
  frames: number;
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
  stem: string;
  takenAt: string;
  datedByFile: boolean;
  hasPicture: boolean;
  bytes: number;
  names: string[];
  originals: string[];
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

/** A folder to pick a source from, and the folders in it; where the path is empty, the places to begin at, absolute. */
export interface SourceFolders {
  path: string;
  folders: string[];
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

/** One thing that is still open: a sentence, and the page on which it is mended or looked at. */
export interface StillOpen {
  sentence: string;
  isGrave: boolean;
  page: string;
}

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

/** What a store is for. */
export type StoreRole = "main" | "mirror" | "off site" | "former";

/** What a store holds and is owed, and how long ago its copies were proven. */
export interface StoreSums {
  proven: number;
  owed: number;
  bad: number;
  toMove: number;
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

/** Something that entries of the day book are about. */
export interface Subject {
  id: number;
  name: string;
}

/** The lines of one outcome, added up. */
export interface Sum {
  outcome: Outcome;
  files: number;
  frames: number;
  bytes: number;
}

/** The foot of a plan on the page, and the sentence that it comes to. */
export interface Totals {
  frames: number;
  framesHeld: number;
  framesLeftOut: number;
  framesUnreadable: number;
  framesToBringIn: number;
  files: number;
  filesHeld: number;
  filesLeftOut: number;
  filesNotStills: number;
  filesUnreadable: number;
  filesToBringIn: number;
  bytes: number;
  bytesToBringIn: number;
  kindsToBringIn: Record<string, number>;
  sentence: string;
}

/** One folder of the tree that a plan results in. */
export interface TreeFolder {
  path: string;
  state: FolderState;
  frames: number;
  files: number;
}

/** Where the same frame stands a second time. */
export interface Twin {
  where: string;
  onThisCard: boolean;
}

/** What a receipt came to, in words. Whether the card may be formatted is said by its clearance, from what is on it then. */
export interface Verdict {
  heading: string;
  sentence: string;
  isTroubled: boolean;
}

/** What work waits for, where it does, and what it waited for. */
export interface Waits {
  copying: number[];
  machine: string | null;
  now: string | null;
  slow: string;
}

/** What a year holds, all of it, whatever part of it is shown. */
export interface Year {
  year: string;
  shoots: number;
  frames: number;
  bytes: number;
}

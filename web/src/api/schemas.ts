/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import * as v from "valibot";
import { given, list, type Schema } from "./checks";
import type { OrderDocument, OrderPart } from "./standingOrder";
import type * as views from "./views";

export const Apart: Schema<views.Apart> = v.object({
  files: v.number(),
  done: v.number(),
  failed: list(v.string()),
  ended: v.boolean(),
  name: v.string(),
  folder: v.string(),
});

export const CopyState: Schema<views.CopyState> = v.picklist(["owed", "proven", "missing", "differs", "set aside", "let go"]);

export const BadCopy: Schema<views.BadCopy> = v.object({
  id: v.number(),
  store: v.number(),
  shoot: v.number(),
  path: v.string(),
  bytes: v.number(),
  state: CopyState,
  because: v.string(),
  foundPath: v.nullable(v.string()),
  isToMend: v.boolean(),
  storeName: v.string(),
  good: list(v.string()),
});

export const Begun: Schema<views.Begun> = v.object({
  receipt: v.number(),
});

export const Facts: Schema<views.Facts> = v.object({
  body: v.nullable(v.string()),
  lens: v.nullable(v.string()),
  exposureSeconds: v.nullable(v.number()),
  fNumber: v.nullable(v.number()),
  iso: v.nullable(v.number()),
  focalLengthMm: v.nullable(v.number()),
  exposureBiasEv: v.nullable(v.number()),
  width: v.nullable(v.number()),
  height: v.nullable(v.number()),
  subsecond: v.nullable(v.string()),
  rating: v.nullable(v.number()),
  keywords: list(v.string()),
});

export const HeldAs: Schema<views.HeldAs> = v.object({
  path: v.string(),
  since: v.string(),
  frame: v.number(),
  shoot: v.number(),
  isThere: v.boolean(),
  store: v.string(),
  proven: v.string(),
  comesBack: v.boolean(),
});

export const Twin: Schema<views.Twin> = v.object({
  where: v.string(),
  onThisCard: v.boolean(),
});

export const PromisedBy: Schema<views.PromisedBy> = v.object({
  receipt: v.number(),
  card: v.string(),
  print: v.string(),
});

export const CardFrame: Schema<views.CardFrame> = v.object({
  key: v.string(),
  name: v.string(),
  date: v.string(),
  takenAt: v.string(),
  datedByFile: v.boolean(),
  body: v.nullable(v.string()),
  bytes: v.number(),
  picture: v.nullable(v.string()),
  unreadable: v.boolean(),
  incomplete: v.nullable(v.string()),
  wholeOn: v.nullable(v.string()),
  caution: v.nullable(v.string()),
  files: list(v.string()),
  facts: v.nullable(Facts),
  version: v.string(),
  held: v.nullable(HeldAs),
  joins: v.nullable(v.string()),
  sameExposure: v.nullable(HeldAs),
  twin: v.nullable(Twin),
  promised: v.nullable(PromisedBy),
  leftByOrder: v.boolean(),
  unmarked: v.boolean(),
  isNew: v.boolean(),
});

export const Card: Schema<views.Card> = v.object({
  id: v.string(),
  label: v.string(),
  frames: v.number(),
  files: v.number(),
  bytes: v.number(),
  firstDate: v.nullable(v.string()),
  lastDate: v.nullable(v.string()),
  new: v.nullable(v.number()),
  isFolder: v.boolean(),
});

export const Store: Schema<views.Store> = v.object({
  name: v.string(),
  present: v.boolean(),
  absentBecause: v.nullable(v.string()),
  freeBytes: v.nullable(v.number()),
});

export const Cards: Schema<views.Cards> = v.object({
  cards: list(Card),
  readers: list(v.string()),
  store: Store,
  storesThere: list(v.number()),
  revision: v.number(),
});

export const Lack: Schema<views.Lack> = v.picklist(["could not be listed to its end", "cannot be read", "came from its twin, and is only believed to be the same", "is nowhere but on this card", "is in the ledger, but its copies are gone", "has too few proven copies", "has its copies on one device", "has its copies on devices unknown", "has copies that were not seen just now, for their drives are away", "seems to be held, and must be read in full to be sure", "is known by its name, size and time, and its ends are being read again", "is still to be converted", "was left out and is nowhere else", "is a hidden or deleted picture that is nowhere else", "is of no kind that is known here, and nowhere else", "is a clip or sound that is nowhere but on this card"]);

export const Remedy: Schema<views.Remedy> = v.picklist(["none", "bring in", "make copies", "prove", "compare", "nod", "nod alone"]);

export const Missing: Schema<views.Missing> = v.object({
  path: v.string(),
  lack: Lack,
  remedy: Remedy,
  because: v.string(),
  isStill: v.boolean(),
});

export const Reason: Schema<views.Reason> = v.object({
  lack: Lack,
  remedy: Remedy,
  because: v.string(),
  files: v.number(),
});

export const Comparison: Schema<views.Comparison> = v.object({
  running: v.boolean(),
  files: v.number(),
  filesRead: v.number(),
  bytes: v.number(),
  bytesRead: v.number(),
  stoppedBecause: v.nullable(v.string()),
});

export const Clearance: Schema<views.Clearance> = v.object({
  card: v.string(),
  label: v.string(),
  mayBeFormatted: v.boolean(),
  sentence: v.string(),
  files: v.number(),
  cleared: v.number(),
  letGo: v.number(),
  missing: list(Missing),
  missingInAll: v.number(),
  reasons: list(Reason),
  reading: v.boolean(),
  comparison: v.nullable(Comparison),
  mayRemove: v.boolean(),
});

export const CommonField: Schema<views.CommonField> = v.object({
  field: v.string(),
  label: v.string(),
  isOfSlip: v.boolean(),
  text: v.nullable(v.string()),
});

export const CommonKeyword: Schema<views.CommonKeyword> = v.object({
  id: v.number(),
  path: list(v.string()),
  frames: v.number(),
});

export const CommonStamps: Schema<views.CommonStamps> = v.object({
  frames: v.number(),
  fields: list(CommonField),
  keywords: list(CommonKeyword),
  rating: v.nullable(v.number()),
  ratingDiffers: v.boolean(),
  label: v.nullable(v.string()),
  labelDiffers: v.boolean(),
});

export const Completion: Schema<views.Completion> = v.object({
  id: v.number(),
  path: list(v.string()),
  synonym: v.nullable(v.string()),
});

export const RefusedRaw: Schema<views.RefusedRaw> = v.object({
  path: v.string(),
  because: v.string(),
});

export const Conversions: Schema<views.Conversions> = v.object({
  asked: v.number(),
  waiting: v.number(),
  staying: v.number(),
  gone: v.number(),
  sentence: v.string(),
  refused: list(RefusedRaw),
});

export const DayBookEntry: Schema<views.DayBookEntry> = v.object({
  id: v.number(),
  at: v.string(),
  kind: v.string(),
  entry: v.string(),
  receipt: v.nullable(v.number()),
  shoot: v.nullable(v.number()),
});

export const Subject: Schema<views.Subject> = v.object({
  id: v.number(),
  name: v.string(),
});

export const DayBook: Schema<views.DayBook> = v.object({
  inAll: v.number(),
  digest: v.string(),
  broken: v.nullable(v.number()),
  wholeAt: v.nullable(v.string()),
  entries: list(DayBookEntry),
  older: v.nullable(v.number()),
  cards: list(Subject),
  stores: list(Subject),
});

export const Said: Schema<views.Said> = v.object({
  field: v.string(),
  label: v.string(),
  text: v.string(),
});

export const Description: Schema<views.Description> = v.object({
  description: v.string(),
  date: v.string(),
  said: list(Said),
  keywords: list(list(v.string())),
});

export const OtherFile: Schema<views.OtherFile> = v.object({
  path: v.string(),
  what: v.string(),
  bytes: v.number(),
  isClip: v.boolean(),
  canCome: v.boolean(),
});

export const Desk: Schema<views.Desk> = v.object({
  id: v.string(),
  label: v.string(),
  complete: v.boolean(),
  framesInAll: v.number(),
  filesInAll: v.number(),
  bytesInAll: v.number(),
  kinds: v.record(v.string(), v.number()),
  frames: list(CardFrame),
  others: list(OtherFile),
  store: Store,
  order: v.string(),
  copiesLooked: v.boolean(),
});

export const DngEstimate: Schema<views.DngEstimate> = v.object({
  sentence: v.string(),
});

export const DriveFolders: Schema<views.DriveFolders> = v.object({
  path: v.string(),
  folders: list(v.string()),
  store: v.nullable(v.string()),
  room: v.string(),
});

export const Drive: Schema<views.Drive> = v.object({
  path: v.string(),
  label: v.string(),
  device: v.string(),
  freeBytes: v.nullable(v.number()),
  readOnly: v.boolean(),
});

export const Elsewhere: Schema<views.Elsewhere> = v.object({
  store: v.number(),
  machine: v.string(),
});

export const Findings: Schema<views.Findings> = v.object({
  copies: list(BadCopy),
  looking: v.boolean(),
  following: v.boolean(),
  copying: list(v.number()),
});

export const FrameFacts: Schema<views.FrameFacts> = v.object({
  frame: v.number(),
  facts: v.nullable(Facts),
});

export const PictureChange: Schema<views.PictureChange> = v.picklist(["said", "damage", "edit", "unknown"]);

export const FrameStamp: Schema<views.FrameStamp> = v.object({
  rating: v.nullable(v.number()),
  label: v.nullable(v.string()),
  keywords: list(v.string()),
  waits: v.boolean(),
  note: v.nullable(v.string()),
  found: v.nullable(PictureChange),
});

export const Hint: Schema<views.Hint> = v.picklist(["black", "blown", "under", "soft", "burst", "bracket"]);

export const FrameHint: Schema<views.FrameHint> = v.object({
  hint: Hint,
  place: v.nullable(v.number()),
  of: v.nullable(v.number()),
});

export const Hints: Schema<views.Hints> = v.object({
  measured: v.number(),
  of: v.number(),
  hints: v.record(v.string(), list(FrameHint)),
});

export const Histogram: Schema<views.Histogram> = v.object({
  bins: list(v.number()),
  blackShare: v.number(),
  clippedShare: v.number(),
});

export const KeywordRow: Schema<views.KeywordRow> = v.object({
  id: v.number(),
  parent: v.nullable(v.number()),
  word: v.string(),
  synonyms: list(v.string()),
  isHeading: v.boolean(),
  children: v.number(),
  frames: v.number(),
  above: list(v.string()),
});

export const Keywords: Schema<views.Keywords> = v.object({
  words: list(KeywordRow),
  inAll: v.number(),
});

export const Picked: Schema<views.Picked> = v.object({
  card: v.string(),
});

export const Intent: Schema<views.Intent> = v.picklist(["bring in", "left out", "held", "promised", "not a still", "unreadable"]);

export const PlanLine: Schema<views.PlanLine> = v.object({
  from: v.string(),
  folder: v.nullable(v.string()),
  name: v.nullable(v.string()),
  intent: Intent,
  reason: v.string(),
  bytes: v.number(),
  takenAt: v.nullable(v.string()),
});

export const PlannedShoot: Schema<views.PlannedShoot> = v.object({
  id: v.string(),
  anchor: v.string(),
  day: v.string(),
  date: v.string(),
  description: v.string(),
  order: v.string(),
  kindOfWork: v.string(),
  folder: v.string(),
  from: v.string(),
  to: v.string(),
  frames: v.number(),
  held: v.number(),
  leftOut: v.number(),
  toBringIn: v.number(),
  files: v.number(),
  bytes: v.number(),
  firstName: v.nullable(v.string()),
  lastName: v.nullable(v.string()),
  joins: v.nullable(v.number()),
  makes: list(v.string()),
  keys: list(v.string()),
  times: list(v.string()),
  marked: list(v.string()),
});

export const Totals: Schema<views.Totals> = v.object({
  frames: v.number(),
  framesHeld: v.number(),
  framesLeftOut: v.number(),
  framesUnreadable: v.number(),
  framesToBringIn: v.number(),
  files: v.number(),
  filesHeld: v.number(),
  filesLeftOut: v.number(),
  filesNotStills: v.number(),
  filesUnreadable: v.number(),
  filesToBringIn: v.number(),
  bytes: v.number(),
  bytesToBringIn: v.number(),
  kindsToBringIn: v.record(v.string(), v.number()),
  sentence: v.string(),
});

export const About: Schema<views.About> = v.picklist(["a changed name", "more digits", "a long path", "a collision", "a gap", "a time", "a stray", "a night over midnight", "damage", "a picture that is cut off", "what is held", "a shoot that is joined", "frames held in part", "companions that stay"]);

export const Problem: Schema<views.Problem> = v.object({
  message: v.string(),
  about: About,
  shoot: v.nullable(v.string()),
  of: v.number(),
});

export const FolderState: Schema<views.FolderState> = v.picklist(["new", "exists", "joined"]);

export const TreeFolder: Schema<views.TreeFolder> = v.object({
  path: v.string(),
  state: FolderState,
  frames: v.number(),
  files: v.number(),
});

export const BodyClock: Schema<views.BodyClock> = v.object({
  inWords: v.string(),
  body: v.string(),
  span: v.nullable(list(v.string())),
  frames: v.number(),
  seconds: v.number(),
  because: v.string(),
  first: v.string(),
  before: v.string(),
  after: v.string(),
});

export const Samples: Schema<views.Samples> = v.object({
  names: list(v.string()),
  folders: list(list(v.string())),
  offered: v.record(v.string(), v.string()),
  dates: v.record(v.string(), v.string()),
  forNames: list(v.string()),
  forFolders: list(v.string()),
});

export const StoreRole: Schema<views.StoreRole> = v.picklist(["main", "mirror", "off site", "former"]);

export const PlannedStore: Schema<views.PlannedStore> = v.object({
  name: v.string(),
  role: StoreRole,
  present: v.boolean(),
  freeBytes: v.nullable(v.number()),
  hasRoom: v.boolean(),
  warnings: list(v.string()),
});

export const StampSample: Schema<views.StampSample> = v.object({
  slip: v.nullable(v.string()),
  notThere: v.nullable(v.string()),
  says: list(Said),
  keywords: list(list(v.string())),
  limits: list(v.string()),
  written: list(v.string()),
});

export const Plan: Schema<views.Plan> = v.object({
  shoots: list(PlannedShoot),
  totals: Totals,
  problems: list(Problem),
  tree: list(TreeFolder),
  clocks: list(BodyClock),
  samples: v.nullable(Samples),
  order: given<OrderDocument>(),
  departs: given<OrderPart[]>(),
  store: Store,
  hasRoom: v.boolean(),
  stores: list(PlannedStore),
  stamps: StampSample,
  dngs: DngEstimate,
});

export const ProvingState: Schema<views.ProvingState> = v.picklist(["waiting", "running", "stopped", "done"]);

export const Proving: Schema<views.Proving> = v.object({
  id: v.number(),
  state: ProvingState,
  shoot: v.nullable(v.number()),
  days: v.nullable(v.number()),
  begunAt: v.nullable(v.string()),
  endedAt: v.nullable(v.string()),
  files: v.number(),
  bytes: v.number(),
  filesRead: v.number(),
  bytesRead: v.number(),
  bad: v.number(),
  unknown: list(v.string()),
  unknownFiles: v.number(),
  stoppedBecause: v.nullable(v.string()),
  secondsLeft: v.nullable(v.number()),
});

export const Kind: Schema<views.Kind> = v.picklist(["still raw", "still rendered", "sidecar", "voice note", "moving picture", "beside a clip", "hidden picture", "camera system file", "folder", "unknown"]);

export const Outcome: Schema<views.Outcome> = v.picklist(["brought in", "waiting", "held", "promised", "left out", "not a still", "unreadable", "failed"]);

export const ReceiptLine: Schema<views.ReceiptLine> = v.object({
  path: v.string(),
  kind: Kind,
  bytes: v.number(),
  outcome: Outcome,
  reason: v.string(),
  folder: v.nullable(v.string()),
  name: v.nullable(v.string()),
  checksum: v.nullable(v.string()),
  provenAt: v.nullable(v.string()),
  date: v.nullable(v.string()),
  description: v.nullable(v.string()),
  shootFolder: v.nullable(v.string()),
  twin: v.nullable(v.string()),
  frame: v.nullable(v.number()),
  incomplete: v.nullable(v.string()),
});

export const ReceiptShoot: Schema<views.ReceiptShoot> = v.object({
  id: v.number(),
  date: v.string(),
  description: v.string(),
  frames: v.number(),
});

export const ReceiptShoots: Schema<views.ReceiptShoots> = v.object({
  receipt: v.number(),
  shoots: list(ReceiptShoot),
});

export const IntakeState: Schema<views.IntakeState> = v.picklist(["waiting", "running", "paused", "stopped", "done", "taken back"]);

export const Verdict: Schema<views.Verdict> = v.object({
  heading: v.string(),
  sentence: v.string(),
  isTroubled: v.boolean(),
});

export const Sum: Schema<views.Sum> = v.object({
  outcome: Outcome,
  files: v.number(),
  frames: v.number(),
  bytes: v.number(),
});

export const CopiesAt: Schema<views.CopiesAt> = v.object({
  inWords: v.string(),
  store: v.string(),
  proven: v.number(),
  owed: v.number(),
  bad: v.number(),
});

export const Waits: Schema<views.Waits> = v.object({
  copying: list(v.number()),
  machine: v.nullable(v.string()),
  now: v.nullable(v.string()),
  slow: v.string(),
});

export const Receipt: Schema<views.Receipt> = v.object({
  number: v.number(),
  card: v.string(),
  desk: v.string(),
  store: v.string(),
  state: IntakeState,
  askedAt: v.string(),
  begunAt: v.nullable(v.string()),
  endedAt: v.nullable(v.string()),
  stoppedBecause: v.nullable(v.string()),
  sentence: v.string(),
  verdict: Verdict,
  sums: list(Sum),
  files: v.number(),
  bytes: v.number(),
  filesToCopy: v.number(),
  filesCopied: v.number(),
  bytesToCopy: v.number(),
  bytesCopied: v.number(),
  bytesPerSecond: v.nullable(v.number()),
  secondsLeft: v.nullable(v.number()),
  problems: list(v.string()),
  copies: list(CopiesAt),
  conversions: v.nullable(Conversions),
  cutOff: v.number(),
  waits: Waits,
});

export const FailedPiece: Schema<views.FailedPiece> = v.object({
  id: v.string(),
  receipt: v.nullable(v.number()),
  what: v.string(),
  because: v.string(),
  at: v.nullable(v.string()),
});

export const Receipts: Schema<views.Receipts> = v.object({
  receipts: list(Receipt),
  older: v.nullable(v.number()),
  failed: list(FailedPiece),
});

export const SavedOrder: Schema<views.SavedOrder> = v.object({
  name: v.string(),
  document: given<OrderDocument>(),
  isDefault: v.boolean(),
  isSaved: v.boolean(),
});

export const Session: Schema<views.Session> = v.object({
  key: v.string(),
  begun: v.string(),
  until: v.string(),
  browser: v.string(),
  isThis: v.boolean(),
});

export const ShootFrame: Schema<views.ShootFrame> = v.object({
  id: v.number(),
  stem: v.string(),
  takenAt: v.string(),
  datedByFile: v.boolean(),
  hasPicture: v.boolean(),
  bytes: v.number(),
  names: list(v.string()),
  originals: list(v.string()),
  stamp: FrameStamp,
  hints: list(FrameHint),
});

export const Shoot: Schema<views.Shoot> = v.object({
  id: v.number(),
  date: v.string(),
  description: v.string(),
  folder: v.string(),
  frames: v.number(),
  files: v.number(),
  bytes: v.number(),
  from: v.string(),
  to: v.string(),
  firstName: v.string(),
  lastName: v.string(),
  provenSince: v.string(),
  cover: v.number(),
  copies: list(CopiesAt),
  copiesOfEach: v.number(),
});

export const ShootPage: Schema<views.ShootPage> = v.object({
  shoot: Shoot,
  frames: list(ShootFrame),
  looked: v.boolean(),
});

export const Year: Schema<views.Year> = v.object({
  year: v.string(),
  shoots: v.number(),
  frames: v.number(),
  bytes: v.number(),
});

export const Shoots: Schema<views.Shoots> = v.object({
  shoots: list(Shoot),
  years: list(Year),
  older: v.nullable(v.number()),
});

export const SourceFolders: Schema<views.SourceFolders> = v.object({
  path: v.string(),
  folders: list(v.string()),
});

export const StampState: Schema<views.StampState> = v.object({
  waiting: v.number(),
  noted: v.number(),
  left: v.number(),
  canTakeBack: v.nullable(v.string()),
  changed: v.number(),
  withoutRights: list(v.number()),
  slip: v.nullable(v.string()),
});

export const StillOpen: Schema<views.StillOpen> = v.object({
  sentence: v.string(),
  isGrave: v.boolean(),
  page: v.string(),
});

export const StoreFolders: Schema<views.StoreFolders> = v.object({
  in: v.string(),
  store: v.string(),
  folders: v.nullable(list(v.string())),
});

export const MonthOfProofs: Schema<views.MonthOfProofs> = v.object({
  month: v.string(),
  copies: v.number(),
});

export const StoreSums: Schema<views.StoreSums> = v.object({
  proven: v.number(),
  owed: v.number(),
  bad: v.number(),
  toMove: v.number(),
  bytes: v.number(),
  owedBytes: v.number(),
  oldestProof: v.nullable(v.string()),
  ages: list(MonthOfProofs),
});

export const StorePage: Schema<views.StorePage> = v.object({
  id: v.number(),
  name: v.string(),
  role: StoreRole,
  path: v.string(),
  present: v.boolean(),
  absentBecause: v.nullable(v.string()),
  device: v.nullable(v.string()),
  freeBytes: v.nullable(v.number()),
  cardsMore: v.nullable(v.number()),
  nightlyDays: v.nullable(v.number()),
  secondsToProve: v.nullable(v.number()),
  sums: StoreSums,
  warnings: list(v.string()),
  proving: v.nullable(Proving),
  isWorkedOn: v.boolean(),
});

export const Stores: Schema<views.Stores> = v.object({
  stores: list(StorePage),
  drives: list(Drive),
  copying: list(v.number()),
  elsewhere: list(Elsewhere),
});

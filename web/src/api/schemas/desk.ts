/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import * as v from "valibot";
import { given, list, type Schema } from "../checks";
import type { OrderDocument, OrderPart } from "../standingOrder";
import type * as views from "../views/desk";
import { Facts } from "./cards";
import { Samples } from "./shared";
import { Said, StampSample } from "./stamps";
import { Store } from "./stores";

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
  letGo: v.nullable(v.string()),
  joins: v.nullable(v.string()),
  sameExposure: v.nullable(HeldAs),
  twin: v.nullable(Twin),
  promised: v.nullable(PromisedBy),
  leftByOrder: v.boolean(),
  unmarked: v.boolean(),
  isNew: v.boolean(),
  card: v.string(),
});

export const Description: Schema<views.Description> = v.object({
  description: v.string(),
  date: v.string(),
  said: list(Said),
  keywords: list(list(v.string())),
});

export const DeskCard: Schema<views.DeskCard> = v.object({
  id: v.string(),
  label: v.string(),
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
  cards: list(DeskCard),
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

export const PlannedStore: Schema<views.PlannedStore> = v.object({
  name: v.string(),
  landsThere: v.boolean(),
  present: v.boolean(),
  freeBytes: v.nullable(v.number()),
  hasRoom: v.boolean(),
  warnings: list(v.string()),
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

/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import * as v from "valibot";
import { list, type Schema } from "../checks";
import type * as views from "../views/stores";

export const Store: Schema<views.Store> = v.object({
  name: v.string(),
  present: v.boolean(),
  absentBecause: v.nullable(v.string()),
  freeBytes: v.nullable(v.number()),
});

export const CopyState: Schema<views.CopyState> = v.picklist(["owed", "proven", "missing", "differs", "set aside", "let go", "left"]);

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

export const StoreFolders: Schema<views.StoreFolders> = v.object({
  in: v.string(),
  store: v.string(),
  folders: v.nullable(list(v.string())),
});

export const StoreRole: Schema<views.StoreRole> = v.picklist(["main", "mirror", "off site", "archive", "by rule", "former"]);

export const ChangesOwed: Schema<views.ChangesOwed> = v.object({
  all: v.number(),
  inWords: v.string(),
  toMove: v.number(),
  toRemove: v.number(),
});

export const MonthOfProofs: Schema<views.MonthOfProofs> = v.object({
  month: v.string(),
  copies: v.number(),
});

export const StoreSums: Schema<views.StoreSums> = v.object({
  proven: v.number(),
  owed: v.number(),
  bad: v.number(),
  changes: ChangesOwed,
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

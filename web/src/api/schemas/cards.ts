/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import * as v from "valibot";
import { list, type Schema } from "../checks";
import type * as views from "../views/cards";
import { FrameHint } from "./shared";
import { Store } from "./stores";

export const Apart: Schema<views.Apart> = v.object({
  files: v.number(),
  done: v.number(),
  failed: list(v.string()),
  ended: v.boolean(),
  name: v.string(),
  folder: v.string(),
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
  nods: v.number(),
  missing: list(Missing),
  missingInAll: v.number(),
  reasons: list(Reason),
  reading: v.boolean(),
  comparison: v.nullable(Comparison),
  mayRemove: v.boolean(),
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

export const Picked: Schema<views.Picked> = v.object({
  card: v.string(),
});

export const SourceFolders: Schema<views.SourceFolders> = v.object({
  path: v.string(),
  folders: list(v.string()),
});

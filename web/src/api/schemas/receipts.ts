/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import * as v from "valibot";
import { list, type Schema } from "../checks";
import type * as views from "../views/receipts";
import { CopiesAt } from "./shared";

export const IntakeState: Schema<views.IntakeState> = v.picklist(["waiting", "running", "paused", "stopped", "done", "taken back"]);

export const BegunTogether: Schema<views.BegunTogether> = v.object({
  number: v.number(),
  card: v.string(),
  state: IntakeState,
});

export const Begun: Schema<views.Begun> = v.object({
  receipt: v.number(),
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
  isFound: v.boolean(),
  verdict: Verdict,
  sums: list(Sum),
  cutOff: v.number(),
  files: v.number(),
  bytes: v.number(),
  filesToCopy: v.number(),
  filesCopied: v.number(),
  bytesToCopy: v.number(),
  bytesCopied: v.number(),
  bytesPerSecond: v.nullable(v.number()),
  secondsLeft: v.nullable(v.number()),
  problems: list(v.string()),
  together: list(BegunTogether),
  copies: list(CopiesAt),
  conversions: v.nullable(Conversions),
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

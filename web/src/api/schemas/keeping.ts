/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import * as v from "valibot";
import { given, list, type Schema } from "../checks";
import type { NamePattern } from "../standingOrder";
import type * as views from "../views/keeping";
import { Samples } from "./shared";

export const NameChange: Schema<views.NameChange> = v.object({
  id: v.number(),
  stem: v.string(),
  folder: v.string(),
  takenAt: v.string(),
  stemAfter: v.string(),
  folderAfter: v.string(),
  takenAtAfter: v.string(),
});

export const Keeping: Schema<views.Keeping> = v.object({
  what: v.string(),
  frames: v.number(),
  files: v.number(),
  renamed: v.number(),
  moved: v.number(),
  folderBefore: v.string(),
  folderAfter: v.string(),
  inOrder: v.boolean(),
  names: list(NameChange),
  found: v.number(),
  samples: Samples,
  changes: v.boolean(),
  away: list(v.string()),
});

export const ShootKept: Schema<views.ShootKept> = v.object({
  kindOfWork: v.string(),
  notes: v.string(),
  cover: v.nullable(v.number()),
  pattern: given<NamePattern>(),
  inOrder: v.boolean(),
  bodies: list(v.string()),
});

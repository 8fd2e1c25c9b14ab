/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import * as v from "valibot";
import { list, type Schema } from "../checks";
import type * as views from "../views/survival";

export const LostFrom: Schema<views.LostFrom> = v.object({
  shoot: v.number(),
  date: v.string(),
  description: v.string(),
  frames: v.number(),
  files: v.number(),
  bytes: v.number(),
  pictures: list(v.number()),
});

export const Loss: Schema<views.Loss> = v.object({
  of: v.string(),
  sentence: v.string(),
  isGrave: v.boolean(),
  shoots: list(LostFrom),
  more: v.number(),
});

export const Survival: Schema<views.Survival> = v.object({
  dump: v.string(),
  warning: v.nullable(v.string()),
  isUnderWay: v.boolean(),
  losses: list(Loss),
});

/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import * as v from "valibot";
import { list, type Schema } from "../checks";
import type * as views from "../views/stamps";

export const Said: Schema<views.Said> = v.object({
  field: v.string(),
  label: v.string(),
  text: v.string(),
});

export const StampSample: Schema<views.StampSample> = v.object({
  slip: v.nullable(v.string()),
  notThere: v.nullable(v.string()),
  says: list(Said),
  keywords: list(list(v.string())),
  limits: list(v.string()),
  written: list(v.string()),
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

export const StampState: Schema<views.StampState> = v.object({
  waiting: v.number(),
  noted: v.number(),
  left: v.number(),
  canTakeBack: v.nullable(v.string()),
  changed: v.number(),
  withoutRights: list(v.number()),
  slip: v.nullable(v.string()),
});

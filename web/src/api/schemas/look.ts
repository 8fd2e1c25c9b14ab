/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import * as v from "valibot";
import { list, type Schema } from "../checks";
import type * as views from "../views/look";
import { Pass } from "./shared";

export const Decision: Schema<views.Decision> = v.picklist(["keep", "drop", "unsure"]);

export const Judgement: Schema<views.Judgement> = v.object({
  frame: v.number(),
  decision: v.nullable(Decision),
  stars: v.number(),
  label: v.nullable(v.string()),
  turned: v.number(),
  revision: v.number(),
});

export const Facet: Schema<views.Facet> = v.picklist(["label", "keyword", "hint", "body", "lens", "hour"]);

export const Choice: Schema<views.Choice> = v.object({
  facet: Facet,
  value: v.string(),
  frames: v.number(),
  chosen: v.boolean(),
});

export const PassCount: Schema<views.PassCount> = v.object({
  pass: Pass,
  frames: v.number(),
});

export const Choices: Schema<views.Choices> = v.object({
  passes: list(PassCount),
  choices: list(Choice),
});

export const ElsewhereFrame: Schema<views.ElsewhereFrame> = v.object({
  decision: v.nullable(Decision),
  stars: v.number(),
  label: v.nullable(v.string()),
  frame: v.number(),
});

export const ElsewhereSaid: Schema<views.ElsewhereSaid> = v.object({
  frames: list(ElsewhereFrame),
  after: v.nullable(v.number()),
});

export const GroupKind: Schema<views.GroupKind> = v.picklist(["burst", "bracket", "alike", "by hand"]);

export const Group: Schema<views.Group> = v.object({
  kind: GroupKind,
  frames: list(v.number()),
  bySharpness: list(v.number()),
});

export const Standing: Schema<views.Standing> = v.object({
  sentence: v.string(),
  all: v.number(),
  open: v.number(),
  dropped: v.number(),
  kept: v.number(),
  passes: list(PassCount),
  canTakeBack: v.boolean(),
  canBringAgain: v.boolean(),
  act: v.number(),
  waiting: v.number(),
});

export const Judged: Schema<views.Judged> = v.object({
  frames: list(Judgement),
  met: list(v.number()),
  standing: Standing,
});

export const LookFrame: Schema<views.LookFrame> = v.object({
  id: v.number(),
  shoot: v.number(),
  stem: v.string(),
  takenAt: v.string(),
  hasPicture: v.boolean(),
  body: v.string(),
  lens: v.string(),
  endings: list(v.string()),
  hasRaw: v.boolean(),
  came: v.string(),
  judged: Judgement,
});

export const Look: Schema<views.Look> = v.object({
  frames: list(LookFrame),
  lot: v.string(),
  title: v.string(),
  goal: v.nullable(v.number()),
  standing: Standing,
});

export const PassFrames: Schema<views.PassFrames> = v.object({
  frames: list(v.number()),
});

export const Sensor: Schema<views.Sensor> = v.object({
  waits: v.boolean(),
  red: v.nullable(v.number()),
  green: v.nullable(v.number()),
  blue: v.nullable(v.number()),
  stops: v.nullable(v.number()),
  because: v.nullable(v.string()),
});

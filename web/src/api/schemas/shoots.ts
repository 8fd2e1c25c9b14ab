/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import * as v from "valibot";
import { list, type Schema } from "../checks";
import type * as views from "../views/shoots";
import { Facts } from "./cards";
import { Judgement } from "./look";
import { CopiesAt, FrameHint } from "./shared";

export const PictureChange: Schema<views.PictureChange> = v.picklist(["said", "damage", "edit", "unknown"]);

export const FrameStamp: Schema<views.FrameStamp> = v.object({
  rating: v.nullable(v.number()),
  label: v.nullable(v.string()),
  keywords: list(v.string()),
  waits: v.boolean(),
  note: v.nullable(v.string()),
  found: v.nullable(PictureChange),
});

export const ShootFrame: Schema<views.ShootFrame> = v.object({
  id: v.number(),
  subfolder: v.string(),
  stem: v.string(),
  takenAt: v.string(),
  datedByFile: v.boolean(),
  hasPicture: v.boolean(),
  bytes: v.number(),
  names: list(v.string()),
  originals: list(v.string()),
  judged: Judgement,
  stamp: FrameStamp,
  hints: list(FrameHint),
});

export const FrameFacts: Schema<views.FrameFacts> = v.object({
  frame: v.number(),
  facts: v.nullable(Facts),
});

export const Shoot: Schema<views.Shoot> = v.object({
  id: v.number(),
  date: v.string(),
  description: v.string(),
  folder: v.string(),
  frames: v.number(),
  aside: v.number(),
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

/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import * as v from "valibot";
import { list, type Schema } from "../checks";
import type * as views from "../views/aside";
import { Judgement } from "./look";
import { Pass } from "./shared";

export const AsideFrame: Schema<views.AsideFrame> = v.object({
  id: v.number(),
  stem: v.string(),
  takenAt: v.string(),
  since: v.string(),
  hasPicture: v.boolean(),
  bytes: v.number(),
  copies: v.number(),
  endings: list(v.string()),
  doubts: list(v.string()),
  judged: Judgement,
});

export const AsideShoot: Schema<views.AsideShoot> = v.object({
  shoot: v.number(),
  date: v.string(),
  description: v.string(),
  frames: v.number(),
  since: v.string(),
});

export const AsideSum: Schema<views.AsideSum> = v.object({
  frames: v.number(),
  bytes: v.number(),
  starred: v.number(),
  once: v.number(),
});

export const Aside: Schema<views.Aside> = v.object({
  shoot: v.number(),
  date: v.string(),
  description: v.string(),
  name: v.string(),
  dropped: AsideSum,
  aside: AsideSum,
  frames: list(AsideFrame),
  away: list(v.string()),
});

export const LetGo: Schema<views.LetGo> = v.object({
  gone: v.number(),
  stay: v.number(),
});

export const SelectsHow: Schema<views.SelectsHow> = v.picklist(["moved", "copied", "hard-linked"]);

export const Selects: Schema<views.Selects> = v.object({
  pass: v.nullable(Pass),
  subfolder: v.string(),
  how: v.nullable(SelectsHow),
  byOrder: SelectsHow,
  picked: v.number(),
  lie: v.number(),
  toMove: v.number(),
  otherwise: v.number(),
});

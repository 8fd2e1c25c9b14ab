/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import * as v from "valibot";
import { list, type Schema } from "../checks";
import type * as views from "../views/placing";

export const AtStore: Schema<views.AtStore> = v.object({
  store: v.number(),
  name: v.string(),
  files: v.number(),
  bytes: v.number(),
  freeBytes: v.nullable(v.number()),
  hasRoom: v.boolean(),
});

export const Holding: Schema<views.Holding> = v.object({
  store: v.number(),
  kind: v.string(),
  year: v.string(),
  shoots: v.number(),
  bytes: v.number(),
});

export const OnlyHere: Schema<views.OnlyHere> = v.object({
  files: v.number(),
  bytes: v.number(),
  paths: list(v.string()),
});

export const Refused: Schema<views.Refused> = v.object({
  shoot: v.number(),
  because: v.string(),
});

export const Placing: Schema<views.Placing> = v.object({
  shoots: v.number(),
  owed: list(AtStore),
  leaving: list(AtStore),
  refused: list(Refused),
});

export const Rule: Schema<views.Rule> = v.object({
  id: v.nullable(v.number()),
  kind: v.string(),
  order: v.string(),
  fromYear: v.nullable(v.number()),
  toYear: v.nullable(v.number()),
  main: v.number(),
  mirrors: list(v.number()),
  archives: list(v.number()),
  inWords: v.string(),
  beside: v.nullable(list(v.string())),
  days: v.number(),
  shoots: v.number(),
});

export const Rules: Schema<views.Rules> = v.object({
  rules: list(Rule),
  holdings: list(Holding),
  kinds: list(v.string()),
  orders: list(v.string()),
});

export const ShootAtStore: Schema<views.ShootAtStore> = v.object({
  id: v.number(),
  name: v.string(),
  isHome: v.boolean(),
  comes: v.boolean(),
  proven: v.number(),
  owed: v.number(),
  bad: v.number(),
  leaving: v.number(),
  because: v.string(),
  present: v.boolean(),
});

export const Tree: Schema<views.Tree> = v.object({
  id: v.number(),
  name: v.string(),
  store: v.string(),
  path: v.string(),
  isMade: v.boolean(),
});

export const Whereabouts: Schema<views.Whereabouts> = v.object({
  inWords: v.string(),
  isFiled: v.boolean(),
  lacksMirror: v.boolean(),
  second: v.string(),
  keptOnly: v.boolean(),
  rule: v.string(),
  archives: list(v.string()),
  workplace: v.string(),
  isFinished: v.boolean(),
  stores: list(ShootAtStore),
  beside: v.string(),
  trees: list(Tree),
});

/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import * as v from "valibot";
import { list, type Schema } from "../checks";
import type * as views from "../views/find";
import { ShootFrame } from "./shoots";

export const Album: Schema<views.Album> = v.object({
  id: v.number(),
  name: v.string(),
  note: v.string(),
  cover: v.number(),
  frames: v.number(),
});

export const AlbumPage: Schema<views.AlbumPage> = v.object({
  album: Album,
  frames: list(ShootFrame),
});

export const FoundSection: Schema<views.FoundSection> = v.object({
  value: v.string(),
  shoot: v.nullable(v.number()),
  date: v.string(),
  called: v.string(),
  found: v.number(),
  frames: v.number(),
  first: list(ShootFrame),
});

export const Find: Schema<views.Find> = v.object({
  frames: v.number(),
  of: v.number(),
  behind: v.number(),
  phrases: list(v.string()),
  notes: list(v.string()),
  shoots: v.number(),
  sections: list(FoundSection),
});

export const FoundDay: Schema<views.FoundDay> = v.object({
  day: v.string(),
  frames: v.number(),
});

export const FoundValue: Schema<views.FoundValue> = v.object({
  value: v.string(),
  called: v.string(),
  frames: v.number(),
  any: v.boolean(),
  none: v.boolean(),
});

export const FoundFacet: Schema<views.FoundFacet> = v.object({
  facet: v.string(),
  called: v.string(),
  values: list(FoundValue),
  more: v.number(),
});

export const FoundHours: Schema<views.FoundHours> = v.object({
  day: v.string(),
  frames: v.number(),
  minutes: list(v.number()),
});

export const KeptFind: Schema<views.KeptFind> = v.object({
  name: v.string(),
  query: v.string(),
  isOurs: v.boolean(),
});

/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import * as v from "valibot";
import { given, list, type Schema } from "../checks";
import type { OrderDocument } from "../standingOrder";
import type * as views from "../views/book";

export const DayBookEntry: Schema<views.DayBookEntry> = v.object({
  id: v.number(),
  at: v.string(),
  kind: v.string(),
  entry: v.string(),
  receipt: v.nullable(v.number()),
  shoot: v.nullable(v.number()),
});

export const Subject: Schema<views.Subject> = v.object({
  id: v.number(),
  name: v.string(),
});

export const DayBook: Schema<views.DayBook> = v.object({
  inAll: v.number(),
  digest: v.string(),
  broken: v.nullable(v.number()),
  wholeAt: v.nullable(v.string()),
  entries: list(DayBookEntry),
  older: v.nullable(v.number()),
  cards: list(Subject),
  stores: list(Subject),
});

export const SavedOrder: Schema<views.SavedOrder> = v.object({
  name: v.string(),
  document: given<OrderDocument>(),
  isDefault: v.boolean(),
  isSaved: v.boolean(),
});

export const Session: Schema<views.Session> = v.object({
  key: v.string(),
  begun: v.string(),
  until: v.string(),
  browser: v.string(),
  isThis: v.boolean(),
});

export const StillOpen: Schema<views.StillOpen> = v.object({
  sentence: v.string(),
  isGrave: v.boolean(),
  page: v.string(),
});

/* Written by ops/types.php from the classes in server/View: change those, then run bin/ledger types. */
import * as v from "valibot";
import { list, type Schema } from "../checks";
import type * as views from "../views/shared";

export const Pass: Schema<views.Pass> = v.picklist(["all", "not yet judged", "unsure", "kept", "kept without stars", "1 star and more", "2 stars and more", "3 stars and more", "4 stars and more", "5 stars", "dropped"]);

export const Hint: Schema<views.Hint> = v.picklist(["black", "blown", "under", "soft", "exposed apart", "burst", "bracket"]);

export const FrameHint: Schema<views.FrameHint> = v.object({
  hint: Hint,
  place: v.nullable(v.number()),
  of: v.nullable(v.number()),
});

export const Samples: Schema<views.Samples> = v.object({
  names: list(v.string()),
  folders: list(list(v.string())),
  offered: v.record(v.string(), v.string()),
  dates: v.record(v.string(), v.string()),
  forNames: list(v.string()),
  forFolders: list(v.string()),
});

export const CopiesAt: Schema<views.CopiesAt> = v.object({
  inWords: v.string(),
  store: v.string(),
  proven: v.number(),
  owed: v.number(),
  bad: v.number(),
});

import * as v from "valibot";
import type { Schema } from "../api/checks";
import type { CardFrame, Facts, FrameHint, HintName } from "../api/types";
import type { Viewable } from "../ledger/viewable";
import { clock, figure, size } from "../words/format";
import { hintsInWords } from "../words/hints";
import { RECORDED, REMARKS } from "../words/recorded";

export type FactName = "name" | "time" | "exposure" | "iso" | "focal" | "lens" | "body" | "size" | "bytes" | "pixels" | "files" | "stars" | "keywords";
export type SortName = "time" | "name" | "size" | "kind";
export type ShowName = "all" | "new" | "held" | "left out" | "incomplete" | `body ${string}` | `kinds ${string}` | `hint ${HintName}`;

/** How the contact sheet is looked at; kept for all cards. */
export interface View {
  captions: FactName[];
  size: number;
  list: boolean;
  sort: SortName;
}

export const SIZES = [104, 136, 184, 248, 332];
const FACT_NAMES: FactName[] = ["name", "time", "exposure", "iso", "focal", "lens", "body", "size", "bytes", "pixels", "files", "stars", "keywords"];
export const VIEW: Schema<View> = v.object({
  captions: v.array(v.picklist(FACT_NAMES)),
  size: v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(SIZES.length - 1)),
  list: v.boolean(),
  sort: v.picklist(["time", "name", "size", "kind"]),
});
export const FIRST_VIEW: View = { captions: ["name", "time"], size: 1, list: false, sort: "time" };

const recorded = (value: FactName, { name, of }: { name: string; of: (facts: Facts) => string }) => ({
  value,
  name,
  of: (frame: CardFrame) => (frame.facts ? of(frame.facts) : ""),
});

export const FACTS: { value: FactName; name: string; of: (frame: CardFrame) => string }[] = [
  { value: "name", name: "file name", of: (frame) => stem(frame) + (frame.files.length > 1 ? ` +${frame.files.length - 1}` : "") },
  { value: "time", name: "time taken", of: (frame) => clock(frame.plannedAt) },
  recorded("exposure", RECORDED.exposure),
  recorded("iso", RECORDED.iso),
  recorded("focal", RECORDED.focal),
  recorded("lens", RECORDED.lens),
  recorded("body", RECORDED.body),
  { value: "size", name: "size", of: (frame) => size(frame.bytes) },
  { value: "bytes", name: "bytes", of: (frame) => `${figure(frame.bytes)} B` },
  recorded("pixels", RECORDED.pixels),
  { value: "files", name: "kinds", of: (frame) => kinds(frame) },
  recorded("stars", REMARKS.stars),
  recorded("keywords", REMARKS.keywords),
];

/** The address of a frame's picture on its card; null where it has none. */
export const pictureOf = (frame: CardFrame, edge: number | "whole"): string | null =>
  frame.picture ? `/api/cards/${frame.card}/picture?file=${encodeURIComponent(frame.picture)}&edge=${edge}&v=${frame.version}` : null;

/** The same as any frame that can be looked at. */
export const viewable = (frame: CardFrame): Viewable => ({ id: frame.key, name: stem(frame), at: frame.plannedAt, picture: (edge) => pictureOf(frame, edge) });

export const stem = (frame: CardFrame): string => frame.name.replace(/\.[^.]+$/, "");

/** "ORW + JPG". */
export const kinds = (frame: CardFrame): string => frame.files.map((name) => name.split(".").at(-1) ?? "").join(" + ");

export const hasHint = (hints: FrameHint[] | undefined, name: HintName): boolean => hints?.some((one) => one.hint === name) ?? false;

/** What is said of a frame, its state first, then its hints; where its twin stands is left to the longer form. */
export function stamp(frame: CardFrame, marked: boolean, hints: FrameHint[] | undefined, brief = false): string | null {
  const words = [
    frame.held && !marked
      ? frame.held.isThere
        ? "held"
        : frame.held.comesBack
          ? "held, comes back"
          : "held, no good copy"
      : frame.held
        ? "held, again"
        : frame.letGo && !marked
          ? "let go"
          : null,
    frame.promised && !frame.held ? `comes by receipt ${frame.promised.receipt}` : null,
    frame.sameExposure ? "held, other bytes" : null,
    frame.joins ? (brief ? "joins its other half" : `joins ${frame.joins}`) : null,
    !marked && !frame.unmarked ? "left out" : null,
    frame.incomplete ? "incomplete" : null,
    frame.caution ? "look here" : frame.datedByFile ? "file time" : null,
    ...hintsInWords(hints ?? []),
    frame.twin && !frame.held ? (brief || frame.twin.onThisCard ? "twin" : `twin on ${frame.twin.where}`) : null,
  ];
  return words.filter((word) => word !== null).join(" · ") || null;
}

export function isShown(frame: CardFrame, show: ShowName, marked: boolean, hints: FrameHint[] | undefined): boolean {
  if (show === "new") return frame.isNew;
  if (show === "held") return frame.held !== null;
  if (show === "left out") return !marked;
  if (show.startsWith("body ")) return (frame.facts?.body ?? "unknown") === show.slice(5);
  if (show === "incomplete") return frame.incomplete !== null;
  if (show.startsWith("kinds ")) return kinds(frame) === show.slice(6);
  if (show.startsWith("hint ")) return hasHint(hints, show.slice(5) as HintName);
  return true;
}

export function sorted(frames: CardFrame[], by: SortName): CardFrame[] {
  if (by === "time") return frames; // the server's order: time taken with its fraction
  const compare: Record<Exclude<SortName, "time">, (a: CardFrame, b: CardFrame) => number> = {
    name: (a, b) => a.name.localeCompare(b.name, "en", { numeric: true }),
    size: (a, b) => b.bytes - a.bytes,
    kind: (a, b) => kinds(a).localeCompare(kinds(b)),
  };
  return [...frames].sort(compare[by]);
}

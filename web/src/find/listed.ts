import * as v from "valibot";
import type { Facts, ShootFrame } from "../api/types";
import { instant, size } from "../words/format";
import { judgedInWords } from "../words/judged";
import { RECORDED } from "../words/recorded";

/** What can stand in a list of found frames, in this order; widths in CSS pixels, and what is left goes to the last. */
export const FACTS = {
  taken: { name: "taken", width: 180, of: (frame) => instant(frame.takenAt) },
  was: { name: "name on the card", width: 150, of: (frame) => frame.originals.join(", ") },
  judged: { name: "judgement", width: 120, of: (frame) => judgedInWords(frame.judged) },
  exposure: { name: "exposure", width: 95, of: (_, facts) => (facts ? RECORDED.exposure.of(facts) : "") },
  iso: { name: "ISO", width: 80, of: (_, facts) => (facts ? RECORDED.iso.of(facts) : "") },
  focal: { name: "focal length", width: 70, of: (_, facts) => (facts ? RECORDED.focal.of(facts) : "") },
  body: { name: "body", width: 90, of: (_, facts) => (facts ? RECORDED.body.of(facts) : "") },
  lens: { name: "lens", width: 180, of: (_, facts) => (facts ? RECORDED.lens.of(facts) : "") },
  pixels: { name: "pixels", width: 110, of: (_, facts) => (facts ? RECORDED.pixels.of(facts) : "") },
  size: { name: "size", width: 80, of: (frame) => size(frame.bytes) },
  files: { name: "files", width: 170, of: (frame) => frame.names.join(", ") },
  keywords: { name: "keywords", width: 240, of: (frame) => frame.stamp.keywords.join(", ") },
} satisfies Record<string, { name: string; width: number; of: (frame: ShootFrame, facts: Facts | null) => string }>;

export type Fact = keyof typeof FACTS;

export const ALL = Object.keys(FACTS) as Fact[];

/** Facts that were chosen, as they are kept between visits. */
export const CHOSEN = v.array(v.picklist(ALL));
export const FIRST: Fact[] = ["taken", "judged", "exposure", "body", "keywords"];

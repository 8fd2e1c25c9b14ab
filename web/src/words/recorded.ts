import type { Facts } from "../api/types";
import { count, exposure } from "./format";

interface Recorded {
  name: string;
  of: (facts: Facts) => string;
}

/** What a camera recorded of a frame, each in words; "" where it said nothing of it. */
export const RECORDED = {
  exposure: {
    name: "exposure",
    of: (facts) => [facts.exposureSeconds ? exposure(facts.exposureSeconds) : null, facts.fNumber ? `f/${facts.fNumber}` : null].filter(Boolean).join(" "),
  },
  iso: { name: "ISO", of: (facts) => (facts.iso ? `ISO ${facts.iso}` : "") },
  focal: { name: "focal length", of: (facts) => (facts.focalLengthMm ? `${Math.round(facts.focalLengthMm)} mm` : "") },
  lens: { name: "lens", of: (facts) => facts.lens ?? "" },
  body: { name: "body", of: (facts) => facts.body ?? "" },
  bias: { name: "bias", of: (facts) => (facts.exposureBiasEv ? `${facts.exposureBiasEv > 0 ? "+" : ""}${Number(facts.exposureBiasEv.toFixed(2))} EV` : "") },
  pixels: { name: "pixels", of: (facts) => (facts.width ? `${facts.width} × ${facts.height ?? "?"}` : "") },
} satisfies Record<string, Recorded>;

/** What it said before it came here, given in the camera or elsewhere. */
export const REMARKS = {
  stars: { name: "stars given in the camera", of: (facts) => (facts.rating && facts.rating > 0 ? count(facts.rating, "star") : "") },
  keywords: { name: "keywords it has", of: (facts) => facts.keywords.join(", ") },
} satisfies Record<string, Recorded>;

import type { Judgement } from "../api/views";
import { count } from "./format";

const TURNED = ["", "turned right", "upside down", "turned left"];
const DECIDED = { keep: "kept", drop: "dropped", unsure: "unsure" };

/** "kept, 3 stars, proofs"; nothing where a frame is not judged. */
export const judgedInWords = (judged: Pick<Judgement, "decision" | "stars" | "label"> & { turned?: number }): string =>
  [judged.decision ? DECIDED[judged.decision] : "", judged.stars > 0 ? count(judged.stars, "star") : "", judged.label ?? "", TURNED[judged.turned ?? 0] ?? ""]
    .filter((word) => word !== "")
    .join(", ");

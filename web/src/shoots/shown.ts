import type { ShootFrame } from "../api/types";
import type { GridPicture } from "../ledger/PictureGrid";
import { clock, count } from "../words/format";
import { hintsInWords } from "../words/hints";
import { judgedInWords } from "../words/judged";
import { viewable } from "./viewable";

/** A held frame as a grid shows it. */
export function shown(frame: ShootFrame, picked: boolean): GridPicture {
  const { keywords, note, waits } = frame.stamp;
  const judged = judgedInWords(frame.judged);
  const hints = hintsInWords(frame.hints);
  const words = keywords.length === 0 ? "" : keywords.length < 3 ? keywords.join(", ") : count(keywords.length, "keyword");
  return {
    id: String(frame.id),
    label: [`${frame.names.join(", ")}, taken ${clock(frame.takenAt)}, was ${frame.originals.join(", ")}`, judged, keywords.join(", "), ...hints, note]
      .filter(Boolean)
      .join("; "),
    source: viewable(frame).picture(480),
    stamp:
      [note ? "look here" : waits ? "to be stamped" : frame.datedByFile ? "file time" : null, frame.subfolder && `in ${frame.subfolder}`, ...hints]
        .filter(Boolean)
        .join(" · ") || null,
    captions: [frame.stem.replace(/^\d{4}-\d\d-\d\d_/, ""), clock(frame.takenAt), words, judged],
    chosen: picked,
    ticked: picked,
  };
}

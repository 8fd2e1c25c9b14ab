import { framePicture } from "../api/pictures";
import type { ShootFrame } from "../api/types";
import type { Viewable } from "../ledger/viewable";

/** A held frame, as any that can be looked at. */
export const viewable = (frame: ShootFrame): Viewable => ({
  id: String(frame.id),
  name: frame.stem,
  at: frame.takenAt,
  picture: (edge) => (frame.hasPicture ? framePicture(frame.id, edge, frame.judged.turned) : null),
});

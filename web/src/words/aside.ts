import type { AsideSum } from "../api/views";
import { count, figure, size } from "./format";

/** "38 frames, 1.1 GB; 2 of them have stars; 1 of them has fewer than two proven copies" */
export const asideInWords = (sum: AsideSum, frames = count(sum.frames, "frame")): string =>
  [
    `${frames}, ${size(sum.bytes)}`,
    sum.starred > 0 ? `${figure(sum.starred)} of them ${sum.starred === 1 ? "has" : "have"} stars` : "",
    sum.once > 0 ? `${figure(sum.once)} of them ${sum.once === 1 ? "is" : "are"} nowhere else: fewer than two proven copies` : "",
  ]
    .filter((part) => part !== "")
    .join("; ");

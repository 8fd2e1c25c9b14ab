import type { FrameHint } from "../api/types";

/** "burst 3/8", "soft": each hint in short. */
export const hintsInWords = (hints: FrameHint[]): string[] => hints.map((one) => (one.of ? `${one.hint} ${one.place}/${one.of}` : one.hint));

/** Sizes that pictures are made in, pixels along the longer edge, or pixel by pixel; see server/Http/PictureAnswer. */
export type Edge = 160 | 480 | 2048 | "whole";

/** A frame that can be looked at, whether it is on a card or held. */
export interface Viewable {
  id: string;
  name: string;
  /** When it was taken: local time, "2026-05-04T21:14:09". */
  at: string;
  /** The address of its picture; null where it has none. */
  picture: (edge: Edge) => string | null;
}

import type { Among } from "../api/look";

/** What a pass is told by besides, in words: "proofs, Orrel M4, 21:00"; nothing where it is told by nothing else. */
export const amongInWords = (among: Among): string =>
  [among.label, among.keyword, among.hint, among.body, among.lens, among.hour && `${among.hour}:00`].filter(Boolean).join(", ");

import type { FolderPattern, NamePattern, Piece } from "../api/orders";
import { BETWEEN, PIECES } from "../words/order";

/** "taken yyyy-MM-dd", "words “quay”", "number of 4 digits over this shoot". */
export function pieceInWords(piece: Piece): string {
  const name = PIECES.find((one) => one.value === piece.piece)?.name ?? piece.piece;
  if (piece.fields) return `${piece.piece === "date taken" ? "taken" : "brought in"} ${piece.fields}`;
  if (piece.piece === "sequence") return `number of ${piece.digits ?? 4} digits from ${piece.start ?? 1} over ${piece.scope ?? "this shoot"}`;
  if (piece.text) return `“${piece.text}”`;
  return name;
}

export function namesInWords({ pieces, between, extension }: NamePattern): string {
  const sign = pieces.length > 1 ? `; ${BETWEEN.find((one) => one.value === between)?.name ?? ""} between` : "";
  return `${pieces.map(pieceInWords).join(", ")}${sign}; extension in ${extension === "lower case" ? "lower case" : "the camera's case"}`;
}

export const foldersInWords = (pattern: FolderPattern): string =>
  pattern.levels.length === 0 ? "side by side in the destination" : pattern.levels.map((level) => level.map(pieceInWords).join(" and ")).join(" / ");

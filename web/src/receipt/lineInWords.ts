import type { ReceiptLine } from "../api/types";

/** What became of a file, and why. */
export function lineInWords(line: ReceiptLine): string {
  switch (line.outcome) {
    case "held":
    case "promised":
    case "left out":
      return line.reason || line.outcome;
    case "not a still":
      return `not a still: ${line.reason}`;
    case "unreadable":
    case "failed":
      return `${line.outcome}: ${line.reason}`;
    default:
      return line.reason ? `${line.outcome}; ${line.reason}` : line.outcome;
  }
}

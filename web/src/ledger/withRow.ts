/** Rows in view, and one more, wherever it is; in order. */
export const withRow = (range: number[], row: number, rows: number): number[] =>
  row < 0 || row >= rows || range.includes(row) ? range : [...range, row].sort((a, b) => a - b);

import type { FoundShoot } from "../api/views";

/**
 * Where found frames stand: a line for each shoot, and below it rows of its pictures. Only numbers are kept for each shoot, none
 * for each picture, so that 50,000 take no more than 50.
 */
export interface Rows {
  count: number;
  columns: number;
  /** Of each shoot, the row that its line stands in, and how many pictures stand before it. */
  starts: number[];
  before: number[];
  shoots: FoundShoot[];
  pictures: number;
}

/** A row: the shoot that it is of, and the first of its pictures that stands in it; null for the shoot's own line. */
export interface Row {
  shoot: FoundShoot;
  from: number | null;
  /** Pictures that stand before this row, of all. */
  before: number;
}

export const rowsOf = (shoots: FoundShoot[], columns: number): Rows => {
  const rows: Rows = { count: 0, columns, starts: [], before: [], shoots, pictures: 0 };
  for (const shoot of shoots) {
    rows.starts.push(rows.count);
    rows.before.push(rows.pictures);
    rows.count += 1 + Math.ceil(shoot.found / columns);
    rows.pictures += shoot.found;
  }
  return rows;
};

/** The last of rising numbers that is not above one. */
const lastUpTo = (numbers: number[], most: number): number => {
  let [low, high] = [0, numbers.length - 1];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if ((numbers[middle] ?? 0) <= most) low = middle;
    else high = middle - 1;
  }
  return low;
};

export const rowAt = (rows: Rows, index: number): Row | null => {
  const at = lastUpTo(rows.starts, index);
  const shoot = rows.shoots[at];
  if (!shoot || index >= rows.count) return null;
  const from = (index - (rows.starts[at] ?? 0) - 1) * rows.columns;
  return { shoot, from: from < 0 ? null : from, before: (rows.before[at] ?? 0) + Math.max(0, from) };
};

/** Which row a picture stands in, by its number among all. */
export const rowOf = (rows: Rows, picture: number): number => {
  const at = lastUpTo(rows.before, picture);
  return (rows.starts[at] ?? 0) + 1 + Math.floor((picture - (rows.before[at] ?? 0)) / rows.columns);
};

/** The picture a row further down (or up) in the same column, or the last in that row. */
export const below = (rows: Rows, picture: number, by: 1 | -1): number => {
  const here = rowOf(rows, picture);
  const first = rowAt(rows, here)?.before ?? 0;
  let to = here + by;
  while (to >= 0 && to < rows.count && rowAt(rows, to)?.from === null) to += by;
  const row = to < 0 ? null : rowAt(rows, to);
  if (!row || row.from === null) return picture;
  return row.before + Math.min(picture - first, rows.columns - 1, row.shoot.found - row.from - 1);
};

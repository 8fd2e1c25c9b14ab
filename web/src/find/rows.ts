import type { FoundSection } from "../api/views";

/**
 * Where found frames stand: a line for each section, and below it rows of its pictures. Only numbers are kept for each, none
 * for each picture, so that 50,000 take no more than 50.
 */
export interface Rows {
  count: number;
  columns: number;
  /** Of each section, the row that its line stands in, and how many pictures stand before it. */
  starts: number[];
  before: number[];
  sections: FoundSection[];
  pictures: number;
}

/** A row: the section that it is of, and the first of its pictures that stands in it; null for the section's own line. */
export interface Row {
  section: FoundSection;
  from: number | null;
  /** Pictures that stand before this row, of all. */
  before: number;
}

export const rowsOf = (sections: FoundSection[], columns: number): Rows => {
  const rows: Rows = { count: 0, columns, starts: [], before: [], sections, pictures: 0 };
  for (const section of sections) {
    rows.starts.push(rows.count);
    rows.before.push(rows.pictures);
    rows.count += 1 + Math.ceil(section.found / columns);
    rows.pictures += section.found;
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
  const section = rows.sections[at];
  if (!section || index >= rows.count) return null;
  const from = (index - (rows.starts[at] ?? 0) - 1) * rows.columns;
  return { section, from: from < 0 ? null : from, before: (rows.before[at] ?? 0) + Math.max(0, from) };
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
  return row.before + Math.min(picture - first, rows.columns - 1, row.section.found - row.from - 1);
};

import type { Plan, PlannedShoot } from "../api/plan";
import type { CardFrame, Desk } from "../api/types";
import { day, hour } from "../words/format";

/** A row of the desk: a shoot with its frames, as the plan has it; by date while the card is still being read. */
export interface Row {
  id: string;
  anchor: string;
  date: string;
  /** "Mon 4 May", with its hour where that day has several. */
  name: string;
  frames: CardFrame[];
  shoot: PlannedShoot | undefined;
}

export function rowsOf(desk: Desk, plan: Plan | undefined): Row[] {
  const readable = desk.frames.filter((frame) => !frame.unreadable);
  if (!plan) return byDate(readable);
  const byKey = new Map(readable.map((frame) => [frame.key, frame]));
  const onDay = new Map<string, number>();
  for (const shoot of plan.shoots) onDay.set(shoot.day, (onDay.get(shoot.day) ?? 0) + 1);
  return plan.shoots.map((shoot) => ({
    id: shoot.id,
    anchor: shoot.anchor,
    date: shoot.day,
    name: day(shoot.day) + ((onDay.get(shoot.day) ?? 0) > 1 ? `, ${hour(shoot.from)}` : ""),
    frames: shoot.keys.flatMap((key, i) => {
      const frame = byKey.get(key);
      const at = shoot.times[i] ?? frame?.takenAt ?? "";
      return frame ? [at === frame.plannedAt ? frame : { ...frame, plannedAt: at }] : [];
    }),
    shoot,
  }));
}

/** Rows that were opened or closed, by the frame that each began at then. */
export type Opened = Record<string, boolean>;

/**
 * Whether it was opened or closed; undefined where nothing was said of it. While a card is still being read earlier frames come
 * before the one that a row began at: what was said of a frame that no row begins at any more is said of the row that it is in.
 */
export function isOpen(row: Row, rows: Row[], opened: Opened): boolean | undefined {
  if (opened[row.id] !== undefined) return opened[row.id];
  const begin = new Set(rows.map((one) => one.id));
  const frame = row.frames.find((one) => opened[one.key] !== undefined && !begin.has(one.key));
  return frame && opened[frame.key];
}

function byDate(frames: CardFrame[]): Row[] {
  const dates = new Map<string, CardFrame[]>();
  for (const frame of frames) dates.set(frame.date, [...(dates.get(frame.date) ?? []), frame]);
  return [...dates]
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([date, members]) => ({ id: members[0]?.key ?? date, anchor: members[0]?.key ?? date, date, name: day(date), frames: members, shoot: undefined }));
}

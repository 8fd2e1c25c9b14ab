const DAYS = ["Sun", "Mon", "Tue", "Wed", "Thu", "Fri", "Sat"];
const MONTHS = ["January", "February", "March", "April", "May", "June", "July", "August", "September", "October", "November", "December"];
const FIGURES = new Intl.NumberFormat("en"); // one, for making one takes longer than all else that a page's figures ask for

/** Sizes in powers of ten, as drives and cards are sold. */
export function size(bytes: number): string {
  if (bytes >= 1e12) return `${(bytes / 1e12).toFixed(2)} TB`;
  if (bytes >= 1e9) return `${(bytes / 1e9).toFixed(2)} GB`;
  if (bytes >= 1e6) return `${(bytes / 1e6).toFixed(1)} MB`;
  if (bytes > 0 && bytes < 1e3) return count(bytes, "byte");
  return `${(bytes / 1e3).toFixed(bytes > 0 && bytes < 1e4 ? 1 : 0)} kB`;
}

export const count = (number: number, one: string, many = `${one}s`): string => `${figure(number)} ${number === 1 ? one : many}`;

export const figure = (number: number): string => FIGURES.format(number);

/** A name that is too long for a sentence, by its beginning and its end. */
export const shortened = (name: string, most = 32): string => (name.length > most ? `${name.slice(0, most - 9)}…${name.slice(-8)}` : name);

/** "Mon 4 May" of "2026-05-04". */
export function day(date: string): string {
  const [year, month, dayOfMonth] = date.split("-").map(Number);
  const weekday = DAYS[new Date(Date.UTC(year ?? 0, (month ?? 1) - 1, dayOfMonth)).getUTCDay()] ?? "";
  return `${weekday} ${dayOfMonth ?? ""} ${MONTHS[(month ?? 1) - 1] ?? ""}`;
}

/** "Mon 4 May 2026" of the same: wherever the year is not said beside it. */
export const dateInFull = (date: string): string => `${day(date)} ${date.slice(0, 4)}`;

/** The same, the year only where it is another than this one. */
export const dated = (date: string): string => (date.slice(0, 4) === String(new Date().getFullYear()) ? day(date) : dateInFull(date));

/** "2 April to 7 May 2026", with as little said twice as can be. */
export function span(first: string, last: string): string {
  const [y1, m1, d1] = first.split("-").map(Number);
  const [y2, m2, d2] = last.split("-").map(Number);
  const month1 = MONTHS[(m1 ?? 1) - 1] ?? "";
  const month2 = MONTHS[(m2 ?? 1) - 1] ?? "";
  if (first === last) return `${d1 ?? ""} ${month1} ${y1 ?? ""}`;
  if (y1 !== y2) return `${d1 ?? ""} ${month1} ${y1 ?? ""} to ${d2 ?? ""} ${month2} ${y2 ?? ""}`;
  if (m1 !== m2) return `${d1 ?? ""} ${month1} to ${d2 ?? ""} ${month2} ${y2 ?? ""}`;
  return `${d1 ?? ""} to ${d2 ?? ""} ${month2} ${y2 ?? ""}`;
}

/** "21:14" of "2026-05-04T21:14:09". */
export const hour = (moment: string): string => moment.slice(11, 16);

/** "21:14 to 22:15"; "21:14" of one minute. */
export const hours = (from: string, to: string): string => (from.slice(0, 16) === to.slice(0, 16) ? hour(from) : `${hour(from)} to ${hour(to)}`);

/** "21:14:09" of the same. */
export const clock = (moment: string): string => moment.slice(11, 19);

/** "Mon 4 May 2026, 21:14:09" of the same. */
export const instant = (moment: string): string => `${day(moment.slice(0, 10))} ${moment.slice(0, 4)}, ${clock(moment)}`;

/** A day of this machine's own clock, "Mon 23 November 2026". */
export function dateOf(iso: string): string {
  const at = new Date(iso);
  return `${DAYS[at.getDay()] ?? ""} ${at.getDate()} ${MONTHS[at.getMonth()] ?? ""} ${at.getFullYear()}`;
}

/** The same with its time of day, "Mon 23 November 2026, 18:40". */
export const moment = (iso: string): string => `${dateOf(iso)}, ${timeOfDay(iso).slice(0, 5)}`;

/** Only its time of day, with seconds. */
export function timeOfDay(iso: string): string {
  const at = new Date(iso);
  return `${two(at.getHours())}:${two(at.getMinutes())}:${two(at.getSeconds())}`;
}

const two = (n: number) => String(n).padStart(2, "0");

/** "2 min", "40 s", "3 h 5 min". */
export function duration(seconds: number): string {
  if (seconds < 1.5) return "a second";
  if (seconds < 90) return `${Math.round(seconds)} s`;
  if (seconds < 5400) return `${Math.round(seconds / 60)} min`;
  const minutes = Math.round(seconds / 60);
  return minutes % 60 === 0 ? `${minutes / 60} h` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
}

/** "1/60 s", "2.5 s". */
export function exposure(seconds: number): string {
  return seconds < 0.3 ? `1/${Math.round(1 / seconds)} s` : `${Number(seconds.toFixed(1))} s`;
}

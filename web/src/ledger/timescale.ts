/** Where frames stand on a strip that shows time: pauses longer than an hour are drawn as an hour, with a break in the line. */

const LONGEST = 3600;

export interface Place {
  /** From 0 at the first frame to 1 at the last. */
  at: number;
  /** Seconds since the frame before. */
  pause: number;
  broken: boolean;
}

const seconds = (moment: string): number => Date.parse(`${moment}Z`) / 1000;

/** @param moments local times in order, "2026-05-04T21:14:09" */
export function places(moments: string[]): Place[] {
  let along = 0;
  let before: number | null = null;
  const found = moments.map((moment) => {
    const now = seconds(moment);
    const pause = before === null ? 0 : Math.max(0, now - before);
    before = now;
    along += Math.min(pause, LONGEST);
    return { at: along, pause, broken: pause > LONGEST };
  });
  return found.map((place, i) => ({ ...place, at: along > 0 ? place.at / along : moments.length > 1 ? i / (moments.length - 1) : 0.5 }));
}

/** Round times that fall on the strip, at most eight of them: where they stand, and "21:30". Under a break there are none. */
export function roundTimes(moments: string[], all: Place[]): { at: number; time: string }[] {
  const shown = moments.reduce((sum, _, i) => sum + Math.min(all[i]?.pause ?? 0, LONGEST), 0);
  const step = [60, 300, 600, 900, 1800, 3600, 7200, 14400].find((one) => shown / one <= 8) ?? 28800;
  const found: { at: number; time: string }[] = [];
  for (let i = 1; i < moments.length; i++) {
    const [from, to] = [seconds(moments[i - 1] ?? ""), seconds(moments[i] ?? "")];
    const [a, b] = [all[i - 1]?.at ?? 0, all[i]?.at ?? 0];
    if (all[i]?.broken || to <= from) continue;
    for (let round = Math.ceil((from + 1) / step) * step; round <= to; round += step) {
      found.push({ at: a + ((b - a) * (round - from)) / (to - from), time: new Date(round * 1000).toISOString().slice(11, 16) });
    }
  }
  return found;
}

/** Indices of the frames before which the camera rested longest, where it rested at all: at least five minutes, and thrice the usual. */
export function longestPauses(all: Place[], most: number): number[] {
  const pauses = all.slice(1).map((place) => place.pause);
  const usual = [...pauses].sort((a, b) => a - b)[Math.floor(pauses.length / 2)] ?? 0;
  return all
    .map((place, i) => ({ i, pause: place.pause }))
    .filter(({ pause }) => pause >= 300 && pause >= 3 * usual)
    .sort((a, b) => b.pause - a.pause)
    .slice(0, most)
    .map(({ i }) => i)
    .sort((a, b) => a - b);
}

/** Of labels at places along a strip, in order of weight, those that leave so many pixels between two. */
export function apart<T extends { at: number }>(labels: T[], width: number, pixels: number, taken: number[] = []): T[] {
  const kept: T[] = [];
  for (const label of labels) {
    if ([...taken, ...kept.map((one) => one.at)].every((at) => Math.abs(at - label.at) * width >= pixels)) kept.push(label);
  }
  return kept;
}

/** The frame whose place is nearest to a point of the strip, never the first: a cut stands before it. */
export function nearest(all: Place[], at: number): number {
  let best = Math.min(1, all.length - 1);
  for (let i = 1; i < all.length; i++) {
    const between = ((all[i]?.at ?? 0) + (all[i - 1]?.at ?? 0)) / 2;
    const bestBetween = ((all[best]?.at ?? 0) + (all[best - 1]?.at ?? 0)) / 2;
    if (Math.abs(between - at) < Math.abs(bestBetween - at)) best = i;
  }
  return best;
}

import { expect } from "vitest";

/** Cases of a test as a table: what is given, and what comes of it. */
export const table = <A extends unknown[]>(of: (...given: A) => unknown, cases: [A, unknown][]) => {
  for (const [given, expected] of cases) expect(of(...given), JSON.stringify(given)).toBe(expected);
};

import type { CopiesAt } from "../api/views";
import { figure } from "./format";

const NUMBERS = ["none", "one", "two", "three", "four"];

/** "two, proven"; "one, 12 owed"; "one, 2 bad": of a shoot's files, how many copies all of them have. */
export function copiesInWords(copies: CopiesAt[], files: number): string {
  const whole = copies.filter((at) => at.proven === files).length;
  const owed = copies.reduce((sum, at) => sum + at.owed, 0);
  const bad = copies.reduce((sum, at) => sum + at.bad, 0);
  const number = NUMBERS[whole] ?? figure(whole);
  if (bad > 0) return `${number}, ${figure(bad)} bad`;
  return owed > 0 ? `${number}, ${figure(owed)} owed` : `${number}, proven`;
}

import type { CopiesAt } from "../api/views";
import { figure } from "./format";

const NUMBERS = ["none", "one", "two", "three", "four"];

/** "two, proven"; "one, 12 owed"; "one, 2 bad": how many proven copies each of a shoot's files has at the least, and what is owed or bad besides. */
export function copiesInWords(copies: CopiesAt[], whole: number): string {
  const owed = copies.reduce((sum, at) => sum + at.owed, 0);
  const bad = copies.reduce((sum, at) => sum + at.bad, 0);
  const number = NUMBERS[whole] ?? figure(whole);
  if (bad > 0) return `${number}, ${figure(bad)} bad`;
  return owed > 0 ? `${number}, ${figure(owed)} owed` : `${number}, proven`;
}

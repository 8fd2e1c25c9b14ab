import { useEffect, useLayoutEffect, useRef, useState } from "react";
import { useKeys } from "../ledger/useKeys";

/** So long a first digit waits for a second, milliseconds, where there are more than nine. */
const WAITS = 600;
const DIGITS = ["0", "1", "2", "3", "4", "5", "6", "7", "8", "9"];

/** Which of so many is chosen by the digits typed so far, from 0, and after how many milliseconds; null where they say none of them. */
export function chosenBy(typed: string, many: number): { index: number; after: number } | null {
  const number = Number(typed);
  return number >= 1 && number <= many ? { index: number - 1, after: number * 10 > many || typed.length > 1 ? 0 : WAITS } : null;
}

/** Chooses one of several by its number; beyond the ninth, two digits one after the other. */
export function useNumberKeys(many: number, choose: (index: number) => void): void {
  const [typed, setTyped] = useState("");
  const current = useRef(choose);
  useLayoutEffect(() => {
    current.current = choose;
  });
  useEffect(() => {
    if (typed === "") return;
    const chosen = chosenBy(typed, many);
    const timer = setTimeout(() => {
      setTyped("");
      if (chosen) current.current(chosen.index);
    }, chosen?.after ?? (typed === "0" && many > 9 ? WAITS : 0));
    return () => {
      clearTimeout(timer);
    };
  }, [typed, many]);
  useKeys(
    Object.fromEntries(
      DIGITS.map((digit) => [
        digit,
        () => {
          setTyped((now) => now + digit);
        },
      ]),
    ),
  );
}

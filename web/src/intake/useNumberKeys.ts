import { useEffect, useRef, useState } from "react";
import { useKeys } from "../ledger/useKeys";

/** So long a first digit waits for a second, milliseconds, where there are more than nine. */
const WAITS = 600;
const DIGITS = ["0", "1", "2", "3", "4", "5", "6", "7", "8", "9"];

/** Chooses one of several by its number; beyond the ninth, two digits one after the other. */
export function useNumberKeys(many: number, choose: (index: number) => void): void {
  const [typed, setTyped] = useState("");
  const current = useRef(choose);
  useEffect(() => {
    current.current = choose;
  });
  useEffect(() => {
    if (typed === "") return;
    const number = Number(typed);
    const timer = setTimeout(
      () => {
        setTyped("");
        if (number >= 1 && number <= many) current.current(number - 1);
      },
      number * 10 > many || typed.length > 1 ? 0 : WAITS,
    );
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

import { useEffect, useState } from "react";

/** The value once it has rested for a moment, so that not every letter typed asks for a plan. */
export function useSettled<T>(value: T, milliseconds: number): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => {
      setSettled(value);
    }, milliseconds);
    return () => {
      clearTimeout(timer);
    };
  }, [value, milliseconds]);
  return settled;
}

/** The value, or where there is none now, the last that there was. */
export function useLast<T>(value: T | undefined): T | undefined {
  const [last, setLast] = useState(value);
  if (value !== undefined && value !== last) setLast(value);
  return value ?? last;
}

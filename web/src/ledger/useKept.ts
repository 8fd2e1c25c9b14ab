import { useEffect, useState } from "react";

/** What the browser keeps under a name. */
export function readKept<T extends object>(name: string, first: T): T {
  try {
    const found = JSON.parse(localStorage.getItem(name) ?? "null") as Partial<T> | null;
    return { ...first, ...found };
  } catch {
    return first;
  }
}

/** State that the browser keeps under a name, for the next visit. What was kept in another shape is let go. */
export function useKept<T extends object>(name: string, first: T): [T, React.Dispatch<React.SetStateAction<T>>] {
  const [value, setValue] = useState<T>(() => readKept(name, first));
  useEffect(() => {
    localStorage.setItem(name, JSON.stringify(value));
  }, [name, value]);
  return [value, setValue];
}

import { useEffect, useState } from "react";
import * as v from "valibot";
import type { Schema } from "../api/checks";

/** What the browser keeps under a name; what is not as the schema says is as if nothing had been kept. */
export function readKept<T>(name: string, schema: Schema<T>, first: T): T {
  try {
    const read = v.safeParse(schema, JSON.parse(localStorage.getItem(name) ?? "null"));
    return read.success ? read.output : first;
  } catch {
    return first;
  }
}

/** State that the browser keeps under a name, for the next visit. */
export function useKept<T>(name: string, schema: Schema<T>, first: T): [T, React.Dispatch<React.SetStateAction<T>>] {
  const [value, setValue] = useState<T>(() => readKept(name, schema, first));
  useEffect(() => {
    localStorage.setItem(name, JSON.stringify(value));
  }, [name, value]);
  return [value, setValue];
}

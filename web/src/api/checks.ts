import * as v from "valibot";

/** What the network and the browser's own store give is held against a schema before anything rests on it. */
export type Schema<T> = v.GenericSchema<unknown, T>;

/** Of a long list so many at each end are looked at: all are made by one class, and 3,000 frames are asked for while a card is read. */
const ENDS = 50;

/** A list of which each is what the schema says. */
export const list = <T>(item: Schema<T>): Schema<T[]> =>
  v.pipe(
    v.array(v.unknown()),
    v.rawCheck(({ dataset, addIssue }) => {
      if (!dataset.typed) return;
      const all = dataset.value;
      for (const i of all.keys()) {
        if (i >= ENDS && i < all.length - ENDS) continue;
        const read = v.safeParse(item, all[i], { abortEarly: true });
        if (read.success) continue;
        addIssue({ message: `${i}${placeOf(read.issues[0])}` });
        return;
      }
    }),
  ) as unknown as Schema<T[]>;

/** Something that another place says the shape of. */
export const given = <T>(): Schema<T> => v.custom<T>((value) => value !== undefined && value !== null);

/** Where, and what was expected there: "/frames/3/name: Expected string". */
const placeOf = (issue: v.BaseIssue<unknown>): string => {
  const path = (issue.path ?? []).map((one) => `/${String((one as { key: unknown }).key)}`).join("");
  return issue.type === "raw_check" ? `${path}/${issue.message}` : `${path}: ${issue.message}`;
};

/** Where a value is not what the schema says; null where it is. */
export function fault(schema: Schema<unknown>, value: unknown): string | null {
  const read = v.safeParse(schema, value, { abortEarly: true });
  return read.success ? null : placeOf(read.issues[0]);
}

import { expect, test } from "vitest";
import type { Facts, ShootFrame } from "./api/types";
import type { FoundSection } from "./api/views";
import { ALL, FACTS, FIRST } from "./find/listed";
import { read, toggled, write } from "./find/query";
import { below, rowAt, rowOf, rowsOf } from "./find/rows";

/** Where found frames stand, what is asked for, and what stands in a list. */

const section = (value: string, found: number): FoundSection => ({ value, shoot: null, date: "", called: value, found, frames: found, first: [] });

/** Numbers that are the same each time (Park and Miller's generator). */
const numbers = (seed: number) => () => (seed = (seed * 48271) % 2147483647) / 2147483647;

test("each picture stands in one row of its section, in order, behind its section's line", () => {
  const next = numbers(28);
  for (let turn = 0; turn < 60; turn += 1) {
    const columns = 1 + Math.floor(next() * 7);
    const sections = Array.from({ length: 1 + Math.floor(next() * 9) }, (_, i) => section(String(i), 1 + Math.floor(next() * 40)));
    const rows = rowsOf(sections, columns);
    const seen: string[] = [];
    for (let index = 0; index < rows.count; index += 1) {
      const row = rowAt(rows, index);
      if (!row) throw new Error(`no row ${index}`);
      if (row.from === null) seen.push(`line ${row.section.value}`);
      else
        for (let i = row.from; i < Math.min(row.from + columns, row.section.found); i += 1) {
          expect(rowOf(rows, row.before + i - row.from)).toBe(index);
          seen.push(`${row.section.value} ${i}`);
        }
    }
    expect(seen).toEqual(sections.flatMap((one) => [`line ${one.value}`, ...Array.from({ length: one.found }, (_, i) => `${one.value} ${i}`)]));
    expect(rows.pictures).toBe(sections.reduce((sum, one) => sum + one.found, 0));
    expect(rowAt(rows, rows.count)).toBeNull();
  }
  expect(rowsOf([], 4)).toMatchObject({ count: 0, pictures: 0 });
  expect(rowAt(rowsOf([], 4), 0)).toBeNull();
});

test("down and up lead to the same column of the next row, over the line of a section, and no further than there are pictures", () => {
  const next = numbers(281);
  for (let turn = 0; turn < 40; turn += 1) {
    const columns = 1 + Math.floor(next() * 6);
    const rows = rowsOf(
      Array.from({ length: 1 + Math.floor(next() * 6) }, (_, i) => section(String(i), 1 + Math.floor(next() * 20))),
      columns,
    );
    for (let picture = 0; picture < rows.pictures; picture += 1) {
      for (const by of [1, -1] as const) {
        const to = below(rows, picture, by);
        expect(to).toBeGreaterThanOrEqual(0);
        expect(to).toBeLessThan(rows.pictures);
        if (to === picture) {
          const end = by === 1 ? rows.pictures - 1 : 0;
          expect(rowOf(rows, picture)).toBe(rowOf(rows, end)); // the last row, or the first
          continue;
        }
        expect(Math.sign(to - picture)).toBe(by);
        const [here, there] = [rowOf(rows, picture), rowOf(rows, to)];
        for (let between = Math.min(here, there) + 1; between < Math.max(here, there); between += 1) expect(rowAt(rows, between)?.from).toBeNull();
        const column = picture - (rowAt(rows, here)?.before ?? 0);
        expect(to - (rowAt(rows, there)?.before ?? 0)).toBeLessThanOrEqual(column);
      }
    }
  }
});

test("what is looked for is read as it is written, and a wish that is made again is taken back", () => {
  const text = "words=red+boat&stars=5&-kind=raw&body=Orrel+M4%2C+no.+7";
  const query = read(text);
  expect(query).toEqual({
    words: "red boat",
    wishes: [
      { facet: "stars", value: "5", none: false },
      { facet: "kind", value: "raw", none: true },
      { facet: "body", value: "Orrel M4, no. 7", none: false },
    ],
  });
  expect(write(query)).toBe(text);
  expect(write(read("words=++"))).toBe("");
  const wish = { facet: "stars", value: "4", none: false };
  const more = toggled(query, wish);
  expect(more.wishes.at(-1)).toEqual(wish);
  expect(toggled(more, wish)).toEqual(query);
  const not = toggled(more, { ...wish, none: true });
  expect(not.wishes.filter((one) => one.facet === "stars")).toEqual([
    { facet: "stars", value: "5", none: false },
    { ...wish, none: true },
  ]);
  expect(toggled(not, { ...wish, none: true })).toEqual(query);
});

test("facts in a list say what the frame says, and nothing of what was not recorded", () => {
  const frame: ShootFrame = {
    id: 7,
    subfolder: "",
    stem: "2026-05-04_boats_0001",
    takenAt: "2026-05-04T21:14:09",
    datedByFile: false,
    hasPicture: true,
    bytes: 5_300_000,
    names: ["2026-05-04_boats_0001.orw", "2026-05-04_boats_0001.jpg"],
    originals: ["ORL_0001.ORW", "ORL_0001.JPG"],
    stamp: { rating: 4, label: null, keywords: ["red boat", "guests"], waits: false, note: null, found: null },
    judged: { decision: "keep", stars: 4, label: "print", turned: 0 } as unknown as ShootFrame["judged"],
    hints: [],
  };
  const facts = {
    body: "Orrel M4",
    lens: null,
    exposureSeconds: 0.004,
    fNumber: 2.8,
    iso: 800,
    focalLengthMm: 35,
    width: 6000,
    height: 4000,
  } as unknown as Facts;
  const said = (of: Facts | null) => Object.fromEntries(ALL.map((fact) => [fact, FACTS[fact].of(frame, of)]));
  expect(said(facts)).toEqual({
    taken: "Mon 4 May 2026, 21:14:09",
    was: "ORL_0001.ORW, ORL_0001.JPG",
    judged: "kept, 4 stars, print",
    exposure: "1/250 s f/2.8",
    iso: "ISO 800",
    focal: "35 mm",
    body: "Orrel M4",
    lens: "",
    pixels: "6000 × 4000",
    size: "5.3 MB",
    files: "2026-05-04_boats_0001.orw, 2026-05-04_boats_0001.jpg",
    keywords: "red boat, guests",
  });
  const { taken, was, judged, size, files, keywords, ...recorded } = said(null);
  expect(Object.values(recorded)).toEqual(["", "", "", "", "", ""]);
  expect([taken, was, judged, size, files, keywords].every((one) => one !== "")).toBe(true);
  expect(FIRST.every((fact) => ALL.includes(fact))).toBe(true);
});

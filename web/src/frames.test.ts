import { expect, test } from "vitest";
import type { CardFrame } from "./api/types";
import { isShown, kinds, sorted, stamp, stem } from "./intake/view";
import { table } from "./table";
import { kindsOf } from "./words/kinds";

/** What is said of a card's frames, and which of them are shown. */

const held = { path: "a/b.jpg", since: "2026-05-03", frame: 1, shoot: 1, isThere: true, store: "Anvil", proven: "2026-05-03", comesBack: false };

const frame = (over: Partial<CardFrame>): CardFrame => ({
  key: "k",
  name: "ORL_0001.ORW",
  date: "2026-05-04",
  takenAt: "2026-05-04T21:14:09",
  plannedAt: "2026-05-04T21:14:09",
  body: null,
  datedByFile: false,
  bytes: 10,
  picture: null,
  unreadable: false,
  joins: null,
  incomplete: null,
  wholeOn: null,
  caution: null,
  files: ["ORL_0001.ORW", "ORL_0001.JPG"],
  facts: null,
  version: "v",
  held: null,
  letGo: null,
  sameExposure: null,
  promised: null,
  twin: null,
  card: "c1",
  unmarked: false,
  isNew: true,
  leftByOrder: false,
  ...over,
});

test("what a frame's stamp says", () => {
  const black = [{ hint: "black" as const, place: null, of: null }];
  const burst = [{ hint: "burst" as const, place: 3, of: 8 }];
  table(stamp, [
    [[frame({}), true, undefined], null],
    [[frame({}), false, undefined], "left out"],
    [[frame({}), false, black], "left out · black"],
    [[frame({ held, unmarked: true }), false, burst], "held · burst 3/8"],
    [[frame({ held, unmarked: true }), true, undefined], "held, again"],
    [[frame({ held, unmarked: true, twin: { where: "ORREL_A", onThisCard: false } }), false, undefined], "held"],
    [[frame({ held: { ...held, isThere: false }, unmarked: true }), false, undefined], "held, no good copy"],
    [[frame({ incomplete: "20 kB of a picture that says more" }), true, undefined], "incomplete"],
    [[frame({ twin: { where: "ORREL_A", onThisCard: false } }), true, undefined], "twin on ORREL_A"],
    [[frame({ twin: { where: "ORREL_A", onThisCard: false } }), true, black, true], "black · twin"],
    [[frame({ twin: { where: "DCIM/x", onThisCard: true }, unmarked: true }), false, undefined], "twin"],
    [[frame({ sameExposure: held }), true, undefined], "held, other bytes"],
    [[frame({ caution: "damaged", datedByFile: true }), true, undefined], "look here"],
    [[frame({ datedByFile: true }), true, undefined], "file time"],
  ]);
});

test("which frames are shown, and in which order", () => {
  const blown = [{ hint: "blown" as const, place: null, of: null }];
  table(isShown, [
    [[frame({}), "all", false, undefined], true],
    [[frame({ held, isNew: false }), "new", true, undefined], false],
    [[frame({}), "new", true, undefined], true],
    [[frame({ held }), "held", false, undefined], true],
    [[frame({}), "left out", true, undefined], false],
    [[frame({}), "left out", false, undefined], true],
    [[frame({}), "body unknown", true, undefined], true],
    [[frame({}), "body Orrel M4", true, undefined], false],
    [[frame({}), "hint blown", true, blown], true],
    [[frame({}), "hint black", true, blown], false],
    [[frame({}), "hint black", true, undefined], false],
  ]);
  const some = [
    frame({ name: "B_10.JPG", bytes: 5, files: ["B_10.JPG"] }),
    frame({ name: "B_9.ORW", bytes: 9, files: ["B_9.ORW"] }),
    frame({ name: "A_1.JPG", bytes: 7, files: ["A_1.JPG"] }),
  ];
  const names = (by: Parameters<typeof sorted>[1]) => sorted(some, by).map(stem);
  expect(names("time")).toEqual(["B_10", "B_9", "A_1"]);
  expect(names("name")).toEqual(["A_1", "B_9", "B_10"]);
  expect(names("size")).toEqual(["B_9", "A_1", "B_10"]);
  expect(names("kind")).toEqual(["B_10", "A_1", "B_9"]);
  expect(kinds(frame({}))).toBe("ORW + JPG");
});

test("frames are shown by their kinds, and where they are cut off", () => {
  table(isShown, [
    [[frame({}), "kinds ORW + JPG", true, undefined], true],
    [[frame({ files: ["ORL_0001.JPG"] }), "kinds ORW + JPG", true, undefined], false],
    [[frame({ files: ["ORL_0001.JPG"] }), "kinds JPG", true, undefined], true],
    [[frame({}), "incomplete", true, undefined], false],
    [[frame({ incomplete: "20 kB of a picture that says more" }), "incomplete", true, undefined], true],
  ]);
  table(kindsOf, [
    [[{ "still raw": 45, JPEG: 94, "moving picture": 1 }], "45 raw · 94 JPEG · 1 clip"],
    [[{ HEIC: 3, PNG: 1, TIFF: 2 }], "3 HEIC · 2 TIFF · 1 PNG"],
    [[{}], "none"],
  ]);
});

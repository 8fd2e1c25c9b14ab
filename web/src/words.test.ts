import { expect, test } from "vitest";
import type { CardFrame } from "./api/types";
import { longestPauses, nearest, places, roundTimes } from "./intake/timescale";
import { isShown, kinds, sorted, stamp, stem } from "./intake/view";
import { foldersInWords, namesInWords } from "./stationery/patterns";
import { browserInWords } from "./words/browser";
import { clock, count, day, duration, exposure, figure, hour, size, span } from "./words/format";
import { destinationInWords, shootsInWords, subfoldersInWords } from "./words/order";
import { arrivals, noticed, onArrivals, wavedAway } from "./api/arrivals";
import { keepBegun, keepDesk, NOTHING_SAID, readDesk, takeBackDesk } from "./intake/keptDesk";
import { byNearness } from "./intake/ShootFinder";
import { apart } from "./intake/timescale";
import { kindsOf } from "./words/kinds";
import type { Shoot } from "./api/types";

/** How figures, dates and states are put into words; tables of cases. */
const table = <A extends unknown[]>(of: (...given: A) => unknown, cases: [A, unknown][]) => {
  for (const [given, expected] of cases) expect(of(...given), JSON.stringify(given)).toBe(expected);
};

test("sizes, counts, durations and exposures", () => {
  table(size, [
    [[0], "0 kB"],
    [[999], "999 bytes"],
    [[38_400], "38 kB"],
    [[1_500_000], "1.5 MB"],
    [[14_200_000_000], "14.20 GB"],
    [[1_100_000_000_000], "1.10 TB"],
  ]);
  table(
    (n: number) => count(n, "frame"),
    [
      [[0], "0 frames"],
      [[1], "1 frame"],
      [[3000], "3,000 frames"],
    ],
  );
  expect(figure(12_345)).toBe("12,345");
  table(duration, [
    [[0.4], "a second"],
    [[42], "42 s"],
    [[150], "3 min"],
    [[7300], "2 h 2 min"],
  ]);
  table(exposure, [
    [[1 / 60], "1/60 s"],
    [[0.00929], "1/108 s"],
    [[0.5], "0.5 s"],
    [[30], "30 s"],
  ]);
});

test("dates are said as the camera wrote them, whatever this machine's time zone", () => {
  table(day, [
    [["2026-05-04"], "Mon 4 May"],
    [["2028-02-29"], "Tue 29 February"],
    [["2026-12-31"], "Thu 31 December"],
    [["2026-03-29"], "Sun 29 March"],
  ]);
  table(span, [
    [["2026-05-04", "2026-05-04"], "4 May 2026"],
    [["2026-05-04", "2026-05-09"], "4 to 9 May 2026"],
    [["2026-04-02", "2026-05-07"], "2 April to 7 May 2026"],
    [["2025-12-31", "2026-01-01"], "31 December 2025 to 1 January 2026"],
  ]);
  expect([hour("2026-05-04T21:14:09"), clock("2026-05-04T21:14:09")]).toEqual(["21:14", "21:14:09"]);
});

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
  incomplete: null,
  wholeOn: null,
  caution: null,
  files: ["ORL_0001.ORW", "ORL_0001.JPG"],
  facts: null,
  version: "v",
  held: null,
  sameExposure: null,
  promised: null,
  twin: null,
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

test("browsers are called by what people call them", () => {
  table(browserInWords, [
    [["Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) HeadlessChrome/142.0.0.0 Safari/537.36"], "Chrome on Linux"],
    [["Mozilla/5.0 (Macintosh; Intel Mac OS X 10_15_7) AppleWebKit/605.1.15 (KHTML, like Gecko) Version/17.0 Safari/605.1.15"], "Safari on macOS"],
    [["Mozilla/5.0 (Windows NT 10.0; Win64; x64) AppleWebKit/537.36 Chrome/120.0 Safari/537.36 Edg/120.0"], "Edge on Windows"],
    [["Mozilla/5.0 (Android 14; Mobile; rv:131.0) Gecko/131.0 Firefox/131.0"], "Firefox on Android"],
    [["curl/8.5"], "curl/8.5"],
    [[""], "a browser that does not say its name"],
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

test("a strip of time: long pauses are drawn short, rests are found, a point falls between two frames", () => {
  const at = (clock: string) => `2026-05-04T${clock}`;
  const moments = ["20:00:00", "20:01:00", "20:20:00", "20:21:00", "23:00:00"].map(at);
  const all = places(moments);
  expect(all.map((place) => Math.round(place.at * 4860))).toEqual([0, 60, 1200, 1260, 4860]);
  expect(all.map((place) => place.broken)).toEqual([false, false, false, false, true]);
  expect(longestPauses(all, 4)).toEqual([4]);
  expect(longestPauses(places(["20:00:00", "20:00:10", "20:20:00", "20:20:10", "20:20:20"].map(at)), 4)).toEqual([2]);
  expect(longestPauses(places([at("20:00:00")]), 4)).toEqual([]);
  table(
    (point: number) => nearest(all, point),
    [
      [[0], 1],
      [[0.14], 2],
      [[1], 4],
    ],
  );
  expect(roundTimes(moments, all).map((round) => round.time)).toEqual(["20:15"]);
  expect(places([at("20:00:00"), at("20:00:00")]).map((place) => place.at)).toEqual([0, 1]);
  expect(places(["2026-03-29T01:59:00", "2026-03-29T03:01:00"]).map((place) => place.pause)).toEqual([0, 3720]);
});

test("a standing order in words", () => {
  table(shootsInWords, [
    [[{ pauseMinutes: null, dayTurnsAt: 0 }], "a shoot for each day"],
    [[{ pauseMinutes: 90, dayTurnsAt: 4 }], "a shoot for each day, which turns at 4:00, a new one after 1 h 30 min without a frame"],
    [[{ pauseMinutes: 120, dayTurnsAt: 0 }], "a shoot for each day, a new one after 2 h without a frame"],
  ]);
  table(
    (kindOfWork: string, folder: string) => destinationInWords({ kindOfWork, folder }, "Anvil"),
    [
      [["", ""], "Anvil, from its root"],
      [["Tests", "tests/x"], "Tests, tests/x/ on Anvil"],
    ],
  );
  expect(subfoldersInWords({ make: [], framesInto: "" })).toBe("none");
  expect(subfoldersInWords({ make: ["originals", "exports/web"], framesInto: "originals" })).toBe("originals, exports/web; frames into originals");
  expect(
    namesInWords({
      pieces: [
        { piece: "date taken", fields: "yyyyMMdd" },
        { piece: "initials", text: "TT" },
        { piece: "sequence", digits: 3, start: 7, scope: "this day" },
      ],
      between: "-",
      extension: "lower case",
    }),
  ).toBe("taken yyyyMMdd, “TT”, number of 3 digits from 7 over this day; a hyphen between; extension in lower case");
  expect(foldersInWords({ levels: [], between: " " })).toBe("side by side in the destination");
  expect(foldersInWords({ levels: [[{ piece: "date taken", fields: "yyyy" }], [{ piece: "description" }, { piece: "body" }]], between: " " })).toBe(
    "taken yyyy / description and body",
  );
});

test("labels of the time scale leave room between them, the weightiest first", () => {
  const at = (...all: number[]) => all.map((one) => ({ at: one }));
  table(
    (labels: { at: number }[], width: number, pixels: number, taken: number[]) =>
      apart(labels, width, pixels, taken)
        .map((one) => one.at)
        .join(" "),
    [
      [[at(0.1, 0.5, 0.9), 1000, 44, []], "0.1 0.5 0.9"],
      [[at(0.5, 0.52, 0.56), 1000, 44, []], "0.5 0.56"],
      [[at(0.5, 0.52, 0.56), 300, 44, []], "0.5"],
      [[at(0.02, 0.5), 1000, 44, [0, 1]], "0.5"],
      [[at(0.5), 0, 44, []], "0.5"],
    ],
  );
});

const shoot = (id: number, date: string, description: string): Shoot => ({
  id,
  date,
  description,
  folder: `2026/${date} ${description}`,
  frames: 1,
  files: 1,
  bytes: 1,
  from: `${date}T10:00:00`,
  to: `${date}T11:00:00`,
  firstName: "a",
  lastName: "b",
  provenSince: date,
  cover: 1,
  copies: [],
  copiesOfEach: 0,
});

test("shoots to be joined are offered by their nearness to the day", () => {
  const shoots = [shoot(1, "2026-06-18", "tower"), shoot(2, "2026-05-04", "boats"), shoot(3, "2026-05-02", "rope walk"), shoot(4, "2026-05-07", "ferry")];
  table(
    (day: string) =>
      byNearness(shoots, day)
        .map((one) => one.description)
        .join(", "),
    [
      [["2026-05-04"], "boats, rope walk, ferry, tower"],
      [["2026-05-07"], "ferry, boats, rope walk, tower"],
      [["2026-12-31"], "tower, ferry, boats, rope walk"],
    ],
  );
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

test("what is kept of a desk is what an intake began with, until that is taken back", () => {
  const kept = new Map<string, string>();
  Object.assign(globalThis, {
    localStorage: { getItem: (name: string) => kept.get(name) ?? null, setItem: (name: string, value: string) => void kept.set(name, value) },
  });
  expect(readDesk("c")).toEqual(NOTHING_SAID);
  const begun = { ...NOTHING_SAID, leftOut: ["a"], broughtAgain: ["b"] };
  keepBegun("c", begun);
  keepDesk("c", { ...begun, broughtAgain: [] });
  expect(readDesk("c").broughtAgain).toEqual([]);
  takeBackDesk("c");
  expect(readDesk("c")).toEqual(begun);
  takeBackDesk("other");
  expect(readDesk("other")).toEqual(NOTHING_SAID);
  kept.set("desk old", '{"leftOut":["x"]}'); // as an earlier version kept it
  expect(readDesk("old")).toEqual({ ...NOTHING_SAID, leftOut: ["x"] });
});

test("cards that come in are news, and those that were there are not", () => {
  const card = (id: string) => ({ id, label: id, frames: 1, files: 1, bytes: 1, firstDate: null, lastDate: null, new: null, isFolder: false });
  noticed([card("a")]);
  expect(arrivals()).toEqual([]);
  let told = 0;
  const stop = onArrivals(() => told++);
  noticed([card("a"), card("b")]);
  noticed([card("a"), card("b")]);
  expect([arrivals(), told]).toEqual([["b"], 1]);
  noticed([card("a"), card("b"), card("c")]);
  wavedAway("b");
  expect(arrivals()).toEqual(["c"]);
  noticed([card("a")]);
  expect([arrivals(), told]).toEqual([[], 4]);
  stop();
  noticed([card("a"), card("c")]);
  expect([arrivals(), told]).toEqual([["c"], 4]); // put in once more, it came in once more
});

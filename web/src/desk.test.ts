import { expect, test } from "vitest";
import { arrivals, noticed, onArrivals, wavedAway } from "./api/arrivals";
import type { Plan, Wishes } from "./api/plan";
import type { CardFrame, Description, Shoot } from "./api/types";
import { offersFor, saidAbove, withoutWords } from "./intake/describing";
import { keepBegun, keepDesk, NOTHING_SAID, readDesk, takeBackDesk } from "./intake/keptDesk";
import { isOpen, type Row } from "./intake/rows";
import { byNearness } from "./ledger/ShootFinder";
import { readinessOf, type Standing } from "./intake/readiness";
import { deskHistory, markedBy, otherWords } from "./intake/saying";
import { chosenBy } from "./intake/useNumberKeys";
import { beginning } from "./said/history";
import { table } from "./table";

const frame = (key: string, unmarked = false) => ({ key, name: `${key}.JPG`, unmarked }) as CardFrame;
const [fresh, held, other] = [frame("A_1"), frame("A_2", true), frame("A_3")];
const all = [fresh, held, other];

test("what is marked is brought in, and each marking can be taken back", () => {
  let now = beginning(NOTHING_SAID);
  const marked = () => all.filter(markedBy(now.said.leftOut, now.said.broughtAgain)).map((one) => one.key);
  const said: [CardFrame[], boolean | "new only", string, string[]][] = [
    [[fresh], false, "leaving out A_1.JPG", ["A_3"]],
    [all, true, "marking 3 frames", ["A_1", "A_2", "A_3"]],
    [[held, other], false, "leaving out 2 frames", ["A_1"]],
    [all, "new only", "marking only the new of 3 frames", ["A_1", "A_3"]],
  ];
  expect(marked()).toEqual(["A_1", "A_3"]);
  for (const [frames, as, words, left] of said) {
    now = deskHistory(now, { do: "mark", frames, as });
    expect([now.steps.at(-1)?.what, marked()]).toEqual([words, left]);
  }
  const back = said.map(() => {
    now = deskHistory(now, { do: "undo" });
    return marked();
  });
  expect(back).toEqual([["A_1"], ["A_1", "A_2", "A_3"], ["A_3"], ["A_1", "A_3"]]);
  expect(deskHistory(now, { do: "undo" })).toEqual(beginning(NOTHING_SAID));
});

test("a shoot that was left out comes in by marking one of its frames, and goes out again by one step back", () => {
  let now = deskHistory(beginning(NOTHING_SAID), {
    do: "say of a shoot",
    shoot: "A_1",
    wish: { leftOut: true, description: "quay" },
    what: "leaving a shoot out",
  });
  now = deskHistory(now, { do: "take in", shoot: "A_1", wish: now.said.shoots.A_1 ?? {}, frames: [held], as: true });
  expect([now.said.shoots, now.said.broughtAgain]).toEqual([{ A_1: { leftOut: false, description: "quay" } }, ["A_2"]]);
  now = deskHistory(now, { do: "undo" });
  expect([now.said.shoots.A_1?.leftOut, now.said.broughtAgain]).toEqual([true, []]);
});

test("words typed one after the other are one change, of each shoot its own, and the oldest are forgotten", () => {
  let now = beginning(NOTHING_SAID);
  const describe = (shoot: string, description: string) => {
    now = deskHistory(now, { do: "describe", shoot, wish: { description }, name: shoot });
  };
  for (const text of ["R", "Re", "Red"]) describe("4 May", text);
  expect([now.steps.length, deskHistory(now, { do: "undo" }).said]).toEqual([1, NOTHING_SAID]);
  describe("5 May", "B");
  describe("4 May", "Red b");
  expect(now.steps.map((one) => one.what)).toEqual(["describing the shoot of 4 May", "describing the shoot of 5 May", "describing the shoot of 4 May"]);
  for (let i = 0; i < 300; i++) now = deskHistory(now, { do: "keep apart", shoot: `${i}` });
  expect([now.steps.length, now.steps[0]?.before.apart.at(-1)]).toEqual([200, "99"]);
});

test("two shoots that become one keep what was said of them: the one that has words gives them, and of two the other is offered", () => {
  const described = (...of: [string, string][]) => ({
    ...NOTHING_SAID,
    shoots: Object.fromEntries(of.map(([key, description]) => [key, { description, into: 3 }])),
  });
  const join = (said: Wishes) => deskHistory(beginning(said), { do: "join", frames: ["A_1", "A_3"], anchors: ["A_1", "A_3"], what: "joining" }).said;
  const words = (said: Wishes) => all.map((one) => said.shoots[one.key]?.description);
  expect(words(join(described(["A_3", "quay"])))).toEqual(["quay", undefined, "quay"]);
  expect(words(join(described(["A_1", "quay"], ["A_3", ""])))).toEqual(["quay", undefined, "quay"]);
  expect(words(join(NOTHING_SAID))).toEqual([undefined, undefined, undefined]);
  const two = join(described(["A_1", "quay"], ["A_3", "regatta"]));
  expect([words(two), otherWords(two, "A_1", all), otherWords(two, "A_3", all)]).toEqual([["quay", undefined, "regatta"], ["regatta"], ["quay"]]);
  const called = deskHistory(beginning(two), { do: "call", shoot: "A_1", frames: all, words: "quay, regatta" }).said;
  expect([words(called), otherWords(called, "A_1", all), called.shoots.A_3?.into]).toEqual([["quay, regatta", undefined, ""], [], 3]);
});

test("the button says what it does, or what is to be put right first", () => {
  const plan = { totals: { framesToBringIn: 3, filesToBringIn: 6 }, hasRoom: true, store: { name: "Anvil", present: true } } as Plan;
  const stands: Standing = { present: true, several: false, underWay: null, plan, failed: false, beginning: false };
  const table: [Partial<Standing>, boolean, string][] = [
    [{}, true, "Bring in 3 frames"],
    [{ beginning: true, underWay: 4, present: false }, false, "Beginning…"],
    [{ underWay: 4, present: false }, false, "Being brought in"],
    [{ present: false }, false, "The card is out"],
    [{ plan: undefined }, false, "Bring in"],
    [{ failed: true }, false, "Bring in 3 frames"],
    [{ plan: { ...plan, hasRoom: false } }, false, "Too little room on Anvil"],
    [{ plan: { ...plan, hasRoom: false, store: { ...plan.store, present: false } } }, false, "Anvil is not there"],
    [{ plan: { ...plan, totals: { ...plan.totals, filesToBringIn: 0, framesToBringIn: 0 } } }, false, "Nothing to bring in"],
    [{ plan: { ...plan, totals: { ...plan.totals, filesToBringIn: 0, framesToBringIn: 0, framesHeld: 3 } } }, true, "May it be formatted?"],
  ];
  for (const [but, is, says] of table) expect(readinessOf({ ...stands, ...but }), JSON.stringify(but)).toMatchObject({ is, says });
});

test("what one shoot was called completes the words of another, and is said of those below that have none", () => {
  const known: Description[] = [
    { description: "Lantern boats", date: "2026-05-04", said: [{ field: "location", label: "place", text: "north quay" }], keywords: [["water", "lanterns"]] },
    { description: "Boathouse", date: "2026-05-03", said: [], keywords: [] },
  ];
  expect(offersFor("boat", known).map((one) => [one.text, one.hint])).toEqual([
    ["Lantern boats", "Mon 4 May 2026"],
    ["Lantern boats", "with north quay, lanterns"],
    ["Boathouse", "Sun 3 May 2026"],
  ]);
  expect([offersFor("oat", known), offersFor("Boathouse", known)]).toEqual([[], []]);
  const row = (anchor: string, joins: number | null = null, toBringIn = 1) =>
    ({ id: anchor, anchor, shoot: { joins, description: joins === null ? "" : "Held", toBringIn } }) as Row;
  const rows = [row("a"), row("b"), row("c", 7), row("d", null, 0), row("e")];
  const wishes = { a: { description: "Boats", keywords: [["sea"]] }, d: { description: "nothing comes in" } };
  expect(rows.map((_, at) => saidAbove(rows, at, wishes)?.description)).toEqual([undefined, "Boats", "Boats", "Held", "Held"]);
  expect(withoutWords(rows, 0, wishes).map((one) => one.anchor)).toEqual(["b", "e"]);
  const now = deskHistory(beginning({ ...NOTHING_SAID, shoots: { b: { keywords: [["own"]] } } }), { do: "describe too", shoots: ["b", "e"], said: wishes.a });
  expect(now.said.shoots).toEqual({ b: { description: "Boats", keywords: [["own"]] }, e: { description: "Boats", keywords: [["sea"]] } });
  expect(now.steps.at(-1)?.what).toBe("calling 2 shoots Boats");
});

test("digits choose one of several, waiting for a second only where there may be one", () => {
  const table: [string, number, ReturnType<typeof chosenBy>][] = [
    ["1", 9, { index: 0, after: 0 }],
    ["1", 12, { index: 0, after: 600 }],
    ["12", 12, { index: 11, after: 0 }],
    ["2", 12, { index: 1, after: 0 }],
    ["13", 12, null],
    ["0", 12, null],
    ["07", 12, { index: 6, after: 0 }],
    ["5", 3, null],
  ];
  for (const [typed, many, chosen] of table) expect(chosenBy(typed, many), `${typed} of ${many}`).toEqual(chosen);
});

test("a row that was opened stays open when earlier frames come before it; what is moved or cut away takes nothing with it", () => {
  const row = (...keys: string[]) => ({ id: keys[0] ?? "", frames: keys.map((key) => frame(key)) }) as Row;
  const open = (of: Row, rows: Row[]) => isOpen(of, rows, { b: true });
  const [before, after, other] = [row("b", "c"), row("a", "b", "c"), row("x", "y")];
  expect([open(before, [before, other]), open(after, [after, other]), open(other, [before, other])]).toEqual([true, true, undefined]);
  const [cut, rest] = [row("b"), row("c")];
  expect([open(cut, [cut, rest]), open(rest, [cut, rest])]).toEqual([true, undefined]);
  const [from, to] = [{ ...row("c"), id: "b" }, row("x", "b", "y")]; // the frame that it began at was moved to another
  expect([open(from, [from, to]), open(to, [from, to])]).toEqual([true, undefined]);
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

const shoot = (id: number, date: string, description: string): Shoot => ({
  id,
  date,
  description,
  folder: `2026/${date} ${description}`,
  aside: 0,
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

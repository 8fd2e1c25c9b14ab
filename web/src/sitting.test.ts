import { expect, test } from "vitest";
import type { Judgement, Look, LookFrame } from "./api/views";
import { groupsByFrame, inGroupInWords, toGroup } from "./look/groups";
import { type Did, guessed, lookedAt, opened, resumed, sitting } from "./look/sitting";

const judgement = (frame: number, some: Partial<Judgement> = {}): Judgement => ({ frame, decision: null, stars: 0, label: null, turned: 0, revision: 0, ...some });
const frame = (id: number, some: Partial<Judgement> = {}): LookFrame => ({
  id,
  shoot: 1,
  stem: `boats_${id}`,
  takenAt: "2026-05-04T21:14:09",
  hasPicture: true,
  body: "",
  lens: "",
  endings: [".jpg"],
  came: "",
  hasRaw: false,
  judged: judgement(id, some),
});
const standing = { sentence: "", all: 3, open: 3, dropped: 0, kept: 0, passes: [], canTakeBack: false, canBringAgain: false, act: 0, waiting: 0 };
const look = (...frames: LookFrame[]): Look => ({ lot: "shoots-1", goal: null, title: "Boats", frames, standing });
const after = (...did: Did[]) => did.reduce(sitting, opened(look(frame(1), frame(2), frame(3))));

// As core/Look/Word has it: tests/core/LookTest.php.
test.each([
  ["keep", {}, "keep", 0],
  ["3", {}, "keep", 3],
  ["1", { decision: "drop" }, "keep", 1],
  ["drop", { decision: "keep", stars: 4 }, "drop", 4],
  ["0", { decision: "keep", stars: 4 }, "keep", 0],
  ["0", { decision: "drop" }, "drop", 0],
  ["open", { decision: "unsure" }, null, 0],
] as const)("%s of %o", (word, before, decision, stars) => {
  expect(guessed(judgement(1, before), word)).toMatchObject({ decision, stars });
});

test("what is said is shown at once, with the revision that was seen, and moves on", () => {
  const now = after(
    { do: "say", name: "a", word: "keep", moveOn: true },
    { do: "step", by: -1 },
    { do: "say", name: "b", word: "4", moveOn: false },
    { do: "say", name: "c", word: "4", moveOn: true },
  );
  expect(now.frames.get(1)?.judged).toMatchObject({ decision: "keep", stars: 4, revision: 2 });
  expect(now.queue.map((act) => [act.name, act.word, act.frames])).toEqual([
    ["a", "keep", [{ frame: 1, revision: 0 }]],
    ["b", "4", [{ frame: 1, revision: 1 }]],
  ]);
  expect(lookedAt(now)?.id).toBe(2);
});

test("an answer to the first stands under what was said since; what another was quicker with is shown and said", () => {
  const said = after(
    { do: "say", name: "a", word: "keep", moveOn: false },
    { do: "say", name: "b", word: "5", moveOn: true },
    { do: "say", name: "c", word: "drop", moveOn: false },
  );
  const kept = sitting(said, {
    do: "kept",
    names: ["a"],
    judged: { frames: [judgement(1, { decision: "keep", revision: 1 })], met: [], standing },
  });
  expect([kept.frames.get(1)?.judged.stars, kept.queue.map((act) => act.name)]).toEqual([5, ["b", "c"]]);
  const met = sitting(kept, {
    do: "kept",
    names: ["b", "c"],
    judged: { frames: [judgement(2, { decision: "keep", revision: 7 })], met: [2], standing },
  });
  expect([met.frames.get(2)?.judged.decision, met.met, met.queue]).toEqual(["keep", "boats_2: judged elsewhere meanwhile, and left so.", []]);
});

test("what is said of many is one act, of those that it makes something else of", () => {
  const now = after({ do: "say", name: "a", word: "keep", moveOn: true }, { do: "say of", name: "b", word: "keep", frames: [1, 2, 3] });
  expect(now.queue.at(-1)).toEqual({
    name: "b",
    kind: "judge",
    word: "keep",
    frames: [
      { frame: 2, revision: 0 },
      { frame: 3, revision: 0 },
    ],
  });
  expect([...now.frames.values()].map((one) => one.judged.decision)).toEqual(["keep", "keep", "keep"]);
});

test("of a group one is kept and the others dropped by one act; keys lead from group to group", () => {
  const now = after({ do: "choose", name: "r", frame: 2, over: [1, 3] });
  expect(now.queue).toEqual([
    {
      name: "r",
      kind: "judge",
      word: "keep",
      frames: [
        { frame: 2, revision: 0 },
        { frame: 1, revision: 0, word: "drop" },
        { frame: 3, revision: 0, word: "drop" },
      ],
    },
  ]);
  expect([1, 2, 3].map((id) => now.frames.get(id)?.judged.decision)).toEqual(["drop", "keep", "drop"]);
  const group = (kind: "burst" | "alike", ...frames: number[]) => ({ kind, frames, bySharpness: frames.slice(0, 2).reverse() });
  const groups = groupsByFrame([group("burst", 2, 3, 4), group("alike", 6, 9)]);
  const order = [1, 2, 3, 4, 5, 6, 7, 8, 9];
  expect([
    toGroup(order, 0, 1, groups),
    toGroup(order, 1, 1, groups),
    toGroup(order, 8, 1, groups),
    toGroup(order, 8, -1, groups),
    toGroup(order, 6, -1, groups),
    toGroup(order, 1, -1, groups),
  ]).toEqual([1, 5, 8, 1, 5, 1]);
  expect([2, 3, 4].map((id) => inGroupInWords(id, groups.get(id) ?? { group: group("alike"), place: 0 }))).toEqual([
    "burst, 1 of 3, sharpness 2 of 2",
    "burst, 2 of 3, sharpest",
    "burst, 3 of 3",
  ]);
});

test("what could not be kept the last time is said again, of frames that are as they were", () => {
  const act = {
    name: "a",
    kind: "judge" as const,
    word: "3",
    frames: [
      { frame: 1, revision: 0 },
      { frame: 2, revision: 4 },
    ],
  };
  const now = resumed(opened(look(frame(1), frame(2))), [act]);
  expect([now.frames.get(1)?.judged.stars, now.frames.get(2)?.judged.stars, now.queue]).toEqual([3, 0, [act]]);
});

test("taking back leads to the frame; a pass keeps its frames while they are judged, and is over after its last", () => {
  const back = after(
    { do: "go", to: 2 },
    { do: "ask", name: "z", kind: "take back" },
    { do: "kept", names: ["z"], judged: { frames: [judgement(1, { revision: 2 })], met: [], standing } },
  );
  expect(lookedAt(back)?.id).toBe(1);
  const answer: Did = { do: "kept", names: ["z"], judged: { frames: [judgement(1, { revision: 2 })], met: [], standing } };
  expect(lookedAt(after({ do: "ask", name: "z", kind: "take back" }, { do: "go", to: 2 }, answer))?.id).toBe(3); // the hand went elsewhere meanwhile
  const pass = after(
    { do: "gather", pass: "not yet judged", among: {}, frames: [2, 3] },
    { do: "say", name: "a", word: "drop", moveOn: true },
    { do: "say", name: "b", word: "drop", moveOn: true },
    { do: "step", by: 9 },
  );
  expect([pass.order, lookedAt(pass), pass.at]).toEqual([[2, 3], undefined, 2]);
  expect(opened(look(frame(1, { decision: "keep" }), frame(2))).at).toBe(1);
});

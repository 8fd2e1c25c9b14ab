import { afterEach, beforeEach, expect, test, vi } from "vitest";

/** Pictures that a page asks for, by a ledger that answers in the test's own words. */

interface Asked {
  of: string[];
  signal: AbortSignal;
  answer: (some: (name: string) => string | null, breaksAfter?: number) => void;
  breaks: () => void;
}

const asked: Asked[] = [];
const words = (piece: { file: string }) => piece.file;

/** As the server writes them: place and length, uint32 BE each, and the bytes. */
function written(place: number, text: string): Uint8Array {
  const bytes = new TextEncoder().encode(text);
  const whole = new Uint8Array(8 + bytes.length);
  new DataView(whole.buffer).setUint32(0, place);
  new DataView(whole.buffer).setUint32(4, bytes.length);
  whole.set(bytes, 8);
  return whole;
}

beforeEach(() => {
  vi.resetModules();
  vi.useFakeTimers();
  asked.length = 0;
  vi.stubGlobal("window", { innerHeight: 800, location: { origin: "http://localhost" } });
  let made = 0;
  vi.stubGlobal("URL", Object.assign(URL, { createObjectURL: () => `blob:${++made}`, revokeObjectURL: () => undefined }));
  vi.stubGlobal("fetch", (_path: string, init: { body: string; signal: AbortSignal }) => {
    const of = (JSON.parse(init.body) as { of: { file: string }[] }).of.map(words);
    return new Promise((resolve, reject) => {
      init.signal.addEventListener("abort", () => {
        reject(new DOMException("gone", "AbortError"));
      });
      asked.push({
        of,
        signal: init.signal,
        answer: (some, breaksAfter = of.length) => {
          const pieces = of.slice(0, breaksAfter).flatMap((name, place) => {
            const text = some(name);
            return text === null ? [] : [written(place, text)];
          });
          const whole = Uint8Array.from(pieces.flatMap((piece) => [...piece]));
          const body = new ReadableStream({
            start: (to) => {
              for (let at = 0; at < whole.length; at += 7) to.enqueue(whole.slice(at, at + 7)); // as networks cut them
              to.close();
            },
          });
          resolve({ ok: true, body });
        },
        breaks: () => {
          reject(new TypeError("it broke"));
        },
      });
    });
  });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const address = (name: string) => `/api/cards/c1/picture?file=${name}&edge=160`;
const at = (top: number) => () => ({ getBoundingClientRect: () => ({ top, bottom: top + 100 }) }) as unknown as HTMLElement;
const passes = (milliseconds: number) => vi.advanceTimersByTimeAsync(milliseconds);

test("cells that have come to rest are asked for thirty at a time, twice at once, what is in view first", async () => {
  const { wantPicture, pictureOf } = await import("./api/pictures");
  const told = vi.fn();
  for (let i = 0; i < 70; i++) wantPicture(address(`F${i}`), at(i < 5 ? 900 + i : 10 * i), told);
  const passedBy = wantPicture(address("GONE"), at(0), told);
  passedBy();
  expect(asked).toEqual([]);
  await passes(30);
  expect(asked.map((one) => one.of.length)).toEqual([30, 30]);
  expect(asked[0]?.of[0]).toBe("F5");
  expect(asked.flatMap((one) => one.of)).not.toContain("GONE");
  asked[0]?.answer((name) => (name === "F7" ? "" : `jpeg of ${name}`));
  await passes(100);
  expect([pictureOf(address("F5")), pictureOf(address("F7")), pictureOf(address("F69"))]).toEqual(["blob:1", "failed", null]);
  expect(told).toHaveBeenCalledTimes(30);
  expect(asked.map((one) => one.of.length)).toEqual([30, 30, 10]);
  expect(asked[2]?.of).toContain("F4");
});

test("a request that breaks off is halved until what breaks it stands alone; what is back is asked for again", async () => {
  const { askAgain, pictureOf, wantPicture } = await import("./api/pictures");
  const names = Array.from({ length: 12 }, (_, i) => `F${i}`);
  for (const name of names) wantPicture(address(name), at(0), () => undefined);
  await passes(30);
  let done = 0;
  const answerAll = async (breaks: (of: string[]) => boolean) => {
    while (done < asked.length) {
      const one = asked[done++];
      if (one && breaks(one.of)) one.breaks();
      else one?.answer((name) => `jpeg of ${name}`);
      await passes(400);
    }
  };
  await answerAll((of) => of.includes("F9"));
  const found = () => Object.fromEntries(names.map((name) => [name, pictureOf(address(name))]));
  expect(Object.entries(found()).filter(([, one]) => !one?.startsWith("blob:"))).toEqual([["F9", "failed"]]);
  expect(asked.filter((one) => one.of.length === 1 && one.of[0] === "F9")).toHaveLength(1);
  askAgain();
  await passes(30);
  expect(asked.at(-1)?.of).toEqual(["F9"]);
  await answerAll(() => false);
  expect(pictureOf(address("F9"))).toMatch(/^blob:/);
});

test("what came before an answer broke off stays, and a request that nobody wants any more is ended", async () => {
  const { pictureOf, wantPicture } = await import("./api/pictures");
  const leave = ["A", "B", "C"].map((name) => wantPicture(address(name), at(0), () => undefined));
  await passes(30);
  asked[0]?.answer((name) => `jpeg of ${name}`, 2);
  await passes(100);
  expect(["A", "B", "C"].map((name) => pictureOf(address(name))?.slice(0, 5))).toEqual(["blob:", "blob:", undefined]);
  await passes(300);
  expect(asked[1]?.of).toEqual(["C"]);
  for (const one of leave) one();
  await passes(300);
  expect([asked[1]?.signal.aborted, asked.length, pictureOf(address("C"))]).toEqual([true, 2, null]);
});

test("what is expected is asked for at once, is there when its cells are, and is given up where they never are", async () => {
  const { expectPictures, pictureOf, wantPicture } = await import("./api/pictures");
  const names = Array.from({ length: 40 }, (_, i) => `F${i}`);
  expectPictures(names.map(address));
  await passes(0);
  expect(asked.map((one) => one.of)).toEqual([names.slice(0, 30)]);
  const told = vi.fn();
  const leave = ["F0", "F39"].map((name) => wantPicture(address(name), at(0), told));
  await passes(30);
  expect(asked.slice(1).map((one) => one.of)).toEqual([["F39"]]);
  asked[0]?.answer((name) => `jpeg of ${name}`);
  await passes(100);
  expect([pictureOf(address("F0")), told.mock.calls.length]).toEqual(["blob:1", 1]);
  expectPictures([address("F41")]);
  await passes(1100);
  expect([asked.at(-1)?.of, asked.at(-1)?.signal.aborted, asked[1]?.signal.aborted]).toEqual([["F41"], true, false]);
  for (const one of leave) one();
});

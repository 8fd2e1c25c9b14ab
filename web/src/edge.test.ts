import type { QueryClient } from "@tanstack/react-query";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { fault, list } from "./api/checks";
import { get, Refused } from "./api/client";
import { asksEvery, follow } from "./api/events";
import { WISHES } from "./api/plan";
import * as schemas from "./api/schemas";
import { NOTHING_SAID } from "./intake/keptDesk";
import { FIRST_VIEW, VIEW } from "./intake/view";
import { readKept } from "./ledger/useKept";

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

test("an answer that is not what was asked for names the place, also at the end of a long list", async () => {
  const begun = list(schemas.Begun);
  const all = [...Array(3000).keys()].map((receipt) => ({ receipt }));
  expect(fault(begun, all)).toBeNull();
  expect(fault(begun, [...all, { receipt: "7" }])).toMatch(/3000\/receipt: .*Expected number/);
  expect(fault(begun, { receipt: 7 })).toMatch(/Expected Array/);
  expect(fault(schemas.ReceiptShoots, { receipt: 1, shoots: [{ id: "x" }] })).toMatch(/^\/shoots\/0\/id: /);
  const answers = (body: unknown, status = 200) => {
    vi.stubGlobal("fetch", () => Promise.resolve(new Response(JSON.stringify(body), { status })));
  };
  answers({ receipt: 12 });
  await expect(get("/api/x", schemas.Begun)).resolves.toEqual({ receipt: 12 });
  answers({ receipt: null });
  await expect(get("/api/x?y=1", schemas.Begun)).rejects.toThrow(/not what this page expects \(\/api\/x, \/receipt: /);
  answers({ error: "It is not there." }, 404);
  await expect(get("/api/x", schemas.Begun)).rejects.toBeInstanceOf(Refused);
});

test("of what a browser kept, a part that is not what it should be is as if nothing had been said of it", () => {
  const kept = (text: string | null) => {
    vi.stubGlobal("localStorage", { getItem: () => text });
  };
  const said = { ...NOTHING_SAID, leftOut: ["a"], shoots: { a: { description: "quay", into: 4 } }, edits: [{ do: "cut", frame: "a" }] };
  const table: [string | null, unknown][] = [
    [JSON.stringify(said), said],
    [null, NOTHING_SAID],
    ["not JSON", NOTHING_SAID],
    ["7", NOTHING_SAID],
    [JSON.stringify({ leftOut: ["a"] }), { ...NOTHING_SAID, leftOut: ["a"] }],
    [JSON.stringify({ ...said, edits: [{ do: "burn", frame: "a" }] }), { ...said, edits: [] }],
    [JSON.stringify({ ...said, shoots: { a: { description: 7 } }, clocks: [] }), { ...said, shoots: {} }],
    [JSON.stringify({ ...said, clocks: { "Orrel M4": { seconds: "x" } } }), said],
  ];
  for (const [text, expected] of table) {
    kept(text);
    expect(readKept("desk 1", WISHES, NOTHING_SAID), text ?? "nothing").toEqual(expected);
  }
  kept(JSON.stringify({ ...FIRST_VIEW, size: 99 }));
  expect(readKept("contact sheet", VIEW, FIRST_VIEW)).toEqual(FIRST_VIEW);
});

test("what is told is asked for once for all, and a page asks by itself where nothing is told", () => {
  const asked: string[] = [];
  const queries = { invalidateQueries: ({ queryKey }: { queryKey: string[] }) => void asked.push(queryKey.join()) } as unknown as QueryClient;
  const made: { onopen?: () => void; onerror?: () => void; onmessage?: (event: { data: string }) => void; readyState: number; close: () => void }[] = [];
  const end = follow(queries, () => {
    made.push({ readyState: 0, close: () => undefined });
    return made.at(-1) as unknown as EventSource;
  });
  const [first] = made;
  expect(asksEvery(1000)).toBe(1000);
  first?.onopen?.();
  expect(asksEvery(1000)).toBe(15_000);
  vi.advanceTimersByTime(1000);
  expect(asked).toContain("day book");
  asked.length = 0;
  for (const data of ["stores", "stores,shoots", "something of a later version"]) first?.onmessage?.({ data });
  expect(asked).toEqual([]);
  vi.advanceTimersByTime(1000);
  expect(asked).toEqual(["stores", "findings", "still open", "whereabouts", "shoots", "descriptions", "aside"]);
  if (first) first.readyState = 2; // refused: the browser does not come again by itself
  first?.onerror?.();
  expect([asksEvery(1000), made.length]).toEqual([1000, 1]);
  vi.advanceTimersByTime(6000);
  expect(made.length).toBe(2);
  end();
});

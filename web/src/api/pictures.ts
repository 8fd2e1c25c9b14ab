/**
 * Pictures of cells that have come to rest, many by one request, those in view first; what has gone by is not asked for any
 * more. What was fetched is kept in the browser for the next time.
 */

import { onBack } from "./client";

/** A picture is asked for when its cell has stood for so many milliseconds; so many in one request, and so many requests at once. */
const REST = 25;
const BATCH = 30;
const AT_ONCE = 2;
/** What is expected is wanted by nobody after so many milliseconds, but by cells. */
const EXPECTED = 1000;
/** A request that breaks off is made again after so many milliseconds, with half as many, until the one that breaks it is found. */
const AGAIN = 300;
/** So many pictures are held in memory. */
const MOST = 3000;
const KEPT = "pictures";
const KEEPING = 300;
/** So many are kept in the browser; then it begins anew. */
const MOST_KEPT = 30_000;

interface Wanted {
  listeners: Set<() => void>;
  element: () => HTMLElement | null;
}

const have = new Map<string, string>();
const failed = new Set<string>();
const wanted = new Map<string, Wanted>();
const asked = new Map<string, AbortController>();
let timer: ReturnType<typeof setTimeout> | undefined;
let atOnce = BATCH;
let expected: (() => void)[] = [];
let given: ReturnType<typeof setTimeout> | undefined;

onBack(askAgain);

/** Its address as an object, "failed", or null while it is on its way. */
export const pictureOf = (source: string): string | null => have.get(source) ?? (failed.has(source) ? "failed" : null);

export function wantPicture(source: string, element: () => HTMLElement | null, listener: () => void): () => void {
  const now = wanted.get(source) ?? { listeners: new Set(), element };
  now.listeners.add(listener);
  if (now.element() === null) now.element = element; // it was expected, and stands there now
  wanted.set(source, now);
  if (!have.has(source) && !failed.has(source)) later();
  return () => {
    now.listeners.delete(listener);
    if (now.listeners.size > 0) return;
    wanted.delete(source);
    const request = asked.get(source);
    if (request && ![...asked].some(([other, of]) => of === request && wanted.has(other))) request.abort();
  };
}

/** Pictures whose cells will stand there in a moment are asked for while these are being drawn; what was expected before is not any more. */
export function expectPictures(sources: string[]): void {
  const before = expected;
  expected = sources.slice(0, BATCH).map((source) =>
    wantPicture(
      source,
      () => null,
      () => undefined,
    ),
  );
  for (const one of before) one();
  clearTimeout(timer);
  void pump();
  clearTimeout(given);
  if (expected.length > 0)
    given = setTimeout(() => {
      expectPictures([]);
    }, EXPECTED);
}

/** What could not be had is asked for again: a card is back, or the ledger. */
export function askAgain(): void {
  atOnce = BATCH;
  failed.clear();
  if (wanted.size > 0) later();
}

function later(): void {
  clearTimeout(timer);
  timer = setTimeout(() => void pump(), REST);
}

/** The browser's store, and the addresses that are in it: asked for once, for looking each up takes long. */
let opened: Promise<[Cache | null, Set<string>]> | null = null;
function store(): Promise<[Cache | null, Set<string>]> {
  opened ??= (async (): Promise<[Cache | null, Set<string>]> => {
    if (!("caches" in globalThis)) return [null, new Set()];
    try {
      const cache = await caches.open(KEPT);
      const names = (await cache.keys()).map((request) => new URL(request.url)).map((url) => url.pathname + url.search);
      if (names.length <= MOST_KEPT) return [cache, new Set(names)];
      await caches.delete(KEPT);
      return [await caches.open(KEPT), new Set()];
    } catch {
      return [null, new Set()];
    }
  })();
  return opened;
}

async function pump(): Promise<void> {
  const missing = inOrder([...wanted.keys()].filter((source) => !have.has(source) && !failed.has(source) && !asked.has(source)));
  if (missing.length === 0) return;
  const [kept, names] = await store();
  const here = missing.filter((source) => names.has(source));
  const order = missing.filter((source) => !names.has(source) && !asked.has(source));
  void Promise.all(
    here.map(async (source) => {
      const found = await kept?.match(source).catch(() => undefined);
      if (found) keep(source, await found.blob());
      else {
        names.delete(source);
        if (wanted.has(source)) later();
      }
    }),
  );
  const running = new Set(asked.values()).size;
  for (let i = 0; i < Math.max(0, AT_ONCE - running); i++) {
    const batch = order.slice(i * atOnce, (i + 1) * atOnce);
    if (batch.length > 0) void fetchBatch(batch, kept, names);
  }
}

/** What is in view before what stands ready above and below it. */
function inOrder(sources: string[]): string[] {
  const height = window.innerHeight;
  const away = new Map(
    sources.map((source) => {
      const box = wanted.get(source)?.element()?.getBoundingClientRect();
      return [source, box ? (box.bottom < 0 ? -box.bottom : Math.max(0, box.top - height)) : Infinity];
    }),
  );
  return [...sources].sort((a, b) => (away.get(a) ?? 0) - (away.get(b) ?? 0));
}

async function fetchBatch(batch: string[], kept: Cache | null, names: Set<string>): Promise<void> {
  const controller = new AbortController();
  for (const source of batch) asked.set(source, controller);
  const left = new Set(batch);
  const came: [string, Blob][] = [];
  let wait = 0;
  try {
    const answer = await fetch("/api/pictures", {
      method: "POST",
      credentials: "same-origin",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ of: batch.map(inWords) }),
      signal: controller.signal,
    });
    if (!answer.ok || !answer.body) throw new Error(`${answer.status}`);
    for await (const [place, jpeg] of pieces(answer.body)) {
      const source = batch[place];
      if (source === undefined) continue;
      left.delete(source);
      asked.delete(source);
      if (jpeg.byteLength === 0) {
        failed.add(source);
        tell(source);
        continue;
      }
      const blob = new Blob([jpeg], { type: "image/jpeg" });
      keep(source, blob);
      came.push([source, blob]);
    }
    tellNow();
    // Kept for the next time when this time's are drawn.
    setTimeout(() => {
      for (const [source, blob] of came)
        void kept
          ?.put(source, new Response(blob))
          .then(() => names.add(source))
          .catch(() => undefined);
    }, KEEPING);
    if (left.size > 0) throw new Error("it broke off");
    atOnce = Math.min(BATCH, 2 * atOnce);
  } catch {
    // What went by was not wanted any more; what could not be had by itself is said to be missing, until it is asked for again.
    if (!controller.signal.aborted) {
      if (batch.length === 1) {
        for (const source of left) {
          failed.add(source);
          tell(source);
        }
      }
      atOnce = Math.max(1, Math.floor(batch.length / 2));
      wait = AGAIN;
    }
  } finally {
    for (const source of left) if (asked.get(source) === controller) asked.delete(source);
    setTimeout(() => void pump(), wait);
  }
}

/** A picture's address as the server's PicturesController reads it. */
function inWords(source: string): object {
  const address = new URL(source, window.location.origin);
  const edge = Number(address.searchParams.get("edge") ?? 160);
  const frame = /^\/api\/frames\/(\d+)\/picture$/.exec(address.pathname);
  const card = /^\/api\/cards\/(\w+)\/picture$/.exec(address.pathname);
  const turn = address.searchParams.get("turn");
  return frame
    ? { frame: Number(frame[1]), edge, ...(turn === null ? {} : { turn: Number(turn) }) }
    : { card: card?.[1] ?? "", file: address.searchParams.get("file") ?? "", edge };
}

/** Place and JPEG, one after the other as they come: uint32 BE, uint32 BE, bytes. */
async function* pieces(stream: ReadableStream<Uint8Array<ArrayBuffer>>): AsyncGenerator<[number, Uint8Array<ArrayBuffer>]> {
  const reader = stream.getReader();
  let rest = new Uint8Array(0);
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return;
    const joined = new Uint8Array(rest.length + value.length);
    joined.set(rest);
    joined.set(value, rest.length);
    rest = joined;
    while (rest.length >= 8) {
      const view = new DataView(rest.buffer, rest.byteOffset);
      const length = view.getUint32(4);
      if (rest.length < 8 + length) break;
      yield [view.getUint32(0), rest.slice(8, 8 + length)];
      rest = rest.slice(8 + length);
    }
  }
}

function keep(source: string, blob: Blob): void {
  have.set(source, URL.createObjectURL(blob));
  for (const [old, address] of have) {
    if (have.size <= MOST) break;
    if (!wanted.has(old)) {
      URL.revokeObjectURL(address);
      have.delete(old);
    }
  }
  tell(source);
}

/** Those whose pictures came are told together, a few times a second: each telling draws the mat anew. */
const TELL = 80;
const news = new Set<string>();
function tell(source: string): void {
  if (news.size === 0) setTimeout(tellNow, TELL);
  news.add(source);
}

/** Without waiting, where no more are on their way. */
function tellNow(): void {
  const some = [...news];
  news.clear();
  for (const one of some) for (const listener of wanted.get(one)?.listeners ?? []) listener();
}

/** The address of a frame's picture, so many quarters turned to the right from how the camera recorded it; as it is turned by now where that is not said. */
export const framePicture = (frame: number, edge: 160 | 480 | 2048 | "whole", turned?: number): string =>
  `/api/frames/${frame}/picture?edge=${edge}${turned === undefined ? "" : `&turn=${turned}`}`;

import type { QueryClient } from "@tanstack/react-query";

/**
 * What changed is told by one stream a page, by topic; what a page shows of it is asked for anew. Where there is no stream, a
 * page asks by itself as often as before.
 */
const SHOWN: Record<string, string[]> = {
  cards: ["cards", "receipt"],
  receipts: ["receipts", "receipt", "still open"],
  shoots: ["shoots", "descriptions", "still open", "aside", "whereabouts"],
  stores: ["stores", "findings", "still open", "whereabouts"],
  "day book": ["day book"],
  look: ["look since", "aside"],
};

/** Milliseconds in which what is told is gathered: a running intake has much to tell. */
const GATHERED = 700;
/** Milliseconds after which a stream that was refused is asked for again. */
const AGAIN = 5000;
/** Milliseconds after which a page asks all the same. */
const ALL_THE_SAME = 15_000;

let open = false;

/** How often to ask: as often as is given where nothing is told, seldom where it is. */
export const asksEvery = (milliseconds: number): number => (open ? Math.max(milliseconds, ALL_THE_SAME) : milliseconds);

/** Follows what happens until it is ended. */
export function follow(queries: QueryClient, make: (address: string) => EventSource = (address) => new EventSource(address)): () => void {
  const told = new Set<string>();
  let gathering: ReturnType<typeof setTimeout> | undefined;
  let again: ReturnType<typeof setTimeout> | undefined;
  const askAnew = () => {
    gathering = undefined;
    for (const key of new Set([...told].flatMap((topic) => SHOWN[topic] ?? []))) void queries.invalidateQueries({ queryKey: [key] });
    told.clear();
  };
  const gather = (topics: string[]) => {
    for (const topic of topics) told.add(topic);
    gathering ??= setTimeout(askAnew, GATHERED);
  };
  const begin = () => {
    const stream = make("/api/events");
    stream.onopen = () => {
      open = true;
      gather(Object.keys(SHOWN)); // whatever was not told between two streams
    };
    stream.onmessage = (event: MessageEvent<string>) => {
      gather(event.data.split(","));
    };
    stream.onerror = () => {
      open = false;
      if (stream.readyState === 2) again = setTimeout(() => (source = begin()), AGAIN);
    };
    return stream;
  };
  let source = begin();
  return () => {
    open = false;
    clearTimeout(gathering);
    clearTimeout(again);
    source.close();
  };
}

import type { Act, Among } from "../api/look";
import type { Judged, Judgement, Look, LookFrame, Pass, Standing } from "../api/views";

/** A sitting on the page: what is judged is shown at once, and stands in the queue until the ledger has kept it. */
export interface Sitting {
  frames: ReadonlyMap<number, LookFrame>;
  /** The frames of the pass; who is in it was settled when it began. */
  order: readonly number[];
  /** The place in it of the one that is looked at; past the last, the pass is over. */
  at: number;
  pass: Pass;
  /** What the frames of the pass have besides. */
  among: Among;
  queue: readonly Act[];
  standing: Standing;
  /** What another window was quicker with. */
  met: string;
  /** The taking back, or bringing again, whose answer leads to its frame: unless the hand went elsewhere since. */
  leads: string | null;
}

export type Did =
  | { do: "step"; by: number }
  | { do: "go"; to: number }
  | { do: "say"; name: string; word: string; moveOn: boolean }
  | { do: "say of"; name: string; word: string; frames: readonly number[] }
  | { do: "choose"; name: string; frame: number; over: readonly number[] }
  | { do: "ask"; name: string; kind: "take back" | "bring again" }
  | { do: "kept"; names: string[]; judged: Judged }
  | { do: "refused"; names: string[] }
  | { do: "heard"; judged: Judged }
  | { do: "gather"; pass: Pass; among: Among; frames: number[] };

export const opened = (look: Look): Sitting => {
  const order = look.frames.map((frame) => frame.id);
  const first = look.frames.findIndex((frame) => frame.judged.decision === null);
  return {
    frames: new Map(look.frames.map((frame) => [frame.id, frame])),
    order,
    at: Math.max(0, first),
    pass: "all",
    among: {},
    queue: [],
    standing: look.standing,
    met: "",
    leads: null,
  };
};

/** The same with what was said the last time, and could not be kept then. */
export function resumed(now: Sitting, queue: Act[]): Sitting {
  const frames = new Map(now.frames);
  for (const act of queue)
    for (const asked of act.kind === "judge" ? act.frames : []) {
      const frame = frames.get(asked.frame);
      if (frame?.judged.revision === asked.revision) frames.set(asked.frame, { ...frame, judged: guessed(frame.judged, asked.word ?? act.word) });
    }
  return { ...now, frames, queue };
}

/** The frame that is looked at; none where the pass is over. */
export const lookedAt = (sitting: Sitting): LookFrame | undefined => {
  const id = sitting.order[sitting.at];
  return id === undefined ? undefined : sitting.frames.get(id);
};

/** What a word makes of a judgement, as the page guesses it until the ledger has said so (core/Look/Word). */
export function guessed(judged: Judgement, word: string): Judgement {
  const is = after(judged, word);
  const same = is.decision === judged.decision && is.stars === judged.stars && is.label === judged.label && is.turned === judged.turned;
  return same ? judged : { ...is, revision: judged.revision + 1 };
}

function after(judged: Judgement, word: string): Judgement {
  if (word === "keep" || word === "drop" || word === "unsure") return { ...judged, decision: word };
  if (word === "open") return { ...judged, decision: null };
  if (word === "turn right") return { ...judged, turned: (judged.turned + 1) % 4 };
  if (word === "turn left") return { ...judged, turned: (judged.turned + 3) % 4 };
  if (word === "no label") return { ...judged, label: null };
  if (word.startsWith("label ")) return { ...judged, label: word.slice(6).trim() };
  const stars = Number(word);
  return { ...judged, stars, decision: stars > 0 ? "keep" : judged.decision };
}

export function sitting(now: Sitting, did: Did): Sitting {
  switch (did.do) {
    case "step":
      return { ...now, at: within(now, now.at + did.by), met: "", leads: null };
    case "go":
      return { ...now, at: within(now, did.to), met: "", leads: null };
    case "say":
      return say(now, did);
    case "say of":
      return sayOf(now, did.name, did.word, did.frames);
    case "choose":
      return sayOf(now, did.name, "keep", [did.frame, ...did.over], (id) => (id === did.frame ? undefined : "drop"));
    case "ask":
      return { ...now, met: "", leads: did.name, queue: [...now.queue, { name: did.name, kind: did.kind, word: "", frames: [] }] };
    case "kept": {
      const queue = now.queue.filter((act) => !did.names.includes(act.name));
      const led = now.leads !== null && did.names.includes(now.leads) ? now.order.findIndex((id) => did.judged.frames.some((one) => one.frame === id)) : -1;
      return {
        ...now,
        queue,
        frames: judgedIn(now.frames, did.judged, queue),
        standing: did.judged.standing,
        at: led >= 0 ? led : now.at,
        met: did.judged.met.length > 0 ? metInWords(now.frames, did.judged.met) : now.met,
      };
    }
    case "refused":
      return { ...now, queue: now.queue.filter((act) => !did.names.includes(act.name)) };
    case "heard":
      return { ...now, frames: judgedIn(now.frames, did.judged, now.queue), standing: did.judged.standing };
    case "gather":
      return { ...now, pass: did.pass, among: did.among, order: did.frames, at: 0, met: "", leads: null };
  }
}

function say(now: Sitting, did: { name: string; word: string; moveOn: boolean }): Sitting {
  const id = now.order[now.at];
  const said = sayOf(now, did.name, did.word, id === undefined ? [] : [id]);
  return did.moveOn ? { ...said, at: within(now, now.at + 1) } : said;
}

/** One act, of as many frames as it makes anything else of; of some of them another word, maybe. */
function sayOf(now: Sitting, name: string, word: string, ids: readonly number[], other: (id: number) => string | undefined = () => undefined): Sitting {
  const frames = new Map(now.frames);
  const of: Act["frames"] = [];
  for (const id of ids) {
    const frame = now.frames.get(id);
    const apart = other(id);
    const judged = frame && guessed(frame.judged, apart ?? word);
    if (!frame || !judged || judged === frame.judged) continue;
    frames.set(id, { ...frame, judged });
    of.push({ frame: id, revision: frame.judged.revision, ...(apart === undefined ? {} : { word: apart }) });
  }
  return of.length === 0
    ? { ...now, met: "", leads: null }
    : { ...now, met: "", leads: null, frames, queue: [...now.queue, { name, kind: "judge", word, frames: of }] };
}

const within = (now: Sitting, at: number): number => Math.max(0, Math.min(now.order.length, at));

/** What the ledger says of frames, and over it what waits to be kept of them. */
function judgedIn(frames: ReadonlyMap<number, LookFrame>, judged: Judged, queue: readonly Act[]): ReadonlyMap<number, LookFrame> {
  if (judged.frames.length === 0) return frames;
  const found = new Map(frames);
  for (const one of judged.frames) {
    const frame = found.get(one.frame);
    if (!frame) continue;
    const waiting = queue.flatMap((act) => act.frames.filter((asked) => asked.frame === one.frame).map((asked) => asked.word ?? act.word));
    found.set(one.frame, { ...frame, judged: waiting.reduce(guessed, one) });
  }
  return found;
}

function metInWords(frames: ReadonlyMap<number, LookFrame>, met: number[]): string {
  const names = met.map((id) => frames.get(id)?.stem ?? String(id));
  return `${names.slice(0, 3).join(", ")}${names.length > 3 ? ` and ${names.length - 3} more` : ""}: judged elsewhere meanwhile, and left so.`;
}

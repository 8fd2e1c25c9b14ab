import { fault, type Schema } from "./checks";

/** An answer that is not the one asked for: the server's own sentence says what happened and what to do. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    sentence: string,
  ) {
    super(sentence);
  }
}

let silent = false;
const back = new Set<() => void>();

/** Told when the ledger answers again after it did not. */
export const onBack = (listener: () => void): void => {
  back.add(listener);
};

/** What comes back is what the schema says, or an error that names the place. */
async function ask<T>(path: string, schema: Schema<T> | null, init?: RequestInit): Promise<T> {
  let answer: Response;
  try {
    answer = await fetch(path, { credentials: "same-origin", ...init });
  } catch (reason) {
    if (!(reason instanceof DOMException && reason.name === "AbortError")) silent = true;
    throw new Error('The ledger does not answer. If it was stopped, start it again with "bin/ledger start"; this page goes on by itself.', { cause: reason });
  }
  if (silent) {
    silent = false;
    for (const listener of back) listener();
  }
  const body = (await answer.json().catch(() => null)) as unknown;
  if (!answer.ok) {
    const said =
      typeof body === "object" && body !== null && "error" in body && typeof body.error === "string" ? body.error : `The ledger answered ${answer.status}.`;
    throw new Refused(answer.status, said);
  }
  const wrong = schema && fault(schema, body);
  if (wrong)
    throw new Error(
      `The ledger's answer is not what this page expects (${path.split("?")[0] ?? ""}, ${wrong}). Load the page again: it may be of another version.`,
    );
  return body as T;
}

export const get = <T>(path: string, schema: Schema<T>, signal?: AbortSignal): Promise<T> => ask(path, schema, signal ? { signal } : {});

const POST = { method: "POST", headers: { "Content-Type": "application/json" } };

export const post = <T>(path: string, body: unknown, schema: Schema<T>, signal?: AbortSignal): Promise<T> =>
  ask(path, schema, { ...POST, body: JSON.stringify(body), ...(signal ? { signal } : {}) });

/** Where nothing of the answer is looked at but whether it was done. */
export const send = (path: string, body: unknown): Promise<unknown> => ask<unknown>(path, null, { ...POST, body: JSON.stringify(body) });

/** The text of a file, as it is. */
export const postText = <T>(path: string, text: string, schema: Schema<T>): Promise<T> => ask(path, schema, { ...POST, body: text });

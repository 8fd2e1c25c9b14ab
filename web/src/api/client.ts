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

async function ask<T>(path: string, init?: RequestInit): Promise<T> {
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
  return body as T;
}

export const get = <T>(path: string): Promise<T> => ask<T>(path);

export const post = <T>(path: string, body: unknown, signal?: AbortSignal): Promise<T> =>
  ask<T>(path, { method: "POST", headers: { "Content-Type": "application/json" }, body: JSON.stringify(body), ...(signal ? { signal } : {}) });

/** The text of a file, as it is. */
export const postText = <T>(path: string, text: string): Promise<T> =>
  ask<T>(path, { method: "POST", headers: { "Content-Type": "application/json" }, body: text });

/**
 * Pictures decoded before they are asked for: those that are wanted, the nearest first, some at once; what is wanted no more
 * is let go of, and its request aborted.
 */
const AT_ONCE = 3;

/** Nothing is asked for before a key has rested so many milliseconds: held down, it would ask for all that it passes. */
export const REST = 70;

export class Decoded {
  private readonly have = new Map<string, ImageBitmap | "failed">();
  private readonly asked = new Map<string, AbortController>();
  private readonly listeners = new Set<() => void>();
  private wanted: string[] = [];
  private resting: ReturnType<typeof setTimeout> | undefined;

  constructor(private readonly rest = REST) {}

  /** The picture, "failed", or null while it is on its way. */
  get = (address: string): ImageBitmap | "failed" | null => this.have.get(address) ?? null;

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => {
      this.listeners.delete(listener);
    };
  };

  /** These from now on, the most needed first. */
  want(addresses: string[]): void {
    this.wanted = addresses;
    const keep = new Set(addresses);
    for (const [address, bitmap] of this.have) {
      if (keep.has(address)) continue;
      if (bitmap !== "failed") bitmap.close();
      this.have.delete(address);
    }
    for (const [address, request] of this.asked) {
      if (keep.has(address)) continue;
      request.abort();
      this.asked.delete(address);
    }
    clearTimeout(this.resting);
    this.resting = setTimeout(() => {
      this.pump();
    }, this.rest);
  }

  private pump(): void {
    for (const address of this.wanted) {
      if (this.asked.size >= AT_ONCE) return;
      if (!this.have.has(address) && !this.asked.has(address)) void this.fetch(address);
    }
  }

  private async fetch(address: string): Promise<void> {
    const request = new AbortController();
    this.asked.set(address, request);
    let bitmap: ImageBitmap | "failed";
    try {
      const answer = await fetch(address, { credentials: "same-origin", signal: request.signal });
      bitmap = answer.ok ? await createImageBitmap(await answer.blob()) : "failed";
    } catch {
      bitmap = "failed";
    }
    if (this.asked.get(address) === request) this.asked.delete(address);
    if (request.signal.aborted || !this.wanted.includes(address)) {
      if (bitmap !== "failed") bitmap.close();
    } else {
      this.have.set(address, bitmap);
      for (const listener of this.listeners) listener();
    }
    this.pump();
  }
}

/** What work on stores waits for: "waits until receipt 12 is copied"; null where no card is being copied. */
export function waitsFor(copying: number[]): string | null {
  const last = copying.at(-1);
  if (last === undefined) return null;
  return copying.length === 1 ? `waits until receipt ${last} is copied` : `waits until receipts ${copying.slice(0, -1).join(", ")} and ${last} are copied`;
}

import { figure } from "./format";

const WORDS: [kind: string, one: string, many: string][] = [
  ["still raw", "raw", "raw"],
  ...["JPEG", "HEIC", "TIFF", "PNG", "JPEG XL", "AVIF", "WebP"].map((format): [string, string, string] => [format, format, format]),
  ["sidecar", "sidecar", "sidecars"],
  ["voice note", "voice note", "voice notes"],
  ["moving picture", "clip", "clips"],
  ["camera system file", "system file", "system files"],
  ["unknown", "unknown file", "unknown files"],
];

/** "45 raw · 94 JPEG · 1 clip" of how many files there are of each kind. */
export const kindsOf = (files: Record<string, number>): string =>
  WORDS.filter(([kind]) => files[kind])
    .map(([kind, one, many]) => `${figure(files[kind] ?? 0)} ${files[kind] === 1 ? one : many}`)
    .join(" · ") || "none";

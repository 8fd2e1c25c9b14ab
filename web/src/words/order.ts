import type { OrderParts, PieceKind } from "../api/orders";

/** Parts of a standing order, put into words. */

export const PART_NAMES: Record<keyof OrderParts, string> = {
  bring: "what to bring",
  clips: "clips and sounds",
  others: "all other files",
  shoots: "shoots",
  destination: "destination",
  folders: "folders",
  subfolders: "subfolders",
  names: "names",
  copies: "copies",
  stamps: "stamps",
  dng: "DNG",
  afterwards: "when all is in",
};

export const BETWEEN = [
  { value: "_" as const, name: "an underscore" },
  { value: "-" as const, name: "a hyphen" },
  { value: " " as const, name: "a space" },
  { value: "" as const, name: "nothing" },
];

/** What each piece is called, in the order in which they are offered. */
export const PIECES: { value: PieceKind; name: string }[] = [
  { value: "date taken", name: "date or time taken" },
  { value: "description", name: "description" },
  { value: "sequence", name: "number in sequence" },
  { value: "camera file number", name: "camera's file number" },
  { value: "whole camera file number", name: "camera's whole number" },
  { value: "first camera file number", name: "the shoot's first number" },
  { value: "original name", name: "original name" },
  { value: "body", name: "body" },
  { value: "words", name: "words" },
  { value: "initials", name: "initials" },
  { value: "kind of work", name: "kind of work" },
  { value: "job", name: "job" },
  { value: "event", name: "event" },
  { value: "place", name: "place" },
  { value: "name it has", name: "the name it has" },
  { value: "card folders", name: "the card's own folders" },
  { value: "date of intake", name: "date of the intake" },
];

export const PAUSES = [15, 30, 60, 90, 120, 180, 240];

/** "90 min", "2 h", "1 h 30 min". */
export function minutes(of: number): string {
  if (of < 60) return `${of} min`;
  return of % 60 === 0 ? `${of / 60} h` : `${Math.floor(of / 60)} h ${of % 60} min`;
}

export function shootsInWords({ pauseMinutes, dayTurnsAt }: OrderParts["shoots"]): string {
  const day = dayTurnsAt === 0 ? "a shoot for each day" : `a shoot for each day, which turns at ${dayTurnsAt}:00`;
  return pauseMinutes === null ? day : `${day}, a new one after ${minutes(pauseMinutes)} without a frame`;
}

export const destinationInWords = ({ kindOfWork, folder }: OrderParts["destination"], store: string): string =>
  [kindOfWork || null, folder ? `${folder}/ on ${store}` : `${store}, from its root`].filter(Boolean).join(", ");

export const subfoldersInWords = ({ make, framesInto, trees }: OrderParts["subfolders"]): string =>
  [
    ...(make.length > 0 ? [`${make.join(", ")}${framesInto ? `; frames into ${framesInto}` : ""}`] : []),
    ...trees.map((tree) => `a folder below ${tree.root} for ${tree.name}`),
  ].join("; ") || "none";

/** When the copies on mirrors are made. */
export const SECOND: Record<OrderParts["copies"]["second"], string> = {
  "at once": "at once",
  "kept, after first look": "after first look, of what is not dropped",
  "all, after first look": "after first look, of all",
  "when it is said": "when you say so",
};

/** The whole of an order in one line. */
export function orderInWords({ bring, clips, others, shoots, subfolders, names, copies }: OrderParts): string {
  const pieces = names.pieces.map((piece) => PIECES.find((one) => one.value === piece.piece)?.name ?? piece.piece);
  const inside = subfolders.make.length > 0 ? ` ${subfolders.make.length} subfolders in each;` : "";
  return `${bring}${clips === "stay on the card" ? "" : `, clips ${clips}`}${others === "stay on the card" ? "" : `, all other files ${others}`}; ${shootsInWords(shoots)};${inside} named by ${pieces.join(", ")}${copies.second === "at once" ? "" : `; second copies ${SECOND[copies.second]}`}`;
}

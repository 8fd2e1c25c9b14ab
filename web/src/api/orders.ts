import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { get, post, postText } from "./client";
import type { SavedOrder } from "./types";
import type { StoreFolders } from "./views";

export type { SavedOrder, Samples } from "./types";

/** Standing orders and stationery; the shapes are those of docs/standing-order.schema.json. */

export type Companions = "raw and JPEG" | "raw only" | "JPEG only";
export type PieceKind =
  | "date taken"
  | "date of intake"
  | "description"
  | "words"
  | "initials"
  | "sequence"
  | "camera file number"
  | "original name"
  | "body"
  | "kind of work"
  | "card folders";
export type Between = "_" | "-" | " " | "";
export type Scope = "this shoot" | "this day" | "running on";
export type Style = "hyphens" | "as written";

export interface Piece {
  piece: PieceKind;
  fields?: string;
  text?: string;
  style?: Style;
  start?: number;
  digits?: number;
  scope?: Scope;
}

export interface Destination {
  kindOfWork: string;
  folder: string;
}

export interface NamePattern {
  pieces: Piece[];
  between: Between;
  extension: "lower case" | "as the camera wrote it";
}

export interface FolderPattern {
  levels: Piece[][];
  between: Between;
}

export interface Subfolders {
  make: string[];
  framesInto: string;
}

export interface OrderParts {
  bring: Companions;
  shoots: { pauseMinutes: number | null; dayTurnsAt: number };
  destination: Destination;
  folders: FolderPattern;
  subfolders: Subfolders;
  names: NamePattern;
}

export type OrderPart = keyof OrderParts;

export interface OrderDocument extends OrderParts {
  velvetLedger: "standing order";
  version: 1;
  name: string;
}

export interface StationeryParts {
  names: NamePattern;
  folders: FolderPattern;
  subfolders: Subfolders;
  destination: Destination;
}

export type StationeryKind = keyof StationeryParts;

export interface Item<T> {
  name: string;
  document: T;
  readyMade: boolean;
}

export type Stationery = { [K in StationeryKind]: Item<StationeryParts[K]>[] };

export const useOrders = () => useQuery({ queryKey: ["orders"], queryFn: () => get<SavedOrder[]>("/api/orders") });

export const useStationery = () => useQuery({ queryKey: ["stationery"], queryFn: () => get<Stationery>("/api/stationery") });

export const useFolders = (folder: string) =>
  useQuery({ queryKey: ["folders", folder], queryFn: () => get<StoreFolders>(`/api/folders?in=${encodeURIComponent(folder)}`) });

/** A change to orders or stationery: done when their lists are there again; what else shows them follows in its own time. */
function useChange<T>(change: (given: T) => Promise<unknown>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: () => {
      for (const key of ["plan", "desk"]) void queries.invalidateQueries({ queryKey: [key] });
      return Promise.all(["orders", "stationery"].map((key) => queries.invalidateQueries({ queryKey: [key] })));
    },
  });
}

export const useSaveOrder = () => useChange((order: OrderDocument) => post("/api/orders", order));
export const useImportOrder = () => useChange((text: string) => postText("/api/orders/file", text));
export const useDropOrder = () => useChange((name: string) => post("/api/orders/drop", { name }));
export const useDefaultOrder = () => useChange((name: string) => post("/api/orders/default", { name }));
export const useSaveItem = () => useChange((item: { kind: StationeryKind; name: string; document: unknown }) => post("/api/stationery", item));
export const useDropItem = () => useChange((item: { kind: StationeryKind; name: string }) => post("/api/stationery/drop", item));

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { given, list } from "./checks";
import { get, postText, send } from "./client";
import * as schemas from "./schemas";
import type { OrderDocument, Stationery, StationeryKind } from "./standingOrder";

export type * from "./standingOrder";
export type { SavedOrder, Samples } from "./types";

/** Asking for standing orders and stationery, and changing them. */

export const useOrders = () => useQuery({ queryKey: ["orders"], queryFn: () => get("/api/orders", list(schemas.SavedOrder)) });

export const useStationery = () => useQuery({ queryKey: ["stationery"], queryFn: () => get("/api/stationery", given<Stationery>()) });

export const useFolders = (folder: string) =>
  useQuery({ queryKey: ["folders", folder], queryFn: () => get(`/api/folders?in=${encodeURIComponent(folder)}`, schemas.StoreFolders) });

/** A change to orders or stationery: done when their lists are there again; what else shows them follows in its own time. */
function useChange<T>(change: (given: T) => Promise<unknown>) {
  const queries = useQueryClient();
  return useMutation({
    scope: { id: "stationery" }, // one after the other, as they were made
    mutationFn: change,
    onSuccess: () => {
      for (const key of ["plan", "desk"]) void queries.invalidateQueries({ queryKey: [key] });
      return Promise.all(["orders", "stationery"].map((key) => queries.invalidateQueries({ queryKey: [key] })));
    },
  });
}

export const useSaveOrder = () => useChange((order: OrderDocument) => send("/api/orders", order));
export const useImportOrder = () => useChange((text: string) => postText("/api/orders/file", text, given()));
export const useDropOrder = () => useChange((name: string) => send("/api/orders/drop", { name }));
export const useDefaultOrder = () => useChange((name: string) => send("/api/orders/default", { name }));
export const useSaveItem = () => useChange((item: { kind: StationeryKind; name: string; document: unknown }) => send("/api/stationery", item));
export const useDropItem = () => useChange((item: { kind: StationeryKind; name: string }) => send("/api/stationery/drop", item));

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { get, post, postText } from "./client";
import type { OrderDocument, Stationery, StationeryKind } from "./standingOrder";
import type { SavedOrder } from "./types";
import type { StoreFolders } from "./views";

export type * from "./standingOrder";
export type { SavedOrder, Samples } from "./types";

/** Asking for standing orders and stationery, and changing them. */

export const useOrders = () => useQuery({ queryKey: ["orders"], queryFn: () => get<SavedOrder[]>("/api/orders") });

export const useStationery = () => useQuery({ queryKey: ["stationery"], queryFn: () => get<Stationery>("/api/stationery") });

export const useFolders = (folder: string) =>
  useQuery({ queryKey: ["folders", folder], queryFn: () => get<StoreFolders>(`/api/folders?in=${encodeURIComponent(folder)}`) });

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

export const useSaveOrder = () => useChange((order: OrderDocument) => post("/api/orders", order));
export const useImportOrder = () => useChange((text: string) => postText("/api/orders/file", text));
export const useDropOrder = () => useChange((name: string) => post("/api/orders/drop", { name }));
export const useDefaultOrder = () => useChange((name: string) => post("/api/orders/default", { name }));
export const useSaveItem = () => useChange((item: { kind: StationeryKind; name: string; document: unknown }) => post("/api/stationery", item));
export const useDropItem = () => useChange((item: { kind: StationeryKind; name: string }) => post("/api/stationery/drop", item));

import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import * as v from "valibot";
import { get, post } from "./client";
import * as schemas from "./schemas";
import type { FolderPattern, NamePattern } from "./standingOrder";

/** What is wished of a shoot or of some of its frames, as core/Keeping/KeepingWish reads it; what is left away stays as it is. */
export interface KeepingWish {
  description?: string;
  date?: string;
  kindOfWork?: string;
  destination?: string;
  folder?: string;
  /** By which its folder is made. */
  folders?: FolderPattern;
  notes?: string;
  /** The frame that stands for it; 0 for whichever comes first. */
  cover?: number;
  names?: "follow" | "stay" | "anew" | "replace" | "as on the card";
  pattern?: NamePattern;
  from?: number;
  find?: string;
  with?: string;
  frames?: number[];
  seconds?: number;
  body?: string;
  into?: number;
  apart?: boolean;
  together?: boolean;
}

/** What is said of a shoot by hand, and how its frames are named. */
export const useKept = (shoot: string, asks = true) =>
  useQuery({ queryKey: ["shoot", shoot, "kept"], queryFn: () => get(`/api/shoots/${shoot}/kept`, schemas.ShootKept), enabled: asks && shoot !== "" });

/** What a wish would come to. */
export const useKeepingShown = (shoot: string, wish: KeepingWish | null, search: string) =>
  useQuery({
    queryKey: ["shoot", shoot, "keeping", wish, search],
    queryFn: ({ signal }) => post(`/api/shoots/${shoot}/keeping/shown?search=${encodeURIComponent(search)}`, wish ?? {}, schemas.Keeping, signal),
    enabled: wish !== null,
    placeholderData: keepPreviousData,
    retry: false,
  });

const TOUCHED = [
  "shoot",
  "shoot first",
  "shoots",
  "shoots of receipts",
  "aside",
  "stamp state",
  "common stamps",
  "stores",
  "desk",
  "descriptions",
  "still open",
  "whereabouts",
];

export function useKeep() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ shoot, wish }: { shoot: string; wish: KeepingWish }) =>
      post(`/api/shoots/${shoot}/keeping`, wish, v.object({ frames: v.number(), last: v.nullable(v.number()) })),
    onSettled: () => Promise.all(TOUCHED.map((key) => queries.invalidateQueries({ queryKey: [key] }))),
  });
}

import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import * as v from "valibot";
import { get, post } from "./client";
import * as schemas from "./schemas";
import type { Rule } from "./views";

/** What may be done with where shoots lie, as core/Placing/Verb has it. */
export type PlacingVerb = "file" | "leave" | "bring" | "mirror" | "mirror all" | "finish" | "go on";

export interface PlacingWish {
  verb: PlacingVerb;
  shoots: number[];
  /** Which they are to leave, or to come to. */
  store?: number | null;
}

/** A rule as it is sent; the last, of all other work, is not: it is what the stores are for. */
export type RuleWish = Omit<Rule, "inWords" | "shoots" | "beside"> & {
  /** What else is kept of shoots' folders: all, nothing, or some subfolders. */
  beside: Beside;
};

export type Beside = "all" | "nothing" | string[];

export const useWhereabouts = (shoot: string) =>
  useQuery({ queryKey: ["whereabouts", shoot], queryFn: () => get(`/api/shoots/${shoot}/whereabouts`, schemas.Whereabouts), enabled: shoot !== "" });

export const useRules = () => useQuery({ queryKey: ["rules"], queryFn: () => get("/api/rules", schemas.Rules) });

/** What these rules would have stores be owed. */
/** As it is sent, of what a rule says: null for all, none for nothing. */
export const besideOf = (subfolders: string[] | null): Beside => (subfolders === null ? "all" : subfolders.length === 0 ? "nothing" : subfolders);

export const useRulesShown = (rules: RuleWish[] | null) =>
  useQuery({
    queryKey: ["rules", "shown", rules],
    queryFn: ({ signal }) => post("/api/rules/shown", { rules }, schemas.Placing, signal),
    enabled: rules !== null,
    placeholderData: keepPreviousData,
    retry: false,
  });

export const useOnlyHere = (store: number, asks: boolean) =>
  useQuery({ queryKey: ["only here", store], queryFn: () => get(`/api/stores/${store}/only`, schemas.OnlyHere), enabled: asks });

export function useWantTree(shoot: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (tree: number) => post(`/api/shoots/${shoot}/trees`, { tree }, schemas.Whereabouts),
    onSettled: () => queries.invalidateQueries({ queryKey: ["whereabouts", shoot] }),
  });
}

/** What an act would come to. */
export const usePlacingShown = (wish: PlacingWish | null) =>
  useQuery({
    queryKey: ["placing", wish],
    queryFn: ({ signal }) => post("/api/placing/shown", wish ?? {}, schemas.Placing, signal),
    enabled: wish !== null && wish.shoots.length > 0,
    retry: false,
    gcTime: 0,
  });

/** Shoots that are finished, or older than a day, and not filed away. */
export const useToFile = (before: string | null, asks: boolean) =>
  useQuery({
    queryKey: ["to file", before],
    queryFn: () => get(`/api/shoots/to-file${before === null ? "" : `?before=${before}`}`, v.array(v.number())),
    enabled: asks,
  });

const TOUCHED = ["only here", "whereabouts", "shoot", "shoots", "stores", "rules", "placing", "to file", "still open", "desk"];

function useTouching() {
  const queries = useQueryClient();
  return () => Promise.all(TOUCHED.map((key) => queries.invalidateQueries({ queryKey: [key] })));
}

/** Null where many were asked for: a worker comes to them. */
export function usePlace() {
  const touch = useTouching();
  return useMutation({ mutationFn: (wish: PlacingWish) => post("/api/placing", wish, v.nullable(schemas.Placing)), onSettled: touch });
}

export function useKeepRules() {
  const touch = useTouching();
  return useMutation({
    mutationFn: (wish: { rules: RuleWish[]; beside?: Beside; days?: number }) => post("/api/rules", wish, schemas.Rules),
    onSettled: touch,
  });
}

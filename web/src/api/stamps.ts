import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import * as v from "valibot";
import { list } from "./checks";
import { get, post, postText, send } from "./client";
import * as schemas from "./schemas";

/** Rights and keywords: the vocabulary, and what frames of a shoot say. */

const GLANCE = 700;

export interface KeywordChange {
  id: number;
  word?: string;
  heading?: boolean;
  synonyms?: string[];
  /** Another parent; 0 for none. */
  under?: number;
  into?: number;
}

/** A change of a selection; what is not named stays as it is with each frame. */
export interface StampChange {
  frames: number[];
  texts?: Record<string, string>;
  add?: string[][];
  remove?: number[];
  rating?: number;
  unrate?: boolean;
  label?: string;
  slip?: string;
  /** It is written when the sitting rests in which it was said, not at once. */
  later?: boolean;
}

/** Words that go on from what is typed. */
export const useCompletions = (typed: string) =>
  useQuery({
    queryKey: ["completing", typed],
    queryFn: () => get(`/api/keywords/completing?typed=${encodeURIComponent(typed)}`, list(schemas.Completion)),
    enabled: typed.trim() !== "",
    placeholderData: keepPreviousData,
    staleTime: 5000,
  });

/** Words right below one (0: the outermost), or all that have a text in them. */
export const useKeywords = (of: { under: number } | { search: string }, open: boolean) =>
  useQuery({
    queryKey: ["keywords", of],
    queryFn: () => get(`/api/keywords?${"search" in of ? `search=${encodeURIComponent(of.search)}` : `under=${of.under}`}`, schemas.Keywords),
    enabled: open,
    placeholderData: keepPreviousData,
  });

export const framesOfKeyword = (id: number) => get(`/api/keywords/${id}/frames`, v.object({ frames: v.number() }));

function useVocabularyChange<T, A = unknown>(change: (given: T) => Promise<A>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: () => Promise.all(["keywords", "completing", "shoot"].map((key) => queries.invalidateQueries({ queryKey: [key] }))),
  });
}

export const useAddKeyword = () =>
  useVocabularyChange((word: { under: number | null; word: string }) => post("/api/keywords", word, v.object({ id: v.number() })));
export const useChangeKeyword = () => useVocabularyChange(({ id, ...how }: KeywordChange) => send(`/api/keywords/${id}`, how));
export const useDropKeyword = () => useVocabularyChange((id: number) => send(`/api/keywords/${id}/drop`, {}));
export const useImportKeywords = () => useVocabularyChange((text: string) => postText("/api/keywords/list", text, v.object({ added: v.number() })));

export const useDefaultSlip = () => {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (name: string) => send("/api/stationery/default", { name }),
    onSuccess: () => Promise.all(["stationery", "plan"].map((key) => queries.invalidateQueries({ queryKey: [key] }))),
  });
};

/** How far a shoot's stamps are; asked again often while any are being written. */
export const useStampState = (shoot: string) =>
  useQuery({
    queryKey: ["stamp state", shoot],
    queryFn: () => get(`/api/shoots/${shoot}/stamps`, schemas.StampState),
    enabled: shoot !== "",
    refetchInterval: (query) => ((query.state.data?.waiting ?? 0) > 0 ? GLANCE : false),
  });

export const useCommonStamps = (shoot: string, frames: number[]) =>
  useQuery({
    queryKey: ["common stamps", shoot, frames],
    queryFn: () => post(`/api/shoots/${shoot}/stamps/common`, { frames }, schemas.CommonStamps),
    enabled: frames.length > 0,
    placeholderData: keepPreviousData,
  });

function useStampsChange<T>(shoot: string, change: (given: T) => Promise<unknown>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSettled: () =>
      Promise.all(
        [["shoot", shoot], ["aside", shoot], ["stamp state", shoot], ["common stamps", shoot], ["keywords"]].map((queryKey) =>
          queries.invalidateQueries({ queryKey }),
        ),
      ),
  });
}

export const useChangeStamps = (shoot: string) => useStampsChange(shoot, (change: StampChange) => send(`/api/shoots/${shoot}/stamps`, change));
export const useTakeStampsBack = (shoot: string) => useStampsChange<undefined>(shoot, () => send(`/api/shoots/${shoot}/stamps/back`, {}));
export const useSettleStamps = (shoot: string) =>
  useStampsChange(shoot, ({ frames, how }: { frames: number[]; how: "merge" | "keep" | "leave" }) => send(`/api/shoots/${shoot}/stamps/${how}`, { frames }));

/** The same of frames of any shoots. */
export const useStampAny = () => {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (change: StampChange) => send("/api/frames/stamps", change),
    onSuccess: () => Promise.all(["find", "found frames", "shoot", "keywords"].map((key) => queries.invalidateQueries({ queryKey: [key] }))),
  });
};

import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { list } from "./checks";
import { get, post, send } from "./client";
import * as schemas from "./schemas";
import type { ElsewhereFrame, ElsewhereSaid, Facet, Judged, Pass, PassFrames } from "./views";

/** An act as it is posted; its name is no other's, so that one that is posted twice is done once. */
export interface Act {
  name: string;
  kind: "judge" | "take back" | "bring again";
  word: string;
  /** With another word than the act's, where one is said of a frame. */
  frames: { frame: number; revision: number; word?: string }[];
}

/** A sitting as it opens: asked for once, for what is judged in it is known before it is kept. */
export const useLook = (lot: string) =>
  useQuery({ queryKey: ["look", lot], queryFn: () => get(`/api/look/${lot}`, schemas.Look), staleTime: Infinity, gcTime: 0 });

export const postActs = (lot: string, acts: Act[]): Promise<Judged> =>
  post(
    `/api/look/${lot}/acts`,
    { acts: acts.map(({ name, kind, word, frames }) => (kind === "judge" ? { name, kind, word, frames } : { name, kind })) },
    schemas.Judged,
  );

/** Of each facet one value, or any: what a pass is told by beside decision and stars. */
export type Among = Partial<Record<Facet, string>>;

const askedOf = (pass: Pass, among: Among): string => new URLSearchParams({ pass, ...among }).toString();

export const framesOfPass = (lot: string, pass: Pass, among: Among): Promise<PassFrames> =>
  get(`/api/look/${lot}/pass?${askedOf(pass, among)}`, schemas.PassFrames);

/** What passes can be told apart by, with counts; asked anew after each act, while it is shown. */
export const useChoices = (lot: string, pass: Pass, among: Among, act: number) =>
  useQuery({
    queryKey: ["look choices", lot, pass, among, act],
    queryFn: () => get(`/api/look/${lot}/choices?${askedOf(pass, among)}`, schemas.Choices),
    placeholderData: keepPreviousData,
    gcTime: 0,
  });

/** Frames that belong together, by in how many of 64 places the prints of two that look alike may differ; asked again while pictures are measured. */
export const useGroups = (lot: string, alike: number) =>
  useQuery({
    queryKey: ["look groups", lot, alike],
    queryFn: () => get(`/api/look/${lot}/groups?alike=${alike}`, list(schemas.Group)),
    placeholderData: keepPreviousData,
    refetchInterval: 20_000,
    gcTime: 0,
  });

/** Frames are put together by hand, or each by itself. */
export function useTogether(lot: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (how: { frames: number[]; apart: boolean }) => send(`/api/look/${lot}/together`, how),
    onSettled: () => queries.invalidateQueries({ queryKey: ["look groups", lot] }),
  });
}

/** What other windows judged since an act; told by the stream, else asked for. */
export const useJudgedSince = (lot: string, after: () => number, ready: boolean) =>
  useQuery({
    queryKey: ["look since", lot],
    queryFn: () => get(`/api/look/${lot}/since?after=${after()}`, schemas.Judged),
    enabled: ready,
    refetchInterval: 5000, // whether or not it is told: two who judge at once are to see each other
    gcTime: 0,
  });

/** What other programs wrote of the frames since; asked for some at a time, until all were looked at. */
export const useElsewhere = (lot: string) =>
  useQuery({
    queryKey: ["look elsewhere", lot],
    queryFn: async () => {
      const found = new Map<number, ElsewhereFrame>();
      for (let after: number | null = 0; after !== null;) {
        const some: ElsewhereSaid = await get(`/api/look/${lot}/elsewhere?after=${after}`, schemas.ElsewhereSaid);
        for (const one of some.frames) found.set(one.frame, one);
        after = some.after;
      }
      return found;
    },
    refetchInterval: 30_000,
    gcTime: 0,
  });

/** What a raw's sensor took of the light; asked again while it is read. */
export const useSensor = (frame: number, wished: boolean) =>
  useQuery({
    queryKey: ["sensor", frame],
    queryFn: () => post(`/api/frames/${frame}/sensor`, {}, schemas.Sensor),
    enabled: wished,
    refetchInterval: (query) => (query.state.data?.waits === true ? 600 : false),
    staleTime: Infinity,
  });

/** It is left: what it came to is written now, also where the page is closed. */
export const rest = (lot: string): void => {
  void fetch(`/api/look/${lot}/rest`, {
    method: "POST",
    credentials: "same-origin",
    keepalive: true,
    headers: { "Content-Type": "application/json" },
    body: "{}",
  }).catch(() => undefined);
};

/** How many frames are to be delivered: at once on the page, and kept in the ledger. */
export function useGoal(lot: string, first: number | null): [number | null, (goal: number | null) => void] {
  const keep = useMutation({ mutationFn: (frames: number | null) => send(`/api/look/${lot}/goal`, { frames }) });
  return [keep.variables === undefined ? first : keep.variables, keep.mutate];
}

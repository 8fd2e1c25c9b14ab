import { keepPreviousData, queryOptions, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import * as v from "valibot";
import { list } from "./checks";
import { get, post, send } from "./client";
import * as schemas from "./schemas";
import type { ShootFrame } from "./types";

/** Finding frames: a query is a text, as the address of the page has it. */

/** What came of a query is asked for again while the index is behind, and rests then. */
const AGAIN = 500;

const of = (query: string) => `of=${encodeURIComponent(query)}`;

/**
 * With the first frames of the first section, which are in view: they are not asked for again, and their pictures at once.
 *
 * @param expected what is shown of frames that will be in view
 */
export const useFind = (query: string, by: string, expected: (frames: ShootFrame[]) => void) => {
  const queries = useQueryClient();
  return useQuery({
    queryKey: ["find", query, by],
    queryFn: async ({ signal }) => {
      const since = performance.now();
      const found = await get(`/api/find?${of(query)}&by=${by}`, schemas.Find, signal);
      const first = found.sections[0];
      if (first && !signal.aborted) {
        queries.setQueryData(foundFrames(query, by, first.value, 0).queryKey, first.first);
        expected(first.first);
      }
      return { ...found, query, by, took: performance.now() - since }; // what stands there while the next is on its way is of this query
    },
    placeholderData: keepPreviousData,
    refetchInterval: (found) => ((found.state.data?.behind ?? 0) > 0 ? AGAIN : false),
    gcTime: 10_000,
  });
};

/**
 * By what it can be narrowed down; counted when what was found is there, which is looked at first, and again whenever that was asked again.
 *
 * @param foundAt when it was, null while it is on its way
 */
export const useFoundFacets = (query: string, foundAt: number | null) =>
  useQuery({
    queryKey: ["find", "facets", query, foundAt],
    queryFn: async ({ signal }) => ({ query, facets: await get(`/api/find/facets?${of(query)}`, list(schemas.FoundFacet), signal) }),
    enabled: foundAt !== null,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });

/** All values of a facet that have a text in what they are called; of keywords those right below one. */
export const useFoundValues = (query: string, facet: string, part: string, below: number | null, open: boolean) =>
  useQuery({
    queryKey: ["found values", query, facet, part, below],
    queryFn: () =>
      get(`/api/find/values?${of(query)}&facet=${facet}&part=${encodeURIComponent(part)}${below === null ? "" : `&below=${below}`}`, schemas.FoundFacet),
    enabled: open,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });

export const useFoundDays = (query: string, open: boolean) =>
  useQuery({
    queryKey: ["found days", query],
    queryFn: () => get(`/api/find/days?${of(query)}`, list(schemas.FoundDay)),
    enabled: open,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });

export const useFoundHours = (query: string, open: boolean) =>
  useQuery({
    queryKey: ["found hours", query],
    queryFn: () => get(`/api/find/hours?${of(query)}`, list(schemas.FoundHours)),
    enabled: open,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });

/** Frames of a section that were found, from one on: those in view only are kept. */
export const foundFrames = (query: string, by: string, value: string, from: number) =>
  queryOptions({
    queryKey: ["found frames", query, by, value, from],
    queryFn: () => get(`/api/find/sections/${by}?${of(query)}&value=${encodeURIComponent(value)}&from=${from}`, list(schemas.ShootFrame)),
    staleTime: 20_000,
    gcTime: 15_000,
  });

/** What was recorded of frames that are listed. */
export const useFoundFacts = (frames: number[] | undefined) =>
  useQuery({
    queryKey: ["found facts", frames],
    queryFn: () => get(`/api/find/facts?frames=${(frames ?? []).join(",")}`, list(schemas.FrameFacts)),
    enabled: frames !== undefined,
    staleTime: 60_000,
    gcTime: 15_000,
  });

export const foundNumbers = (query: string): Promise<number[]> => get(`/api/find/frames?${of(query)}`, v.array(v.number()));

/** Has frames ready for a first look, wherever they lie. */
export const useLookAtPicked = () =>
  useMutation({
    mutationFn: (picked: { frames: number[]; called: string }) => post("/api/look/picked", picked, v.object({ lot: v.string() })),
  });

export const useAlbums = () => useQuery({ queryKey: ["albums"], queryFn: () => get("/api/albums", list(schemas.Album)) });

/** What changes albums changes what is found. */
function useAlbumChange<T, A>(change: (given: T) => Promise<A>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: () => Promise.all(["albums", "find", "found frames", "finds"].map((key) => queries.invalidateQueries({ queryKey: [key] }))),
  });
}

export const useAlbum = (id: string) => useQuery({ queryKey: ["albums", id], queryFn: () => get(`/api/albums/${id}`, schemas.AlbumPage), enabled: id !== "" });

export const useAddToAlbum = () =>
  useAlbumChange((given: { name: string; frames: number[] }) => post("/api/albums", given, v.object({ album: v.number(), added: v.number() })));

export interface AlbumChange {
  id: number;
  name?: string;
  note?: string;
  cover?: number;
  remove?: number[];
  /** To stand before another of it, or behind all. */
  move?: number[];
  before?: number;
  byTime?: boolean;
}

export const useChangeAlbum = () => useAlbumChange(({ id, ...how }: AlbumChange) => send(`/api/albums/${id}`, how));
export const useDropAlbum = () => useAlbumChange((id: number) => send(`/api/albums/${id}/drop`, {}));

export const useKeptFinds = () => useQuery({ queryKey: ["finds"], queryFn: () => get("/api/finds", list(schemas.KeptFind)), staleTime: 30_000 });
export const useKeepFind = () => useAlbumChange((given: { name: string; query?: string }) => send("/api/finds", given));

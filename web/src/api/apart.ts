import { useMutation, useQuery } from "@tanstack/react-query";
import { get, post } from "./client";
import * as schemas from "./schemas";

/** A few pictures of a card, copied to a folder; answers the name that its progress is asked for by. */
export const useCopyApart = (card: string) =>
  useMutation({ mutationFn: (what: { frames: string[]; folder: string }) => post(`/api/cards/${card}/apart`, what, schemas.Apart) });

/** Pictures of frames in the ledger, numbered in the order that they are named, or in that of an album. */
export const useCopyOut = () =>
  useMutation({
    mutationFn: (what: { frames: number[] | null; album: number | null; folder: string; link: boolean }) =>
      post("/api/apart", { ...(what.album === null ? { frames: what.frames } : { album: what.album }), folder: what.folder, link: what.link }, schemas.Apart),
  });

/** How far that is; asked for until it has ended. */
export const useApart = (name: string | null) =>
  useQuery({
    queryKey: ["apart", name],
    queryFn: () => get(`/api/apart/${name ?? ""}`, schemas.Apart),
    enabled: name !== null,
    refetchInterval: (query) => (query.state.data?.ended ? false : 300),
  });

import { keepPreviousData, useInfiniteQuery, useMutation, useQueries, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { noticed, unsettled } from "./arrivals";
import { list } from "./checks";
import { get, post, send } from "./client";
import { asksEvery } from "./events";
import type { Wishes } from "./plan";
import * as schemas from "./schemas";
import type { Cards, Receipt, Shoot, Shoots } from "./types";

/** A card that comes or goes is noticed within this many milliseconds. */
const READER_GLANCE = 1000;
const PROGRESS_GLANCE = 400;

export const useCards = () =>
  useQuery({
    queryKey: ["cards"],
    queryFn: async () => {
      const cards = await get("/api/cards", schemas.Cards);
      noticed(cards.cards);
      return cards;
    },
    refetchInterval: () => (unsettled() ? READER_GLANCE : asksEvery(READER_GLANCE)),
  });

/**
 * What a desk shows is asked for again when something else changed what it rests on: an intake that began, ended or was
 * taken back, on whatever screen; a card that came, went, or was written to; a drive that came or went.
 */
export function useDeskFollows(card: string, cards: Cards | undefined): void {
  const queries = useQueryClient();
  const rests = cards && [cards.revision, cards.storesThere.join(), ...cards.cards.map((one) => `${one.id} ${one.files} ${one.bytes}`)].join();
  const seen = useRef(rests);
  useEffect(() => {
    if (seen.current !== undefined && rests !== seen.current)
      for (const key of ["desk", "plan", "plan lines"]) void queries.invalidateQueries({ queryKey: [key, card] });
    seen.current = rests;
  }, [queries, card, rests]);
}

/** Folders below the readers, the stores and the drives; of "" the places to begin at. */
export const useSourceFolders = (path: string) =>
  useQuery({ queryKey: ["source folders", path], queryFn: () => get(`/api/sources/folders?in=${encodeURIComponent(path)}`, schemas.SourceFolders) });

export const usePickFolder = () => {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (path: string) => post("/api/sources", { path }, schemas.Picked),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["cards"] }),
  });
};

export const usePutFolderAway = () => {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (card: string) => send(`/api/sources/${card}/put-away`, {}),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["cards"] }),
  });
};

/** The shoots that receipts' frames came into, by receipt; asked again only when one of them has gone on. */
export const useShootsOfReceipts = (receipts: Receipt[]) =>
  useQuery({
    queryKey: ["shoots of receipts", receipts.map((receipt) => [receipt.number, receipt.state, receipt.state === "running" ? 0 : receipt.filesCopied])],
    queryFn: async () => {
      const found = await get(`/api/receipts/shoots?of=${receipts.map((receipt) => receipt.number).join(",")}`, list(schemas.ReceiptShoots));
      return new Map(found.map((one) => [one.receipt, one.shoots]));
    },
    enabled: receipts.length > 0,
    staleTime: 60_000,
    placeholderData: keepPreviousData,
  });

/** The card's frames; asks again at once until all are read and the copies of what is held were looked at, then rests. */
export const useDesk = (card: string, present: boolean) =>
  useQuery({
    queryKey: ["desk", card],
    queryFn: async () => {
      const desk = await get(`/api/cards/${card}`, schemas.Desk);
      return { ...desk, frames: desk.frames.map((frame) => ({ ...frame, plannedAt: frame.takenAt })) };
    },
    enabled: present,
    refetchInterval: (query) =>
      query.state.data?.complete === false
        ? 200
        : query.state.data?.copiesLooked === false || query.state.data?.frames.some((frame) => frame.held?.comesBack === true) === true
          ? 700
          : false,
    placeholderData: keepPreviousData,
  });

/** What is still on the photographer. */
export const useStillOpen = () =>
  useQuery({ queryKey: ["still open"], queryFn: () => get("/api/still-open", list(schemas.StillOpen)), refetchInterval: () => asksEvery(5000) });

/** What shoots were called, what came in last first. */
export const useDescriptions = () =>
  useQuery({ queryKey: ["descriptions"], queryFn: () => get("/api/descriptions", list(schemas.Description)), staleTime: 60_000 });

/** What the previews hint at; measured bit by bit once the card is read, and rested then. */
export const useHints = (card: string, ready: boolean) =>
  useQuery({
    queryKey: ["hints", card],
    queryFn: () => get(`/api/cards/${card}/hints`, schemas.Hints),
    enabled: ready,
    refetchInterval: (query) => (query.state.data && query.state.data.measured >= query.state.data.of ? false : 1500),
    placeholderData: keepPreviousData,
  });

export const useHistogram = (card: string, file: string | null, version: string) =>
  useQuery({
    queryKey: ["histogram", card, file, version],
    queryFn: () => get(`/api/cards/${card}/histogram?file=${encodeURIComponent(file ?? "")}`, schemas.Histogram),
    enabled: file !== null,
    staleTime: Infinity,
  });

export const useEject = () => {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (card: string) => send(`/api/cards/${card}/eject`, {}),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["cards"] }),
  });
};

export const usePlan = (card: string, wishes: Wishes, ready: boolean) =>
  useQuery({
    queryKey: ["plan", card, wishes],
    queryFn: ({ signal }) => post(`/api/cards/${card}/plan`, wishes, schemas.Plan, signal),
    enabled: ready,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });

/** File by file, before and after; asked for only while it is looked at. */
export const usePlanLines = (card: string, wishes: Wishes, ready: boolean) =>
  useQuery({
    queryKey: ["plan lines", card, wishes],
    queryFn: ({ signal }) => post(`/api/cards/${card}/plan/lines`, wishes, list(schemas.PlanLine), signal),
    enabled: ready,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });

export const useBegin = (card: string) => {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (wishes: Wishes) => post(`/api/cards/${card}/intakes`, wishes, schemas.Begun),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["receipts"] }),
  });
};

const isMoving = (receipt: Receipt | undefined) => receipt?.state === "waiting" || receipt?.state === "running";

/** Page by page, the latest first; all that is loaded is asked for again, sooner while something runs. */
export const useReceipts = () =>
  useInfiniteQuery({
    queryKey: ["receipts"],
    queryFn: ({ pageParam }) => get(`/api/receipts${pageParam === null ? "" : `?before=${pageParam}`}`, schemas.Receipts),
    initialPageParam: null as number | null,
    getNextPageParam: (page) => page.older,
    refetchInterval: (query) => (query.state.data?.pages[0]?.receipts.some(isMoving) ? asksEvery(1000) : asksEvery(5000)),
  });

/** Tries again what failed as often as it is tried. */
export const useTryAgain = () => {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => send(`/api/failed/${id}/again`, {}),
    onSettled: () => queries.invalidateQueries({ queryKey: ["receipts"] }),
  });
};

export const useReceipt = (number: string) =>
  useQuery({
    queryKey: ["receipt", number],
    queryFn: () => get(`/api/receipts/${number}`, schemas.Receipt),
    refetchInterval: (query) => {
      const { waiting = 0, staying = 0 } = query.state.data?.conversions ?? {};
      if (query.state.error || isMoving(query.state.data) || waiting > 0) return PROGRESS_GLANCE;
      return staying > 0 ? 3000 : false;
    },
  });

/** While files are being copied their lines are asked for again about forty times in all. */
export const useReceiptLines = (number: string, { filesCopied, files, state }: { filesCopied: number; files: number; state: string | undefined }) =>
  useQuery({
    queryKey: ["receipt lines", number, state, state === "running" ? Math.floor(filesCopied / Math.max(10, files / 40)) : filesCopied],
    queryFn: () => get(`/api/receipts/${number}/lines`, list(schemas.ReceiptLine)),
    enabled: state !== undefined,
    placeholderData: keepPreviousData,
  });

/** Asks something of a receipt, and shows what it is then. */
const useReceiptWork = (number: string, what: "continue" | "convert") => {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => post(`/api/receipts/${number}/${what}`, {}, schemas.Receipt),
    onSuccess: (receipt) => {
      queries.setQueryData(["receipt", number], receipt);
      return queries.invalidateQueries({ queryKey: ["receipt", number] });
    },
  });
};

export const useContinue = (number: string) => useReceiptWork(number, "continue");

/** Tries again to convert the raws that could not be. */
export const useConvertAgain = (number: string) => useReceiptWork(number, "convert");

/** Those that have these words in their description, folder or date, from a year on back; '' for all. */
export const useShoots = ({ words, upTo }: { words: string; upTo: string }) =>
  useInfiniteQuery({
    queryKey: ["shoots", "list", words, upTo],
    queryFn: ({ pageParam }) =>
      get(`/api/shoots?words=${encodeURIComponent(words)}&upto=${upTo}${pageParam === null ? "" : `&before=${pageParam}`}`, schemas.Shoots),
    placeholderData: keepPreviousData,
    initialPageParam: null as number | null,
    getNextPageParam: (page) => page.older,
    refetchInterval: () => asksEvery(3000),
  });

/** Every shoot, to choose one from. */
export const useAllShoots = () =>
  useQuery({
    queryKey: ["shoots", "all"],
    queryFn: async () => {
      const all: Shoot[] = [];
      for (let before: number | null = null; ;) {
        const page: Shoots = await get(`/api/shoots${before === null ? "" : `?before=${before}`}`, schemas.Shoots);
        all.push(...page.shoots);
        before = page.older;
        if (before === null) return all;
      }
    },
    staleTime: 30_000,
  });

const frameFacts = (frame: number) => ({
  queryKey: ["frame", frame, "facts"],
  queryFn: () => get(`/api/frames/${frame}/facts`, schemas.FrameFacts),
  staleTime: Infinity, // what was recorded does not change
});

/** What was recorded of a frame, and of those beside it for when they are looked at. */
export const useFrameFacts = (frame: number, beside: number[]) => {
  useQueries({ queries: beside.map(frameFacts) });
  return useQuery(frameFacts(frame));
};

/** A shoot with its frames: the first screen of them at once, and then all. */
export const useShoot = (id: string) => {
  const isKnown = useQueryClient().getQueryData(["shoot", id]) !== undefined;
  const first = useQuery({
    queryKey: ["shoot first", id],
    queryFn: () => get(`/api/shoots/${id}/first`, schemas.ShootPage),
    enabled: id !== "" && !isKnown,
    gcTime: 0,
  });
  const whole = useQuery({
    queryKey: ["shoot", id],
    queryFn: () => get(`/api/shoots/${id}`, schemas.ShootPage),
    enabled: id !== "" && (isKnown || first.isFetched),
    refetchInterval: (query) => (query.state.data?.looked === false ? 700 : false),
  });
  return { data: whole.data ?? first.data, error: whole.error, isWhole: whole.data !== undefined };
};

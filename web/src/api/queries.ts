import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { get, post } from "./client";
import type { Plan, PlanLine, Wishes } from "./plan";
import type { Cards, Desk, Hints, Histogram, Receipt, ReceiptLine, Shoot, ShootFrame } from "./types";

/** A card that comes or goes is noticed within this many milliseconds. */
const READER_GLANCE = 1000;
const PROGRESS_GLANCE = 400;

export const useCards = () => useQuery({ queryKey: ["cards"], queryFn: () => get<Cards>("/api/cards"), refetchInterval: READER_GLANCE });

/** The card's frames; asks again at once until all are read, then rests. */
export const useDesk = (card: string, present: boolean) =>
  useQuery({
    queryKey: ["desk", card],
    queryFn: async () => {
      const desk = await get<Desk>(`/api/cards/${card}`);
      return { ...desk, frames: desk.frames.map((frame) => ({ ...frame, plannedAt: frame.takenAt })) };
    },
    enabled: present,
    refetchInterval: (query) => (query.state.data?.complete === false ? 60 : false),
    placeholderData: keepPreviousData,
  });

/** What the previews hint at; measured bit by bit once the card is read, and rested then. */
export const useHints = (card: string, ready: boolean) =>
  useQuery({
    queryKey: ["hints", card],
    queryFn: () => get<Hints>(`/api/cards/${card}/hints`),
    enabled: ready,
    refetchInterval: (query) => (query.state.data && query.state.data.measured >= query.state.data.of ? false : 100),
    placeholderData: keepPreviousData,
  });

export const useHistogram = (card: string, file: string | null, version: string) =>
  useQuery({
    queryKey: ["histogram", card, file, version],
    queryFn: () => get<Histogram>(`/api/cards/${card}/histogram?file=${encodeURIComponent(file ?? "")}`),
    enabled: file !== null,
    staleTime: Infinity,
  });

export const useEject = (card: string) => {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => post<null>(`/api/cards/${card}/eject`, {}),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["cards"] }),
  });
};

export const usePlan = (card: string, wishes: Wishes, ready: boolean) =>
  useQuery({
    queryKey: ["plan", card, wishes],
    queryFn: ({ signal }) => post<Plan>(`/api/cards/${card}/plan`, wishes, signal),
    enabled: ready,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });

/** File by file, before and after; asked for only while it is looked at. */
export const usePlanLines = (card: string, wishes: Wishes, ready: boolean) =>
  useQuery({
    queryKey: ["plan lines", card, wishes],
    queryFn: ({ signal }) => post<PlanLine[]>(`/api/cards/${card}/plan/lines`, wishes, signal),
    enabled: ready,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });

export const useBegin = (card: string) => {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (wishes: Wishes) => post<{ receipt: number }>(`/api/cards/${card}/intakes`, wishes),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["receipts"] }),
  });
};

const isMoving = (receipt: Receipt | undefined) => receipt?.state === "waiting" || receipt?.state === "running";

export const useReceipts = () =>
  useQuery({
    queryKey: ["receipts"],
    queryFn: () => get<Receipt[]>("/api/receipts"),
    refetchInterval: (query) => (query.state.data?.some(isMoving) ? 1000 : 5000),
  });

export const useReceipt = (number: string) =>
  useQuery({
    queryKey: ["receipt", number],
    queryFn: () => get<Receipt>(`/api/receipts/${number}`),
    refetchInterval: (query) => (query.state.error || isMoving(query.state.data) ? PROGRESS_GLANCE : false),
  });

/** While files are being copied their lines are asked for again about forty times in all. */
export const useReceiptLines = (number: string, { filesCopied, files, state }: { filesCopied: number; files: number; state: string | undefined }) =>
  useQuery({
    queryKey: ["receipt lines", number, state, state === "running" ? Math.floor(filesCopied / Math.max(10, files / 40)) : filesCopied],
    queryFn: () => get<ReceiptLine[]>(`/api/receipts/${number}/lines`),
    enabled: state !== undefined,
    placeholderData: keepPreviousData,
  });

export const useContinue = (number: string) => {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => post<Receipt>(`/api/receipts/${number}/continue`, {}),
    onSuccess: (receipt) => {
      queries.setQueryData(["receipt", number], receipt);
      return queries.invalidateQueries({ queryKey: ["receipt", number] });
    },
  });
};

export const useShoots = () => useQuery({ queryKey: ["shoots"], queryFn: () => get<Shoot[]>("/api/shoots"), refetchInterval: 3000 });

export const useShoot = (id: string) =>
  useQuery({ queryKey: ["shoot", id], queryFn: () => get<{ shoot: Shoot; frames: ShootFrame[] }>(`/api/shoots/${id}`), enabled: id !== "" });

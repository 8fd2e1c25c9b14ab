import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { get, post } from "./client";
import { askAgain } from "./pictures";
import type { Clearance, DayBook, DriveFolders, Findings, Proving, Receipt, Stores } from "./views";

/** Stores, proofs, clearance and the day book. */

const GLANCE = 700;
const REST = 4000;

const isMoving = (proving: Proving | null) => proving?.state === "running" || proving?.state === "waiting";

/** Asked again often while anything is proven or owed copies are being made. */
export const useStores = () =>
  useQuery({
    queryKey: ["stores"],
    queryFn: () => get<Stores>("/api/stores"),
    refetchInterval: (query) => (query.state.data?.stores.some((store) => isMoving(store.proving) || (store.present && store.sums.owed + store.sums.toMove > 0)) ? GLANCE : REST),
  });

export const useDriveFolders = (path: string) =>
  useQuery({
    queryKey: ["drive folders", path],
    queryFn: () => get<DriveFolders>(`/api/drives/folders?in=${encodeURIComponent(path)}`),
    enabled: path !== "",
  });

function useCopiesChange<T>(change: (given: T) => Promise<unknown>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSettled: () => {
      askAgain(); // pictures of copies that are back
      return Promise.all(["stores", "findings", "clearance", "cards", "desk", "shoot", "shoots"].map((key) => queries.invalidateQueries({ queryKey: [key] })));
    },
  });
}

export interface NewStore {
  path: string;
  newFolder: string;
  name: string;
  role: string;
}

export const useAddStore = () => useCopiesChange((store: NewStore) => post("/api/stores", store));
export const useChangeStore = () =>
  useCopiesChange(({ id, ...how }: { id: number; name?: string; role?: string; nightlyDays?: number | null }) => post(`/api/stores/${id}`, how));
export const useProve = () => useCopiesChange((store: number) => post(`/api/stores/${store}/prove`, {}));
export const useProveShoot = () => useCopiesChange((shoot: number) => post(`/api/shoots/${shoot}/prove`, {}));
export const useStopProving = () => useCopiesChange((proving: number) => post(`/api/provings/${proving}/stop`, {}));
export const useMend = () => useCopiesChange((copies: number[]) => post("/api/copies/mend", { copies }));
/** Held frames of which no store has a good copy left are put back into their places, from their card where that has them still. */
export const usePutBack = (card: string) => useCopiesChange((frames: string[]) => post(`/api/cards/${card}/put-back`, { frames }));

/** Looks through the drives for copies of a shoot that are not where the ledger left them; and has the ledger know them where they were found. */
export const useLookFor = () => useCopiesChange((shoot: number) => post(`/api/shoots/${shoot}/look-for`, {}));
export const useMendPaths = () => useCopiesChange((shoot: number) => post(`/api/shoots/${shoot}/paths`, {}));

/** Copies that are missing or different, of all stores or of one shoot. Where others are so than before, what is summed up of them is asked for again. */
export function useFindings(shoot: number | null, often: boolean) {
  const queries = useQueryClient();
  const queryKey = ["findings", shoot];
  return useQuery({
    queryKey,
    queryFn: async () => {
      const of = (findings: Findings | undefined) => findings?.copies.map((copy) => `${copy.id} ${copy.state}`).join();
      const before = of(queries.getQueryData<Findings>(queryKey));
      const found = await get<Findings>(`/api/findings${shoot === null ? "" : `?shoot=${shoot}`}`);
      if (before !== undefined && before !== of(found)) {
        askAgain();
        for (const key of ["shoot", "shoots", "stores"]) void queries.invalidateQueries({ queryKey: [key] });
      }
      return found;
    },
    refetchInterval: (query) => 
      query.state.data?.looking === true || query.state.data?.following === true || query.state.data?.copies.some((copy) => copy.isToMend) === true
        ? GLANCE
        : often
          ? GLANCE * 2
          : REST,
  });
}

/** Of a card in a reader, or of the one that a receipt was written from; asOf is what it is asked after, a beginning or an end: what was said before is not said any more. */
export const useClearance = (of: { card: string } | { receipt: string }, ready: boolean, asOf = "") =>
  useQuery({
    queryKey: ["clearance", of, asOf],
    queryFn: () => get<Clearance>("card" in of ? `/api/cards/${of.card}/clearance` : `/api/receipts/${of.receipt}/clearance`),
    enabled: ready,
    retry: false,
    refetchInterval: (query) => (query.state.data?.comparison?.running || query.state.data?.reading ? GLANCE : REST),
  });

export const useCompare = () => useCopiesChange((card: string) => post(`/api/cards/${card}/clearance/compare`, {}));
export const useNod = () => useCopiesChange(({ card, files }: { card: string; files: string[] }) => post(`/api/cards/${card}/clearance/nod`, { files }));
export const useTakeBackNods = () => useCopiesChange((card: string) => post(`/api/cards/${card}/clearance/nod/back`, { files: [] }));
export const useRemoveOriginals = () =>
  useCopiesChange(({ card, label }: { card: string; label: string }) => post(`/api/cards/${card}/clearance/remove`, { label }));

export interface About {
  kind: string;
  card: number;
  store: number;
  shoot: number;
}

export const aboutInAddress = ({ kind, card, store, shoot }: About): string =>
  [kind && `kind=${encodeURIComponent(kind)}`, card > 0 && `card=${card}`, store > 0 && `store=${store}`, shoot > 0 && `shoot=${shoot}`]
    .filter(Boolean)
    .join("&");

export const useDayBook = (about: About) =>
  useInfiniteQuery({
    queryKey: ["day book", about],
    queryFn: ({ pageParam }) => get<DayBook>(`/api/daybook?${aboutInAddress(about)}&before=${pageParam}`),
    initialPageParam: 0,
    getNextPageParam: (page) => page.older,
    refetchInterval: REST,
  });

/** Pauses an intake, stops it, or takes its beginning back. */
export const useHold = (number: string) => {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (how: "pause" | "stop" | "take-back") => post<Receipt>(`/api/receipts/${number}/${how}`, {}),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["receipt", number] }),
  });
};

/** The frames that came in last, while more do. */
export const useLanded = (number: string, files: number, moving: boolean) =>
  useQuery({
    queryKey: ["landed", number, Math.floor(files / 4)],
    queryFn: () => get<number[]>(`/api/receipts/${number}/landed`),
    enabled: moving,
    placeholderData: (before) => before,
  });

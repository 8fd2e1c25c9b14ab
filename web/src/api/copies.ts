import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import * as v from "valibot";
import { list } from "./checks";
import { get, post, send } from "./client";
import { asksEvery } from "./events";
import { askAgain } from "./pictures";
import * as schemas from "./schemas";
import type { Findings, Proving } from "./views";

/** Stores, proofs, clearance and the day book. */

const GLANCE = 700;
const REST = 4000;

const isMoving = (proving: Proving | null) => proving?.state === "running" || proving?.state === "waiting";

/** Asked again often while anything is proven or owed copies are being made. */
export const useStores = () =>
  useQuery({
    queryKey: ["stores"],
    queryFn: () => get("/api/stores", schemas.Stores),
    refetchInterval: (query) =>
      query.state.data?.stores.some((store) => isMoving(store.proving) || (store.present && store.sums.owed + store.sums.changes.all > 0))
        ? GLANCE
        : asksEvery(REST),
  });

export const useDriveFolders = (path: string) =>
  useQuery({
    queryKey: ["drive folders", path],
    queryFn: () => get(`/api/drives/folders?in=${encodeURIComponent(path)}`, schemas.DriveFolders),
    enabled: path !== "",
  });

function useCopiesChange<T>(change: (given: T) => Promise<unknown>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSettled: () => {
      askAgain(); // pictures of copies that are back
      return Promise.all(["stores", "rules", "findings", "clearance", "cards", "desk", "shoot", "shoots", "whereabouts"].map((key) => queries.invalidateQueries({ queryKey: [key] })));
    },
  });
}

export interface NewStore {
  path: string;
  newFolder: string;
  name: string;
  role: string;
}

export const useAddStore = () => useCopiesChange((store: NewStore) => send("/api/stores", store));
export const useChangeStore = () =>
  useCopiesChange(({ id, ...how }: { id: number; name?: string; role?: string; nightlyDays?: number | null }) => send(`/api/stores/${id}`, how));
export const useProve = () => useCopiesChange((store: number) => send(`/api/stores/${store}/prove`, {}));
export const useProveShoot = () => useCopiesChange((shoot: number) => send(`/api/shoots/${shoot}/prove`, {}));
export const useStopProving = () => useCopiesChange((proving: number) => send(`/api/provings/${proving}/stop`, {}));
export const useMend = () => useCopiesChange((copies: number[]) => send("/api/copies/mend", { copies }));
/** Held frames of which no store has a good copy left are put back into their places, from their card where that has them still. */
export const usePutBack = (card: string) => useCopiesChange((frames: string[]) => send(`/api/cards/${card}/put-back`, { frames }));

/** Looks through the drives for copies of a shoot that are not where the ledger left them; and has the ledger know them where they were found. */
export const useLookFor = () => useCopiesChange((shoot: number) => send(`/api/shoots/${shoot}/look-for`, {}));
export const useMendPaths = () => useCopiesChange((shoot: number) => send(`/api/shoots/${shoot}/paths`, {}));

/** Copies that are missing or different, of all stores or of one shoot. Where others are so than before, what is summed up of them is asked for again. */
export function useFindings(shoot: number | null, often: boolean) {
  const queries = useQueryClient();
  const queryKey = ["findings", shoot];
  return useQuery({
    queryKey,
    queryFn: async () => {
      const of = (findings: Findings | undefined) => findings?.copies.map((copy) => `${copy.id} ${copy.state}`).join();
      const before = of(queries.getQueryData<Findings>(queryKey));
      const found = await get(`/api/findings${shoot === null ? "" : `?shoot=${shoot}`}`, schemas.Findings);
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
          : asksEvery(REST),
  });
}

/** Of a card in a reader, or of the one that a receipt was written from; asOf is what it is asked after, a beginning or an end: what was said before is not said any more. */
export const useClearance = (of: { card: string } | { receipt: string }, ready: boolean, asOf = "") =>
  useQuery({
    queryKey: ["clearance", of, asOf],
    queryFn: () => get("card" in of ? `/api/cards/${of.card}/clearance` : `/api/receipts/${of.receipt}/clearance`, schemas.Clearance),
    enabled: ready,
    retry: false,
    refetchInterval: (query) => (query.state.data?.comparison?.running || query.state.data?.reading ? GLANCE : REST),
  });

export const useCompare = () => useCopiesChange((card: string) => send(`/api/cards/${card}/clearance/compare`, {}));
export const useNod = () => useCopiesChange(({ card, files }: { card: string; files: string[] }) => send(`/api/cards/${card}/clearance/nod`, { files }));
export const useTakeBackNods = () => useCopiesChange((card: string) => send(`/api/cards/${card}/clearance/nod/back`, { files: [] }));
export const useRemoveOriginals = () =>
  useCopiesChange(({ card, label }: { card: string; label: string }) => send(`/api/cards/${card}/clearance/remove`, { label }));

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
    queryFn: ({ pageParam }) => get(`/api/daybook?${aboutInAddress(about)}&before=${pageParam}`, schemas.DayBook),
    initialPageParam: 0,
    getNextPageParam: (page) => page.older,
    refetchInterval: () => asksEvery(REST),
  });

/** Pauses an intake, stops it, or takes its beginning back. */
export const useHold = (number: string) => {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (how: "pause" | "stop" | "take-back") => post(`/api/receipts/${number}/${how}`, {}, schemas.Receipt),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["receipt", number] }),
  });
};

/** The frames that came in last, while more do. */
export const useLanded = (number: string, files: number, moving: boolean) =>
  useQuery({
    queryKey: ["landed", number, Math.floor(files / 4)],
    queryFn: () => get(`/api/receipts/${number}/landed`, list(v.number())),
    enabled: moving,
    placeholderData: (before) => before,
  });

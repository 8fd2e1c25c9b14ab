import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { list } from "./checks";
import { get, post, send } from "./client";
import { asksEvery } from "./events";
import * as schemas from "./schemas";
import type { Pass, SelectsHow } from "./views";

const REST = 8000;
const GLANCE = 700;

/** What of a shoot is dropped and lies in it, and what is set aside. */
export const useAside = (shoot: string) =>
  useQuery({
    queryKey: ["aside", shoot],
    queryFn: () => get(`/api/shoots/${shoot}/aside`, schemas.Aside),
    enabled: shoot !== "",
    refetchInterval: () => asksEvery(REST),
  });

/** The shoots that any frames are set aside from. */
export const useAsideShoots = () =>
  useQuery({ queryKey: ["aside"], queryFn: () => get("/api/aside", list(schemas.AsideShoot)), refetchInterval: () => asksEvery(REST) });

function useAsideChange<Given, Answer>(change: (given: Given) => Promise<Answer>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSettled: () => Promise.all(["aside", "shoot", "shoots", "stamp state", "stores", "desk"].map((key) => queries.invalidateQueries({ queryKey: [key] }))),
  });
}

export const useSetAside = (shoot: string) => useAsideChange<undefined, unknown>(() => send(`/api/shoots/${shoot}/aside`, {}));
export const useBringBack = (shoot: string) => useAsideChange((frames: number[]) => send(`/api/shoots/${shoot}/aside/back`, { frames }));

export interface ForGood {
  frames: number[];
  /** What the person wrote. */
  named: string;
  /** Those that go though the ledger has other words of their copies. */
  confirmed: number[];
}
export const useLetGo = (shoot: string) => useAsideChange((what: ForGood) => post(`/api/shoots/${shoot}/aside/let-go`, what, schemas.LetGo));

/** To a subfolder of the shoot; where none is named, back to where they lay. */
export const useMoveSelects = (shoot: string) => useAsideChange((what: { frames: number[]; folder: string }) => send(`/api/shoots/${shoot}/selects`, what));

/** What is kept in step of the selects, and what of it is still to be moved. */
export const useSelects = (shoot: string) =>
  useQuery({
    queryKey: ["aside", shoot, "selects"],
    queryFn: () => get(`/api/shoots/${shoot}/selects`, schemas.Selects),
    enabled: shoot !== "",
    // A worker lays them out: looked at again soon, while it is at it.
    refetchInterval: (query) => (query.state.data && query.state.data.toMove > 0 && query.state.data.how !== "moved" ? GLANCE : asksEvery(REST)),
  });

export interface SelectsWish {
  pass?: Pass;
  folder?: string;
  how?: SelectsHow;
  /** That are copied once; none takes away what was. */
  frames?: number[];
}

/** Those of a pass are in a subfolder from now on; where neither a pass nor frames are named, they stay where they are. */
export const useKeepSelects = (shoot: string) => useAsideChange((what: SelectsWish) => send(`/api/shoots/${shoot}/selects/keep`, what));

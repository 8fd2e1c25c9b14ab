import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { list } from "./checks";
import { get, post, send } from "./client";
import { asksEvery } from "./events";
import * as schemas from "./schemas";

const REST = 8000;

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

import { useMutation, useQuery } from "@tanstack/react-query";
import * as v from "valibot";
import { list } from "./checks";
import { get, post } from "./client";

/** What is to be opened elsewhere: a shoot, some of its frames, or the shoots of a receipt. */
export type Elsewhere = { shoot: number; frames?: number[] } | { receipt: number };

/** Names of the programs in the settings. */
export const usePrograms = () => useQuery({ queryKey: ["programs"], queryFn: () => get("/api/programs", list(v.string())), staleTime: 60_000 });

/** Opens it in a program; with none, only asks where it lies. Answers absolute paths on the machine of the ledger. */
export const useElsewhere = () =>
  useMutation({ mutationFn: ({ of, program }: { of: Elsewhere; program: string }) => post("/api/elsewhere", { ...of, program }, list(v.string())) });

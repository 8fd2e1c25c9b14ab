import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { get, send } from "./client";
import * as schemas from "./schemas";

/** What would be gone with this machine or a drive, and the dumps of the ledger. */
export const useSurvival = () =>
  useQuery({
    queryKey: ["survival"],
    queryFn: () => get("/api/survival", schemas.Survival),
    refetchInterval: (query) => (query.state.data?.isUnderWay === true ? 2000 : 15_000),
  });

/** Asks for a dump now. */
export const useDumpNow = () => {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => send("/api/survival/dump", {}),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["survival"] }),
  });
};

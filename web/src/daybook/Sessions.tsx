import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { list } from "../api/checks";
import { get, send } from "../api/client";
import * as schemas from "../api/schemas";
import type { Session } from "../api/views";
import { TextButton } from "../ledger/Field";
import { Trouble } from "../ledger/Notice";
import { browserInWords } from "../words/browser";
import { count, dateInFull } from "../words/format";

/** The browsers that may enter this ledger, each to be shut out by itself. */
export function Sessions() {
  const queries = useQueryClient();
  const [open, setOpen] = useState(false);
  const sessions = useQuery({ queryKey: ["sessions"], queryFn: () => get("/api/sessions", list(schemas.Session)) });
  const end = useMutation({
    mutationFn: ({ key }: Session) => send(`/api/sessions/${key}/end`, {}),
    onSuccess: (_, { isThis }) => {
      if (isThis) window.location.reload();
      return queries.invalidateQueries({ queryKey: ["sessions"] });
    },
  });
  if (!sessions.data) return null;
  return (
    <section aria-label="Browsers that may enter" className="border-t border-rule-strong py-5 pr-6 pl-page">
      <p className="flex flex-wrap gap-x-5 text-faded">
        {count(sessions.data.length, "browser may enter this ledger", "browsers may enter this ledger")}.
        <TextButton
          aria-expanded={open}
          onClick={() => {
            setOpen(!open);
          }}
        >
          {open ? "put away" : "see which"}
        </TextButton>
      </p>
      <Trouble error={sessions.error ?? end.error} />
      {open && (
        <ul className="pt-3">
          {sessions.data.map((session) => (
            <li key={session.key} className="folds grid grid-cols-[minmax(200px,1fr)_230px_230px_120px] items-baseline gap-x-[14px] border-b border-rule py-[6px]">
              <span>
                {browserInWords(session.browser)}
                {session.isThis && <b>, this one</b>}
              </span>
              <span className="text-faded">since {dateInFull(session.begun.slice(0, 10))}</span>
              <span className="text-faded">until {dateInFull(session.until.slice(0, 10))}</span>
              <span className="text-right">
                <TextButton
                  disabled={end.isPending}
                  onClick={() => {
                    end.mutate(session);
                  }}
                >
                  shut it out
                </TextButton>
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

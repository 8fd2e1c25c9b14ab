import { useState } from "react";
import { flushSync } from "react-dom";
import { useKeepFind, useKeptFinds } from "../api/find";
import { TextButton } from "../ledger/Field";
import { Actions } from "../ledger/Menu";
import { Trouble } from "../ledger/Notice";

/** What is looked for by name, chosen from a list; and the query as it is, kept by a name. */
export function KeptFinds({ query, onChoose }: { query: string; onChoose: (query: string) => void }) {
  const kept = useKeptFinds().data ?? [];
  const keep = useKeepFind();
  const [name, setName] = useState<string | null>(null);
  const mine = kept.find((one) => one.query === query && !one.isOurs);
  return (
    <>
      <Actions
        label="by name"
        options={kept.map((one) => ({ value: one.name, name: one.name, ...(one.isOurs ? {} : { hint: "kept" }) }))}
        onChoose={(chosen) => {
          onChoose(kept.find((one) => one.name === chosen)?.query ?? "");
        }}
      />
      {query !== "" &&
        (mine ? (
          <TextButton
            onClick={() => {
              keep.mutate({ name: mine.name });
            }}
          >
            keep “{mine.name}” no more
          </TextButton>
        ) : name === null ? (
          <TextButton
            onClick={() => {
              flushSync(() => {
                setName("");
              });
              document.getElementById("keep-find")?.focus();
            }}
          >
            keep it by name
          </TextButton>
        ) : (
          <form
            onSubmit={(event) => {
              event.preventDefault();
              if (name.trim() !== "")
                keep.mutate(
                  { name: name.trim(), query },
                  {
                    onSuccess: () => {
                      setName(null);
                    },
                  },
                );
            }}
          >
            <input
              id="keep-find"
              aria-label="A name to keep it by"
              placeholder="a name, then Enter"
              value={name}
              onChange={(event) => {
                setName(event.target.value);
              }}
              onKeyDown={(event) => {
                if (event.key === "Escape") setName(null);
              }}
              className="w-[180px] border-b border-rule-strong bg-transparent font-hand focus:border-velvet focus:outline-none"
            />
          </form>
        ))}
      <Trouble error={keep.error} />
    </>
  );
}

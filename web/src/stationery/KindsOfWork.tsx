import { useState } from "react";
import { type Destination, type Item, useDropItem, useSaveItem } from "../api/orders";
import { FolderBrowser } from "../intake/order/FolderBrowser";
import { Entry } from "../ledger/Entry";
import { TextButton } from "../ledger/Field";
import { Trouble } from "../ledger/Notice";
import { count } from "../words/format";

/** Kinds of work, and the folder of the stores that each has. */
export function KindsOfWork({ items }: { items: Item<Destination>[] }) {
  const save = useSaveItem();
  const drop = useDropItem();
  const [name, setName] = useState("");
  return (
    <section aria-label="Kinds of work" className="pb-2">
      <h2 className="border-b border-rule-strong pt-7 pb-[6px] pl-[72px] text-[20px] font-semibold">
        Kinds of work <span className="ml-2 font-plain text-body font-normal text-faded">{count(items.length, "kind")}</span>
      </h2>
      <ul>
        {items.map((item) => (
          <li
            key={item.name}
            className="grid grid-cols-[var(--spacing-margin)_minmax(160px,1fr)_minmax(0,3fr)_110px] items-baseline gap-x-[14px] border-b border-rule py-[6px] pr-6"
          >
            <span />
            <b>{item.name}</b>
            <span className="font-path text-path">{item.document.folder === "" ? "the store's root" : `${item.document.folder}/`}</span>
            <span className="text-right">
              <TextButton
                onClick={() => {
                  drop.mutate({ kind: "destination", name: item.name });
                }}
              >
                drop
              </TextButton>
            </span>
          </li>
        ))}
      </ul>
      <Trouble error={save.error ?? drop.error} />
      <div className="py-[6px] pr-6 pl-[72px]">
        another kind of work{" "}
        <Entry atOnce label="name of a kind of work" placeholder="as Own projects" value={name} width={170} longest={80} onDone={setName} />
        {name.trim() !== "" && (
          <FolderBrowser
            start=""
            onClose={() => {
              setName("");
            }}
            onChoose={(folder) => {
              save.mutate({ kind: "destination", name: name.trim(), document: { kindOfWork: name.trim(), folder } });
              setName("");
            }}
          />
        )}
      </div>
    </section>
  );
}

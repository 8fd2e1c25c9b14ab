import { useState } from "react";
import { type Destination, type Item, useSaveItem } from "../api/orders";
import { FolderBrowser } from "../intake/order/FolderBrowser";
import { Entry } from "../ledger/Entry";
import { Trouble } from "../ledger/Notice";
import { Items } from "./Items";

/** Kinds of work, and the folder of the stores that each has. */
export function KindsOfWork({ items }: { items: Item<Destination>[] }) {
  const save = useSaveItem();
  const [name, setName] = useState("");
  return (
    <Items
      kind="destination"
      heading="Kinds of work"
      one="kind"
      items={items}
      inWords={({ folder }) => (folder === "" ? "the store's root" : <span className="as-path">{folder}/</span>)}
    >
      <Trouble error={save.error} />
      <div className="py-[6px] pr-6 pl-page">
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
    </Items>
  );
}

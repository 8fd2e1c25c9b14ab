import { useState } from "react";
import { type Destination, useSaveItem, useStationery } from "../../api/orders";
import { NamedAction } from "../../ledger/Entry";
import { Choice } from "../../ledger/Menu";
import { Trouble } from "../../ledger/Notice";
import { destinationInWords } from "../../words/order";
import { FolderBrowser } from "./FolderBrowser";

const ROOT = "*root";
const BROWSE = "*browse";

/** Where shoots go on the store: by kind of work, or a folder picked from what is there. */
export function DestinationPart({ value, store, onChange }: { value: Destination; store: string; onChange: (value: Destination) => void }) {
  const stationery = useStationery();
  const save = useSaveItem();
  const [browsing, setBrowsing] = useState(false);
  const kinds = stationery.data?.destination ?? [];
  const current = kinds.find((kind) => kind.document.kindOfWork === value.kindOfWork && kind.document.folder === value.folder);
  const chosen = current ? current.name : value.folder === "" && value.kindOfWork === "" ? ROOT : BROWSE;
  return (
    <div>
      <span className="in-line gap-x-6 gap-y-1">
        <Choice
          label=""
          value={chosen}
          shown={destinationInWords(value, store)}
          onChoose={(picked) => {
            setBrowsing(picked === BROWSE);
            if (picked === ROOT) onChange({ kindOfWork: "", folder: "" });
            const kind = kinds.find((one) => one.name === picked);
            if (kind) onChange(kind.document);
          }}
          options={[
            { value: ROOT, name: "the store's root" },
            ...kinds.map((kind) => ({ value: kind.name, name: kind.name, hint: `${kind.document.folder}/` })),
            { value: BROWSE, name: "another folder of the store…" },
          ]}
        />
        {!current && value.folder !== "" && (
          <NamedAction
            word="keep as a kind of work"
            label="kind of work, as Weddings"
            onName={(name) => {
              save.mutate({ kind: "destination", name, document: { kindOfWork: name, folder: value.folder } });
              onChange({ kindOfWork: name, folder: value.folder });
            }}
          />
        )}
      </span>
      <Trouble error={save.error} />
      {browsing && (
        <FolderBrowser
          start={value.folder}
          onClose={() => {
            setBrowsing(false);
          }}
          onChoose={(folder) => {
            setBrowsing(false);
            onChange({ kindOfWork: value.folder === folder ? value.kindOfWork : "", folder });
          }}
        />
      )}
    </div>
  );
}

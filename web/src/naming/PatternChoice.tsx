import { type Item, type StationeryKind, useSaveItem } from "../api/orders";
import { NamedAction } from "../ledger/Entry";
import { Choice } from "../ledger/Menu";
import { Trouble } from "../ledger/Notice";

const OWN = "*own";

/** A ready-made or saved pattern to begin with, and keeping the one composed. */
export function PatternChoice<T>({ kind, items, value, onChange }: { kind: StationeryKind; items: Item<T>[]; value: T; onChange: (value: T) => void }) {
  const save = useSaveItem();
  const current = items.find((item) => JSON.stringify(item.document) === JSON.stringify(value));
  return (
    <span className="in-line gap-x-6 gap-y-1">
      <Choice
        label=""
        value={current?.name ?? OWN}
        shown={current?.name ?? "composed here"}
        options={items.map((item) => ({ value: item.name, name: item.name, ...(item.readyMade ? {} : { hint: "kept" }) }))}
        onChoose={(name) => {
          const item = items.find((one) => one.name === name);
          if (item) onChange(item.document);
        }}
      />
      {!current && (
        <NamedAction
          word="keep this pattern"
          label="name of the pattern"
          onName={(name) => {
            save.mutate({ kind, name, document: value });
          }}
        />
      )}
      <Trouble error={save.error} />
    </span>
  );
}

import { useState } from "react";
import { type Item, useDropItem, useSaveItem } from "../api/orders";
import type { KeySet } from "../api/standingOrder";
import { Entry } from "../ledger/Entry";
import { TextButton } from "../ledger/Field";
import { Choice } from "../ledger/Menu";
import { Trouble } from "../ledger/Notice";
import { ACTIONS, keyOf, SAYS } from "../look/keys";

const OWN = "own";

/** Which key does what in a first look: a ready-made set, or one's own made from it. */
export function LookKeys({ items }: { items: Item<KeySet>[] }) {
  const save = useSaveItem();
  const drop = useDropItem();
  const [open, setOpen] = useState(false);
  const own = items.find((item) => !item.readyMade);
  const used = own ?? items[0];
  if (!used) return null;
  const isAs = items.find((item) => item.readyMade && JSON.stringify(item.document) === JSON.stringify(used.document))?.name;
  return (
    <section aria-label="Keys of the first look" className="pb-2">
      <div className="in-line gap-x-6 border-b border-rule-strong pt-7 pr-6 pb-[6px] pl-page">
        <h2 className="text-[20px] font-semibold">Keys of the first look</h2>
        <Choice
          label=""
          value={isAs ?? OWN}
          options={[
            ...items.filter((item) => item.readyMade).map((item) => ({ value: item.name, name: item.name })),
            ...(isAs ? [] : [{ value: OWN, name: "a set of your own" }]),
          ]}
          onChoose={(name) => {
            const set = items.find((item) => item.name === name);
            if (set && set === items[0]) drop.mutate({ kind: "keys", name: OWN });
            else if (set) save.mutate({ kind: "keys", name: OWN, document: set.document });
          }}
        />
        <span className="text-faded">
          {(["keep", "drop", "unsure", "open", "take back", "passes"] as const)
            .map((action) => `${keyOf(used.document, action)} ${SAYS[action].split(":")[0] ?? ""}`)
            .join(" · ")}
        </span>
        <span className="ml-auto">
          <TextButton
            onClick={() => {
              setOpen(!open);
            }}
          >
            {open ? "close" : "change them"}
          </TextButton>
        </span>
      </div>
      <Trouble error={save.error ?? drop.error} />
      {open && (
        <ul className="grid grid-cols-2 gap-x-8 py-2 pr-6 pl-page max-md:grid-cols-1">
          {ACTIONS.map((action) => (
            <li key={action} className="grid grid-cols-[90px_minmax(0,1fr)] items-baseline gap-x-3 py-[2px]">
              <Entry
                key={used.document[action].join(" ")}
                label={`keys of: ${SAYS[action]}`}
                value={used.document[action].join(" ").toUpperCase()}
                width={80}
                longest={8}
                onDone={(typed) => {
                  const keys = typed.toLowerCase().split(/\s+/).filter(Boolean);
                  if (keys.length > 0) save.mutate({ kind: "keys", name: OWN, document: { ...used.document, [action]: keys } });
                }}
              />
              <span>{SAYS[action]}</span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

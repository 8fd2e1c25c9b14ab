import { useState } from "react";
import { useFindings, useStores } from "../api/copies";
import { useRules } from "../api/placing";
import { TextButton } from "../ledger/Field";
import { Nothing } from "../ledger/Nothing";
import { Trouble } from "../ledger/Notice";
import { Page } from "../ledger/Page";
import { FileAway } from "../placing/FileAway";
import { RulesTable } from "../placing/RulesTable";
import { count, figure, size } from "../words/format";
import { AddStore } from "./AddStore";
import { BadCopies } from "./BadCopies";
import { StoreEntry } from "./StoreEntry";
import { Survival } from "./Survival";

/** Where copies live: each store with what it holds and is owed, and what is wrong there. */
export function StoresScreen() {
  const found = useStores();
  const rules = useRules();
  const [adding, setAdding] = useState(false);
  const stores = found.data?.stores ?? [];
  const bad = stores.reduce((sum, store) => sum + store.sums.bad, 0);
  const findings = useFindings(null, bad > 0);
  const proven = stores.reduce((sum, store) => sum + store.sums.proven, 0);
  const owed = stores.reduce((sum, store) => sum + store.sums.owed, 0);
  return (
    <Page title="Stores">
      <Trouble error={found.error} />
      <div className="in-line justify-between gap-x-6 pt-6 pr-6 pb-3 pl-page">
        <h1 className="text-title font-semibold">Stores</h1>
        {found.data && (
          <p className="text-faded">
            {count(proven, "proven copy", "proven copies")}, {size(stores.reduce((sum, store) => sum + store.sums.bytes, 0))}
            {owed > 0 && `, ${figure(owed)} owed`}
          </p>
        )}
      </div>
      <div className="border-t border-rule-strong">
        {stores.map((store) => (
          <StoreEntry
            key={store.id}
            store={store}
            holdings={rules.data?.holdings.filter((one) => one.store === store.id) ?? []}
            all={stores}
            copying={found.data?.copying ?? []}
            elsewhere={found.data?.elsewhere.find((one) => one.store === store.id)?.machine ?? null}
          />
        ))}
      </div>
      {found.data && stores.length === 0 && (
        <Nothing heading="No store yet">Choose the folder where pictures go; everything brought in comes there first.</Nothing>
      )}
      <RulesTable stores={stores} />
      {rules.data?.rules.some((rule) => rule.archives.length > 0) && <FileAway />}
      <div className="py-4 pr-6 pl-page">
        {adding && found.data ? (
          <AddStore
            drives={found.data.drives}
            stores={stores}
            onClose={() => {
              setAdding(false);
            }}
          />
        ) : (
          <TextButton
            onClick={() => {
              setAdding(true);
            }}
          >
            add a store
          </TextButton>
        )}
      </div>
      {stores.length > 0 && <Survival />}
      {findings.data && findings.data.copies.length > 0 && <BadCopies copies={findings.data.copies} copying={findings.data.copying} />}
    </Page>
  );
}

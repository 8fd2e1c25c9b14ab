import { useRef } from "react";
import { type Item, type StationeryKind, useDropItem, useImportOrder, useOrders, useStationery } from "../api/orders";
import { TextButton } from "../ledger/Field";
import { Notice, Trouble } from "../ledger/Notice";
import { Page } from "../ledger/Page";
import { count } from "../words/format";
import { subfoldersInWords } from "../words/order";
import { KindsOfWork } from "./KindsOfWork";
import { OrderRow } from "./OrderRow";
import { foldersInWords, namesInWords } from "./patterns";

/** Standing orders and what they are made of: kinds of work, folder patterns, subfolders, naming patterns. */
export function StationeryScreen() {
  const orders = useOrders();
  const stationery = useStationery();
  const bring = useImportOrder();
  const file = useRef<HTMLInputElement>(null);
  return (
    <Page title="Stationery">
      <Trouble error={orders.error ?? stationery.error} />
      <div className="flex items-baseline gap-x-6 pt-6 pr-6 pb-3 pl-[72px]">
        <h1 className="text-title font-semibold">Standing orders</h1>
        <p className="text-faded">Saved on a desk; the default serves cards and bodies that are new.</p>
        <span className="ml-auto">
          <TextButton
            onClick={() => {
              file.current?.click();
            }}
          >
            take one from a file
          </TextButton>
          <input
            ref={file}
            type="file"
            accept=".json,application/json"
            aria-label="file of a standing order"
            className="sr-only"
            tabIndex={-1}
            onChange={(event) => {
              const chosen = event.target.files?.[0];
              event.target.value = "";
              if (chosen)
                void chosen.text().then((text) => {
                  bring.mutate(text);
                });
            }}
          />
        </span>
      </div>
      {bring.error && <Notice grave>The file was not taken, and nothing was changed. {bring.error.message}</Notice>}
      {bring.isSuccess && <Notice>The standing order is in the ledger.</Notice>}
      <ul aria-label="Standing orders" className="border-t border-rule-strong">
        {orders.data?.map((order) => (
          <OrderRow key={order.name} order={order} />
        ))}
      </ul>
      <KindsOfWork items={stationery.data?.destination ?? []} />
      <Items kind="folders" heading="Folder patterns" items={stationery.data?.folders ?? []} inWords={foldersInWords} />
      <Items
        kind="subfolders"
        heading="Sets of subfolders"
        items={stationery.data?.subfolders ?? []}
        inWords={subfoldersInWords}
        empty="None yet: a set composed on a desk can be kept there."
      />
      <Items kind="names" heading="Naming patterns" items={stationery.data?.names ?? []} inWords={namesInWords} />
    </Page>
  );
}

function Items<T>({
  kind,
  heading,
  items,
  inWords,
  empty,
}: {
  kind: StationeryKind;
  heading: string;
  items: Item<T>[];
  inWords: (document: T) => string;
  empty?: string;
}) {
  const drop = useDropItem();
  return (
    <section aria-label={heading} className="pb-2">
      <h2 className="border-b border-rule-strong pt-7 pb-[6px] pl-[72px] text-[20px] font-semibold">
        {heading} <span className="ml-2 font-plain text-body font-normal text-faded">{count(items.length, kind === "subfolders" ? "set" : "pattern")}</span>
      </h2>
      <Trouble error={drop.error} />
      {items.length === 0 && empty && <p className="py-[6px] pl-[72px] text-faded">{empty}</p>}
      <ul>
        {items.map((item) => (
          <li
            key={item.name}
            className="grid grid-cols-[var(--spacing-margin)_minmax(160px,1fr)_minmax(0,3fr)_110px] items-baseline gap-x-[14px] border-b border-rule py-[6px] pr-6"
          >
            <span />
            <b>{item.name}</b>
            <span>{inWords(item.document)}</span>
            <span className="text-right">
              {item.readyMade ? (
                <span className="text-faded">ready-made</span>
              ) : (
                <TextButton
                  onClick={() => {
                    drop.mutate({ kind, name: item.name });
                  }}
                >
                  drop
                </TextButton>
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

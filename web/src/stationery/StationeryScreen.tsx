import { useRef } from "react";
import { useImportOrder, useOrders, useStationery } from "../api/orders";
import { TextButton } from "../ledger/Field";
import { Notice, Trouble } from "../ledger/Notice";
import { Page } from "../ledger/Page";
import { subfoldersInWords } from "../words/order";
import { Items } from "./Items";
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
      <Items kind="folders" heading="Folder patterns" one="pattern" items={stationery.data?.folders ?? []} inWords={foldersInWords} />
      <Items kind="subfolders" heading="Sets of subfolders" one="set" items={stationery.data?.subfolders ?? []} inWords={subfoldersInWords}>
        {stationery.data?.subfolders.length === 0 && <p className="py-[6px] pl-[72px] text-faded">None yet: a set composed on a desk can be kept there.</p>}
      </Items>
      <Items kind="names" heading="Naming patterns" one="pattern" items={stationery.data?.names ?? []} inWords={namesInWords} />
    </Page>
  );
}

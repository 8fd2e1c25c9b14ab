import { Link } from "react-router";
import { useImportOrder, useOrders, useStationery } from "../api/orders";
import { FileWord } from "../ledger/FileWord";
import { Notice, Trouble } from "../ledger/Notice";
import { Page } from "../ledger/Page";
import { subfoldersInWords } from "../words/order";
import { Items } from "./Items";
import { KeptFindsList } from "./KeptFindsList";
import { KindsOfWork } from "./KindsOfWork";
import { Labels } from "./Labels";
import { LookKeys } from "./LookKeys";
import { OrderRow } from "./OrderRow";
import { RightsSlips } from "./RightsSlips";
import { foldersInWords, namesInWords } from "./patterns";

/** Standing orders and what they are made of: rights slips, keywords, labels, kinds of work, folder patterns, subfolders, naming patterns. */
export function StationeryScreen() {
  const orders = useOrders();
  const stationery = useStationery();
  const bring = useImportOrder();
  return (
    <Page title="Stationery">
      <Trouble error={orders.error ?? stationery.error} />
      <div className="flex items-baseline gap-x-6 pt-6 pr-6 pb-3 pl-page">
        <h1 className="text-title font-semibold">Standing orders</h1>
        <p className="text-faded">Saved on a desk; the default serves cards and bodies that are new.</p>
        <span className="ml-auto">
          <FileWord
            word="take one from a file"
            label="file of a standing order"
            accept=".json,application/json"
            onText={(text) => {
              bring.mutate(text);
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
      <RightsSlips items={stationery.data?.rights ?? []} />
      <section aria-label="Keywords" className="flex items-baseline gap-x-6 border-b border-rule-strong pt-7 pr-6 pb-[6px] pl-page">
        <h2 className="text-[20px] font-semibold">Keywords</h2>
        <p className="text-faded">One vocabulary for all that is stamped.</p>
        <Link to="/stationery/keywords" className="ml-auto linked">
          open the keywords
        </Link>
      </section>
      <KeptFindsList />
      <Labels items={stationery.data?.labels ?? []} />
      <LookKeys items={stationery.data?.keys ?? []} />
      <KindsOfWork items={stationery.data?.destination ?? []} />
      <Items kind="folders" heading="Folder patterns" one="pattern" items={stationery.data?.folders ?? []} inWords={foldersInWords} />
      <Items kind="subfolders" heading="Sets of subfolders" one="set" items={stationery.data?.subfolders ?? []} inWords={subfoldersInWords}>
        {stationery.data?.subfolders.length === 0 && <p className="py-[6px] pl-page text-faded">None yet: a set composed on a desk can be kept there.</p>}
      </Items>
      <Items kind="names" heading="Naming patterns" one="pattern" items={stationery.data?.names ?? []} inWords={namesInWords} />
    </Page>
  );
}

import { Link } from "react-router";
import { useShootsOfReceipts } from "../api/queries";
import type { Receipt } from "../api/types";
import { TextButton } from "../ledger/Field";
import { dateOf, timeOfDay } from "../words/format";
import { ShootsOf } from "./ShootsOf";

/** What came in lately: a heading for each day, a line for each receipt, with its shoots. */
export function ReceiptList({ receipts, older, onOlder }: { receipts: Receipt[]; older: boolean; onOlder: () => void }) {
  const shoots = useShootsOfReceipts(receipts);
  const days = new Map<string, Receipt[]>();
  for (const receipt of receipts) days.set(dateOf(receipt.askedAt), [...(days.get(dateOf(receipt.askedAt)) ?? []), receipt]);
  return (
    <section aria-label="Receipts" className="pb-10">
      <h2 className="pt-9 pb-1 pl-page text-[20px] font-semibold">Receipts</h2>
      {[...days].map(([day, of]) => (
        <section key={day} aria-label={day}>
          <h3 className="border-b border-rule-strong pt-3 pb-1 pl-page font-plain text-body font-normal text-faded">{day}</h3>
          {of.map((receipt) => (
            <div key={receipt.number} className="receipt-row items-baseline border-b border-rule py-[7px]">
              <span className="justify-self-center font-hand font-semibold text-brass" aria-hidden="true">
                {receipt.state === "stopped" ? "!" : ""}
              </span>
              <Link to={`/receipts/${receipt.number}`} className="group contents">
                <span className="text-right text-faded">{receipt.number}</span>
                <span className="font-semibold underline decoration-velvet/50 underline-offset-3 group-hover:text-velvet">{receipt.card}</span>
              </Link>
              <span>
                {receipt.state === "stopped" && <b className="text-brass">stopped. </b>}
                {receipt.state === "taken back" && <b>taken back. </b>}
                {receipt.state === "running" && <b className="text-velvet">being written. </b>}
                {receipt.sentence}
                <ShootsOf shoots={shoots.data?.get(receipt.number) ?? []} receipt={receipt.number} />
              </span>
              <span className="text-right text-faded">{timeOfDay(receipt.askedAt).slice(0, 5)}</span>
            </div>
          ))}
        </section>
      ))}
      {older && (
        <p className="pt-3 pl-page">
          <TextButton onClick={onOlder}>older receipts</TextButton>
        </p>
      )}
    </section>
  );
}

import { useRef, useState } from "react";
import { Link, useParams } from "react-router";
import { Refused } from "../api/client";
import { ClearanceStamp } from "../clearance/ClearanceStamp";
import { useContinue, useReceipt, useReceiptLines } from "../api/queries";
import type { Outcome, Receipt } from "../api/types";
import { TextButton } from "../ledger/Field";
import { Nothing } from "../ledger/Nothing";
import { Notice, Trouble } from "../ledger/Notice";
import { OpenElsewhere } from "../ledger/OpenElsewhere";
import { Page } from "../ledger/Page";
import { dateOf, moment, size, timeOfDay } from "../words/format";
import { Conversions } from "./Conversions";
import { ReceiptLines } from "./ReceiptLines";
import { ReceiptSums } from "./ReceiptSums";
import { Progress } from "./Progress";
import { ShootsDescribed } from "./ShootsDescribed";
import { Verdict } from "./Verdict";
import { waitsFor } from "../words/waits";

export function ReceiptScreen() {
  const { number = "" } = useParams();
  return <ReceiptNumber key={number} number={number} />;
}

/** One intake: while it runs, how far it is; then what became of every file that was on the card. */
function ReceiptNumber({ number }: { number: string }) {
  const receipt = useReceipt(number);
  const lines = useReceiptLines(number, { filesCopied: receipt.data?.filesCopied ?? 0, files: receipt.data?.files ?? 0, state: receipt.data?.state });
  const goOn = useContinue(number);
  const scroller = useRef<HTMLElement>(null);
  const [shown, setShown] = useState<Outcome | null>(null);
  if (!receipt.data) {
    return (
      <Page title={`Receipt ${number}`}>
        {receipt.error instanceof Refused && receipt.error.status === 404 ? (
          <Nothing heading="No such receipt">
            {receipt.error.message}{" "}
            <Link to="/intake" className="linked">
              All receipts
            </Link>
          </Nothing>
        ) : (
          <Trouble error={receipt.error} />
        )}
      </Page>
    );
  }
  const data = receipt.data;
  const again = (words: string) => (
    <TextButton
      disabled={goOn.isPending}
      onClick={() => {
        goOn.mutate();
      }}
    >
      {words}
    </TextButton>
  );
  const moving = data.state === "running" || data.state === "waiting";
  const failed = data.sums.find((sum) => sum.outcome === "failed")?.files ?? 0;
  return (
    <Page title={`Receipt ${data.number}, ${data.card}`} scrollRef={scroller}>
      <div>
        <Trouble error={receipt.error ?? goOn.error} />
        {data.stoppedBecause && (
          <Notice grave action={again("go on")}>
            {data.stoppedBecause} {data.waits.now}
          </Notice>
        )}
        {data.state === "paused" && <Notice action={again("go on")}>It is paused, by your wish. What is copied and proven stays.</Notice>}
        {data.state === "done" && failed > 0 && (
          <Notice grave action={again("try them again")}>
            {failed === 1 ? "One file" : `${failed} files`} could not be copied; the lines below say why. Nothing else is affected.
          </Notice>
        )}
        <div className="folds-flat grid grid-cols-[minmax(0,1fr)_minmax(300px,420px)] gap-x-10 pt-5 pr-6 pb-6 pl-page">
          <div>
            <h1 className="text-title font-semibold">
              Receipt {data.number}, {data.card}
            </h1>
            <p className="mt-1 mb-4 text-faded">
              {subline(data)}
              {data.together.length > 0 && <Together of={data.together} />}
            </p>
            {moving && <Progress receipt={data} number={number} />}
            <ShootsDescribed receipt={data} />
            {!moving && <Exports number={number} />}
            {data.waits.slow && <p className="mb-4 max-w-[60ch]">{data.waits.slow}</p>}
            {data.conversions && (
              <Conversions
                of={data.conversions}
                number={number}
                waits={waitsFor(data.state === "running" ? [...data.waits.copying, data.number] : data.waits.copying)}
              />
            )}
            <ReceiptSums receipt={data} shown={shown} onShow={setShown} />
          </div>
          <div className="grid content-start gap-y-4">
            <Verdict receipt={data} />
            {!data.isFound && <ClearanceStamp of={{ receipt: number }} ready={!moving} asOf={`${data.state} ${data.filesCopied}`} />}
          </div>
        </div>
        {lines.error && <Trouble error={lines.error} />}
        {lines.data && <ReceiptLines lines={shown ? lines.data.filter((line) => line.outcome === shown) : lines.data} store={data.store} scroller={scroller} />}
      </div>
    </Page>
  );
}

/** The receipts of the other cards that lay on its desk. */
function Together({ of }: { of: Receipt["together"] }) {
  return (
    <>
      {" · "}begun together with{" "}
      {of.map((other, i) => (
        <span key={other.number}>
          {i > 0 && ", "}
          <Link className="linked" to={`/receipts/${other.number}`}>
            receipt {other.number}, {other.card}
          </Link>
          {["running", "waiting"].includes(other.state) ? " (being written)" : other.state === "done" ? "" : ` (${other.state})`}
        </span>
      ))}
    </>
  );
}

/** The whole receipt to be kept elsewhere. */
function Exports({ number }: { number: string }) {
  const link = "linked";
  return (
    <p className="in-line mb-4 gap-x-6 gap-y-1">
      <Link className={link} to={`/look/receipt-${number}`}>
        first look
      </Link>
      <Link className={link} to={`/receipts/${number}/sheet`}>
        as a sheet to print
      </Link>
      <a className={link} href={`/api/receipts/${number}.csv`} download>
        as a table (CSV)
      </a>
      <a className={link} href={`/api/receipts/${number}.json`} download>
        as JSON
      </a>
      <OpenElsewhere of={{ receipt: Number(number) }} what="its shoots" />
    </p>
  );
}

function subline(receipt: Receipt): string {
  if (!receipt.begunAt) return `asked for ${moment(receipt.askedAt)}`;
  if (!receipt.endedAt || receipt.state === "running") return `begun ${moment(receipt.begunAt)}`;
  const rate = receipt.bytesPerSecond ? ` · ${size(receipt.bytesCopied)} at ${size(receipt.bytesPerSecond)} a second` : "";
  return `${dateOf(receipt.begunAt)}, ${timeOfDay(receipt.begunAt)} to ${timeOfDay(receipt.endedAt)}${rate}`;
}

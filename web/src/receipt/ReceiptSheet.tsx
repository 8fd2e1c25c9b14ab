import { useState } from "react";
import { useParams } from "react-router";
import { useClearance } from "../api/copies";
import { useReceipt, useReceiptLines, useShootsOfReceipts } from "../api/queries";
import type { Receipt, ReceiptLine } from "../api/types";
import { TextButton } from "../ledger/Field";
import { Trouble } from "../ledger/Notice";
import { count, dateInFull, figure, moment, size } from "../words/format";
import { lineInWords } from "./lineInWords";
import { SUMS } from "./ReceiptSums";

/** Files that did not come in are named up to so many; all of them are in the long list. */
const EXCEPTIONS = 12;

/** A receipt as one sheet of paper: sums, verdict, copies, what did not come in, and a line to sign; all of its lines with whole checksums only where they are wished. */
export function ReceiptSheet() {
  const { number = "" } = useParams();
  const receipt = useReceipt(number);
  const lines = useReceiptLines(number, { filesCopied: receipt.data?.filesCopied ?? 0, files: receipt.data?.files ?? 0, state: receipt.data?.state });
  const [long, setLong] = useState(false);
  if (!receipt.data) return <Trouble error={receipt.error} />;
  return (
    <main className="mx-auto max-w-[1100px] px-6 py-6 print:max-w-none print:p-0">
      <p className="mb-4 flex gap-x-6 print:hidden">
        <TextButton
          onClick={() => {
            window.print();
          }}
        >
          print
        </TextButton>
        <label className="flex items-baseline gap-x-2">
          <input
            type="checkbox"
            checked={long}
            onChange={(event) => {
              setLong(event.target.checked);
            }}
          />
          with a line for each file
        </label>
        <TextButton
          onClick={() => {
            window.history.back();
          }}
        >
          back
        </TextButton>
      </p>
      <Trouble error={lines.error} />
      <Summary receipt={receipt.data} lines={lines.data ?? []} />
      {long && <LongList lines={lines.data ?? []} />}
    </main>
  );
}

function Summary({ receipt, lines }: { receipt: Receipt; lines: ReceiptLine[] }) {
  const shoots = useShootsOfReceipts([receipt]).data?.get(receipt.number) ?? [];
  const clearance = useClearance(
    { receipt: String(receipt.number) },
    !receipt.isFound && receipt.state !== "running" && receipt.state !== "waiting",
    receipt.state,
  );
  const exceptions = lines.filter((line) => line.outcome === "failed" || line.outcome === "unreadable" || line.outcome === "waiting");
  return (
    <>
      <h1 className="text-title font-semibold">
        Receipt {receipt.number}, {receipt.card}
      </h1>
      <p className="mt-1">
        {receipt.begunAt ? moment(receipt.begunAt) : moment(receipt.askedAt)}
        {receipt.endedAt && ` to ${moment(receipt.endedAt)}`}. {receipt.sentence}
      </p>
      <p className="mt-1">
        <b>{receipt.verdict.heading}.</b> {receipt.verdict.sentence}
      </p>
      {receipt.waits.slow && <p className="mt-1">{receipt.waits.slow}</p>}
      {receipt.conversions && <p className="mt-1">{receipt.conversions.sentence}</p>}
      <Part heading={receipt.isFound ? "Files that were found" : "Files on the card"}>
        {SUMS.flatMap((row) => {
          const sum = receipt.sums.find((one) => one.outcome === row.outcome);
          return sum ? [<Sum key={row.outcome} name={row.name} files={sum.files} said={`${size(sum.bytes)}, ${row.what(receipt)}`} />] : [];
        })}
        <Sum name={receipt.isFound ? "found" : "on the card"} files={receipt.files} said={size(receipt.bytes)} total />
      </Part>
      {shoots.length > 0 && (
        <Part heading="Shoots">
          {shoots.map((shoot) => (
            <Sum
              key={shoot.id}
              name={shoot.description || "not described"}
              files={shoot.frames}
              said={`${shoot.frames === 1 ? "frame" : "frames"}, ${dateInFull(shoot.date)}`}
            />
          ))}
        </Part>
      )}
      {!receipt.isFound && (
        <>
          <h2 className="mt-5 text-hand font-semibold">The card</h2>
          <p className="mt-1">
            {clearance.data && !clearance.error
              ? `${moment(new Date(clearance.dataUpdatedAt).toISOString())}: ${clearance.data.sentence}`
              : "Not in a reader when this was printed: whether it may be formatted was not looked at."}
          </p>
        </>
      )}
      {exceptions.length > 0 && (
        <>
          <h2 className="mt-5 text-hand font-semibold">Not brought in</h2>
          <ul className="mt-1">
            {exceptions.slice(0, EXCEPTIONS).map((line) => (
              <li key={line.path} className="break-inside-avoid">
                <span className="as-path">{line.path}</span> {lineInWords(line)}
              </li>
            ))}
            {exceptions.length > EXCEPTIONS && <li>and {count(exceptions.length - EXCEPTIONS, "file")} more</li>}
          </ul>
        </>
      )}
      <p className="mt-12 grid grid-cols-[1fr_1fr] gap-x-10 break-inside-avoid">
        {["place and date", "signed"].map((what) => (
          <span key={what} className="border-t border-ink pt-1 as-label">
            {what}
          </span>
        ))}
      </p>
    </>
  );
}

function Part({ heading, children }: { heading: string; children: React.ReactNode }) {
  return (
    <table className="mt-5 w-full break-inside-avoid">
      <caption className="pb-1 text-left font-hand text-hand font-semibold">{heading}</caption>
      <tbody>{children}</tbody>
    </table>
  );
}

function Sum({ name, files, said, total = false }: { name: string; files: number; said: string; total?: boolean }) {
  return (
    <tr className={total ? "totalled" : "border-b border-rule"}>
      <th scope="row" className={`w-[220px] py-[3px] text-left ${total ? "font-semibold" : "font-normal"}`}>
        {name}
      </th>
      <td className="w-[70px] pr-3 text-right">{figure(files)}</td>
      <td>{said}</td>
    </tr>
  );
}

function LongList({ lines }: { lines: ReceiptLine[] }) {
  return (
    <table className="mt-8 w-full table-fixed text-[11px] leading-[15px] print:break-before-page">
      <colgroup>
        {["w-[19%]", "w-[17%]", "w-[35%]", "w-[7%]", "w-[22%]"].map((width, i) => (
          <col key={i} className={width} />
        ))}
      </colgroup>
      <thead>
        <tr className="border-b border-ink text-left">
          {["on the card", "outcome", "is now", "size", "XXH128"].map((head) => (
            <th key={head} className="py-1 pr-3 font-normal text-faded">
              {head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {lines.map((line, i) => (
          <tr key={i} className="break-inside-avoid border-b border-rule align-top">
            <td className="py-[2px] pr-3 font-path break-all">{line.path}</td>
            <td className="py-[2px] pr-3">{lineInWords(line)}</td>
            <td className="py-[2px] pr-3 font-path break-all">{line.outcome === "brought in" ? [line.folder, line.name].filter(Boolean).join("/") : "—"}</td>
            <td className="py-[2px] pr-3 text-right whitespace-nowrap">{size(line.bytes)}</td>
            <td className="py-[2px] font-path break-all">{line.checksum ?? ""}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

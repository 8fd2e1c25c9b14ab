import { useParams } from "react-router";
import { useReceipt, useReceiptLines } from "../api/queries";
import { TextButton } from "../ledger/Field";
import { Trouble } from "../ledger/Notice";
import { count, moment, size } from "../words/format";
import { lineInWords } from "./lineInWords";

/** A receipt as a sheet of paper: all of its lines, with whole checksums, to be printed or kept as PDF. */
export function ReceiptSheet() {
  const { number = "" } = useParams();
  const receipt = useReceipt(number);
  const lines = useReceiptLines(number, { filesCopied: receipt.data?.filesCopied ?? 0, files: receipt.data?.files ?? 0, state: receipt.data?.state });
  if (!receipt.data) return <Trouble error={receipt.error} />;
  const data = receipt.data;
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
        <TextButton
          onClick={() => {
            window.history.back();
          }}
        >
          back
        </TextButton>
      </p>
      <h1 className="text-title font-semibold">
        Receipt {data.number}, {data.card}
      </h1>
      <p className="mt-1">
        {data.begunAt ? moment(data.begunAt) : moment(data.askedAt)}. {data.sentence}
      </p>
      <p className="mt-1">
        <b>{data.verdict.heading}.</b> {data.verdict.sentence}
      </p>
      {data.conversions && <p className="mt-1">{data.conversions.sentence}</p>}
      <Trouble error={lines.error} />
      <table className="mt-5 w-full table-fixed text-[11px] leading-[15px]">
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
          {(lines.data ?? []).map((line, i) => (
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
      <p className="totalled mt-1 py-1">
        {count(data.files, "file")}, {size(data.bytes)}; copies on{" "}
        {data.copies.map((at) => at.inWords).join("; ")}
      </p>
    </main>
  );
}

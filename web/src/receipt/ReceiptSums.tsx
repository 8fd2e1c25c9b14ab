import type { Outcome, Receipt } from "../api/types";
import { TextButton } from "../ledger/Field";
import { count, figure, size } from "../words/format";

/** What may become of a file, in the order of the sums, and what is said beside. */
export const SUMS: { outcome: Outcome; name: string; what: (receipt: Receipt) => string }[] = [
  { outcome: "brought in", name: "brought in", what: (receipt) => receipt.copies.map((at) => at.inWords).join("; ") },
  { outcome: "waiting", name: "still to copy", what: (receipt) => `to ${receipt.store}` },
  { outcome: "failed", name: "failed", what: () => "not copied; the lines say why" },
  { outcome: "held", name: "held already", what: () => "in the ledger since an earlier intake" },
  { outcome: "promised", name: "promised", what: () => "another receipt brings it in" },
  { outcome: "left out", name: "left out", what: () => "by you, or by the order" },
  { outcome: "unreadable", name: "unreadable", what: () => "could not be read on the card" },
  { outcome: "not a still", name: "not stills", what: () => "stay on the card" },
];

/** The receipt's sums: they add up, under a double rule, to all that was on the card. Each opens its own lines. */
export function ReceiptSums({ receipt, shown, onShow }: { receipt: Receipt; shown: Outcome | null; onShow: (outcome: Outcome | null) => void }) {
  return (
    <table className="w-full">
      <caption className="sr-only">Sums of the receipt</caption>
      <tbody>
        {SUMS.map((row) => {
          const sum = receipt.sums.find((one) => one.outcome === row.outcome);
          if (!sum) return null;
          const grave = row.outcome === "failed" || row.outcome === "unreadable";
          return (
            <tr key={row.outcome} className="border-b border-rule">
              <th scope="row" className={`w-[150px] py-[6px] max-md:w-auto text-left font-normal ${grave ? "font-semibold text-brass" : ""}`}>
                {row.name}
              </th>
              <td className="w-[70px] pr-3 text-right max-md:w-[40px]">{figure(sum.files)}</td>
              <td className="text-faded">
                {size(sum.bytes)}, {row.what(receipt)}
              </td>
              <td className="text-right whitespace-nowrap">
                <TextButton
                  onClick={() => {
                    onShow(shown === row.outcome ? null : row.outcome);
                  }}
                >
                  {shown === row.outcome ? "show all" : "show only these"}
                </TextButton>
              </td>
            </tr>
          );
        })}
        <tr className="totalled">
          <th scope="row" className="py-[6px] text-left font-semibold">
            {receipt.isFound ? "found" : "on the card"}
          </th>
          <td className="pr-3 text-right font-semibold">{figure(receipt.files)}</td>
          <td colSpan={2}>
            {count(receipt.files, "file")}, {size(receipt.bytes)}, each with its line below
          </td>
        </tr>
      </tbody>
    </table>
  );
}

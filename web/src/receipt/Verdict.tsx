import { Link } from "react-router";
import { useShoots } from "../api/queries";
import type { Receipt } from "../api/types";
import { count } from "../words/format";

/** The stamp on a receipt: what it means for the card, in words. */
export function Verdict({ receipt }: { receipt: Receipt }) {
  const shoots = useShoots();
  const running = receipt.state === "running" || receipt.state === "waiting";
  const troubled = receipt.sums
    .filter((sum) => sum.outcome === "failed" || sum.outcome === "unreadable" || sum.outcome === "waiting")
    .reduce((all, sum) => all + sum.files, 0);
  const heading = running ? "Being copied" : troubled > 0 ? "Not all of it is safe" : "One proven copy";
  return (
    <aside className="self-start border-4 border-double border-ink bg-sheet px-6 py-5" aria-label="What this means for the card">
      <h2 className={`text-[22px] leading-[28px] font-semibold ${running ? "text-ink" : "text-brass"}`}>{heading}</h2>
      <p className="mt-2">
        {running && "Leave the card where it is. Every file is compared with the card before it counts as brought in."}
        {!running &&
          `${count(receipt.filesCopied, "file")} of this card ${receipt.filesCopied === 1 ? "is" : "are"} on ${receipt.store}, read back and equal to the card.${
            troubled > 0 ? ` ${count(troubled, "file")} could not be brought in.` : ""
          } Keep the card as it is: its pictures are in one other place only.`}
      </p>
      {!running && shoots.data && (
        <p className="mt-3">
          <Link to="/shoots" className="text-velvet underline underline-offset-3">
            See the shoots
          </Link>
        </p>
      )}
    </aside>
  );
}

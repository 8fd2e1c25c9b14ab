import { Link } from "react-router";
import type { Receipt } from "../api/types";

/** The stamp on a receipt: what it means for the card, in words. */
export function Verdict({ receipt }: { receipt: Receipt }) {
  const running = receipt.state === "running" || receipt.state === "waiting";
  return (
    <aside className="self-start border-4 border-double border-ink bg-sheet px-6 py-5" aria-label="What this means for the card">
      <h2 className={`text-[22px] leading-[28px] font-semibold ${running ? "text-ink" : "text-brass"}`}>{receipt.verdict.heading}</h2>
      <p className="mt-2">{receipt.verdict.sentence}</p>
      {!running && (
        <p className="mt-3">
          <Link to="/shoots" className="text-velvet underline underline-offset-3">
            See the shoots
          </Link>
        </p>
      )}
    </aside>
  );
}

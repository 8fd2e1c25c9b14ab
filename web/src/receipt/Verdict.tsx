import { Link } from "react-router";
import type { Receipt } from "../api/types";

/** What the receipt came to, in words; whether the card may be formatted is said by its stamp. */
export function Verdict({ receipt }: { receipt: Receipt }) {
  const running = receipt.state === "running" || receipt.state === "waiting" || receipt.state === "paused";
  const grave = receipt.verdict.isTroubled || receipt.copies.some((at) => at.owed + at.bad > 0);
  return (
    <section aria-label="What it came to">
      <h2 className={`text-[20px] leading-[26px] font-semibold ${!running && grave ? "text-brass" : "text-ink"}`}>{receipt.verdict.heading}</h2>
      <p className="mt-1">
        {receipt.verdict.sentence}{" "}
        {receipt.state === "taken back" && (
          <Link to={`/intake/${receipt.desk}`} className="linked">
            Back to the desk
          </Link>
        )}
      </p>
    </section>
  );
}

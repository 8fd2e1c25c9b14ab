import type { Judgement } from "../api/views";
import { judgedInWords } from "../words/judged";
import { LabelSign } from "./LabelSign";
import { useWaysHere } from "./ways";

/** How a frame is judged, as a ledger's tally has it: a full stroke, a struck one, a hollow one, none yet; and a stroke for each star. */
export function Mark({ judged }: { judged: Judgement }) {
  const { labels } = useWaysHere();
  return (
    <span className="inline-flex items-center gap-2 self-center" aria-hidden="true">
      <svg width="18" height="24" viewBox="0 0 18 24" fill="none" stroke="currentColor" strokeWidth="1.5">
        {judged.decision === "keep" && <rect x="6.5" y="2" width="5" height="20" fill="currentColor" />}
        {judged.decision === "unsure" && <rect x="6.5" y="2" width="5" height="20" />}
        {judged.decision === "drop" && <path d="M9 2v20M1.5 16.5L16.5 7.5" />}
        {judged.decision === null && <path d="M9 16v6" strokeDasharray="2 2" />}
      </svg>
      {judged.label !== null && <LabelSign mark={labels.find((one) => one.name === judged.label)?.document.mark ?? null} />}
      {judged.stars > 0 && (
        <svg width="30" height="16" viewBox="0 0 30 16" fill="none" stroke="currentColor" strokeWidth="2">
          {[0, 1, 2, 3].map((i) => i < judged.stars && <path key={i} d={`M${3 + i * 6} 1v14`} />)}
          {judged.stars === 5 && <path d="M0 13L24 3" />}
        </svg>
      )}
    </span>
  );
}

/** The same in words: "kept, 3 stars, proofs". */
export const inWords = (judged: Judgement): string => judgedInWords(judged) || "not judged";

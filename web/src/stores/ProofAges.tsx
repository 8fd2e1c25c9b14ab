import { useState } from "react";
import type { MonthOfProofs } from "../api/views";
import { count, figure } from "../words/format";

const SHOWN = 18;
const LETTERS = "JFMAMJJASOND";

/** How many copies were last proven in which month: a stroke a month, up to now. */
export function ProofAges({ months, name }: { months: MonthOfProofs[]; name: string }) {
  const [now] = useState(() => new Date());
  const wanted = Array.from({ length: SHOWN }, (_, i) => {
    const at = new Date(now.getFullYear(), now.getMonth() - (SHOWN - 1 - i), 1);
    return `${at.getFullYear()}-${String(at.getMonth() + 1).padStart(2, "0")}`;
  });
  const first = wanted[0] ?? "";
  const older = months.filter((one) => one.month < first).reduce((sum, one) => sum + one.copies, 0);
  const counts = wanted.map((month) => months.find((one) => one.month === month)?.copies ?? 0);
  const most = Math.max(1, older, ...counts);
  const bar = (copies: number) => (copies === 0 ? 1 : Math.max(3, Math.round((copies / most) * 40)));
  const said = months.map((one) => `${figure(one.copies)} in ${one.month}`).join(", ");
  return (
    <svg viewBox="0 0 300 62" className="w-full" role="img" aria-label={`Last proofs at ${name}: ${said || "none"}`}>
      <line x1="0" x2="300" y1="44.5" y2="44.5" className="stroke-ink" strokeWidth="1" />
      {[older, ...counts].map((copies, i) => (
        <rect
          key={i}
          x={i * 15.6 + 1}
          width="11"
          y={44 - bar(copies)}
          height={bar(copies)}
          className={copies === 0 ? "fill-rule" : i < 7 ? "fill-brass" : "fill-velvet"}
        >
          <title>{`${i === 0 ? `before ${first}` : (wanted[i - 1] ?? "")}: ${count(copies, "copy", "copies")}`}</title>
        </rect>
      ))}
      {["…", ...wanted.map((month) => LETTERS[Number(month.slice(5)) - 1] ?? "")].map((letter, i) => (
        <text key={i} x={i * 15.6 + 6.5} y="57" textAnchor="middle" className="fill-faded text-[9px]">
          {letter}
        </text>
      ))}
    </svg>
  );
}

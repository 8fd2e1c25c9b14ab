import type { Holding } from "../api/views";
import { count, size } from "../words/format";

/** What a store holds, by kind of work and year. */
export function Holdings({ holdings, name }: { holdings: Holding[]; name: string }) {
  if (holdings.length === 0) return null;
  return (
    <details className="mt-2">
      <summary className="cursor-pointer py-[3px] text-faded">by kind of work and year</summary>
      <table aria-label={`What ${name} holds`} className="mt-1 border-t border-rule">
        <tbody>
          {holdings.map((one) => (
            <tr key={`${one.year} ${one.kind}`} className="border-b border-rule">
              <td className="pr-5">{one.year}</td>
              <td className="pr-5">{one.kind || "of no kind"}</td>
              <td className="pr-5 text-right">{count(one.shoots, "shoot")}</td>
              <td className="text-right">{size(one.bytes)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}

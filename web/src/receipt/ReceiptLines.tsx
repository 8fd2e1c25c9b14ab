import { useVirtualizer } from "@tanstack/react-virtual";
import { type RefObject, useMemo } from "react";
import type { ReceiptLine } from "../api/types";
import { Cut } from "../ledger/Cut";
import { useTop } from "../ledger/useTop";
import { lineInWords } from "./lineInWords";
import { dateInFull, size, timeOfDay } from "../words/format";

type Row = { heading: string } | { line: ReceiptLine };

/** Every file that was on the card: what became of it, its name now, when its copy was proven. Only lines in view exist. */
export function ReceiptLines({ lines, store, scroller }: { lines: ReceiptLine[]; store: string; scroller: RefObject<HTMLElement | null> }) {
  const [box, top] = useTop<HTMLDivElement>(scroller);
  const rows = useMemo(() => withHeadings(lines), [lines]);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: (i) => (rows[i] && "heading" in rows[i] ? 42 : 30),
    overscan: 12,
    scrollMargin: top,
  });
  return (
    <section aria-label="Lines of the receipt" className="pr-6 pb-10 pl-page">
      <div className="receipt-columns border-b border-rule-strong pb-1 as-label" aria-hidden="true">
        <span>on the card</span>
        <span>outcome</span>
        <span>is now</span>
        <span className="text-right">size</span>
        <span className="text-right">{store}, proven</span>
        <span>XXH128</span>
      </div>
      <div ref={box} role="list" className="relative" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map((item) => {
          const row = rows[item.index];
          return (
            <div
              key={item.key}
              role="listitem"
              ref={virtual.measureElement}
              data-index={item.index}
              className="absolute right-0 left-0 border-b border-rule"
              style={{ top: item.start - top }}
            >
              {row && ("heading" in row ? <h3 className="pt-4 pb-[5px] text-[15px] font-semibold">{row.heading}</h3> : <Line line={row.line} />)}
            </div>
          );
        })}
      </div>
    </section>
  );
}

function Line({ line }: { line: ReceiptLine }) {
  const grave = line.outcome === "failed" || line.outcome === "unreadable";
  return (
    <div className="receipt-columns py-[5px]">
      <span className="as-path break-all">{line.path}</span>
      <span className={grave ? "font-semibold text-brass" : line.outcome === "brought in" ? "" : "text-faded"}>{lineInWords(line)}</span>
      <span className="as-path break-all">{line.outcome === "brought in" || line.outcome === "waiting" ? line.name : "—"}</span>
      <span className="text-right">{size(line.bytes)}</span>
      <span className="text-right">{line.provenAt ? timeOfDay(line.provenAt) : ""}</span>
      <span className="as-path text-faded">
        {line.checksum && <Cut whole={line.checksum}>{`${line.checksum.slice(0, 4)}…${line.checksum.slice(-4)}`}</Cut>}
      </span>
    </div>
  );
}

function withHeadings(lines: ReceiptLine[]): Row[] {
  const rows: Row[] = [];
  let before: string | undefined;
  for (const line of lines) {
    const shoot = line.date === null ? "" : [line.date, line.description, line.shootFolder].join("\n");
    if (shoot !== before) {
      rows.push({ heading: line.date ? `${line.description ? `${line.description}, ` : ""}${dateInFull(line.date)}` : "Not part of a shoot" });
      before = shoot;
    }
    rows.push({ line });
  }
  return rows;
}

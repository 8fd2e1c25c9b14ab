import { useEffect, useRef, useState } from "react";
import type { Receipt } from "../api/types";
import { dateOf } from "../words/format";

const UNDER_WAY = ["waiting", "running"];

/** Says, to whoever listens, what of the work came to an end; how far it is, is not said again and again. */
export function Announced({ receipts }: { receipts: Receipt[] }) {
  const before = useRef(new Map<number, string>());
  const [said, setSaid] = useState("");
  useEffect(() => {
    const ended = receipts.filter((one) => UNDER_WAY.includes(before.current.get(one.number) ?? "") && !UNDER_WAY.includes(one.state));
    before.current = new Map(receipts.map((one) => [one.number, one.state]));
    const last = ended[0];
    if (last) setSaid(`Receipt ${last.number}, ${last.card}, ${dateOf(last.askedAt)}: ${last.stoppedBecause ?? last.sentence}`);
  }, [receipts]);
  return (
    <span role="status" className="sr-only">
      {said}
    </span>
  );
}

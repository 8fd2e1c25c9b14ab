import { Link } from "react-router";
import type { ReceiptShoot } from "../api/views";
import { count, dated, dateInFull } from "../words/format";

/** So many of a receipt's shoots are told in a list of receipts; what was found in a store's folders may be years of work. */
const MOST = 12;

/** The shoots that a receipt's frames came into, each to be opened; where they are many, the others on the receipt itself. */
export function ShootsOf({ shoots, receipt }: { shoots: ReceiptShoot[]; receipt: number }) {
  return (
    <>
      {shoots.slice(0, MOST).map((shoot) => (
        <span key={shoot.id} className="block">
          <Link to={`/shoots/${shoot.id}`} className="text-velvet underline decoration-velvet/50 underline-offset-3">
            {shoot.description || dateInFull(shoot.date)}
          </Link>
          <span className="text-faded">
            , {shoot.description && shoots.some((one) => one !== shoot && one.description === shoot.description) && `${dated(shoot.date)}, `}
            {count(shoot.frames, "frame")}
          </span>
        </span>
      ))}
      {shoots.length > MOST && (
        <Link to={`/receipts/${receipt}`} className="block text-velvet underline decoration-velvet/50 underline-offset-3">
          and {count(shoots.length - MOST, "more shoot")}
        </Link>
      )}
    </>
  );
}

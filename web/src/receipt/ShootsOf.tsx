import { Link } from "react-router";
import type { ReceiptShoot } from "../api/views";
import { count, dated, dateInFull } from "../words/format";

/** The shoots that a receipt's frames came into, each to be opened. */
export function ShootsOf({ shoots }: { shoots: ReceiptShoot[] }) {
  return (
    <>
      {shoots.map((shoot) => (
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
    </>
  );
}

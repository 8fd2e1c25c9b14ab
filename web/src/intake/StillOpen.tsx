import { Link } from "react-router";
import { useStillOpen } from "../api/queries";

/** What is still on the photographer, over all cards, shoots and drives; that nothing is, is said too. */
export function StillOpen() {
  const open = useStillOpen();
  if (!open.data) return null; // why not is said above, as of the cards
  return (
    <section aria-label="Still open">
      <h2 className="border-b border-rule-strong pt-9 pb-1 pl-page text-[20px] font-semibold">Still open</h2>
      {open.data.length === 0 && (
        <p className="py-[7px] pl-page text-faded">Nothing: no run is stopped, no copy, stamp or DNG is owed, and every shoot has its words.</p>
      )}
      <ul>
        {open.data.map((one) => (
          <li key={one.sentence} className="receipt-row items-baseline border-b border-rule py-[7px]">
            <span className="justify-self-center font-hand font-semibold text-brass" aria-hidden="true">
              {one.isGrave ? "!" : ""}
            </span>
            <Link to={one.page} className="col-span-4 linked">
              {one.sentence}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

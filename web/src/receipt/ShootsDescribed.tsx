import { useState } from "react";
import { Link } from "react-router";
import { useKeep } from "../api/keeping";
import { useShootsOfReceipts } from "../api/queries";
import type { Receipt } from "../api/types";
import { Entry } from "../ledger/Entry";
import { TextButton } from "../ledger/Field";
import { Trouble } from "../ledger/Notice";
import { count, dated, dateInFull } from "../words/format";

/** So many are shown at once; what was found in a store's folders may be years of work. */
const MOST = 30;

/** What the receipt's frames become, to be put right at once: also while they are copied, for what has landed follows. */
export function ShootsDescribed({ receipt }: { receipt: Receipt }) {
  const shoots = useShootsOfReceipts([receipt]).data?.get(receipt.number) ?? [];
  const keep = useKeep();
  const [all, setAll] = useState(false);
  const hasYears = shoots.some((shoot) => dated(shoot.date) === dateInFull(shoot.date));
  if (shoots.length === 0) return null;
  return (
    <section aria-label="Shoots" className="mb-4">
      <Trouble error={keep.error} />
      <ul>
        {shoots.slice(0, all ? undefined : MOST).map((shoot) => (
          <li key={shoot.id} className="in-line gap-x-4 border-b border-rule py-[5px]">
            <Link
              to={`/shoots/${shoot.id}`}
              aria-label={shoot.description ? `${shoot.description}, ${dated(shoot.date)}` : undefined}
              className={`linked whitespace-nowrap ${hasYears ? "w-[156px]" : "w-[96px]"}`}
            >
              {dated(shoot.date)}
            </Link>
            <span className="max-w-full font-hand text-hand">
              <Entry
                label={`description of the shoot of ${dated(shoot.date)}`}
                placeholder="what is it?"
                value={keep.isPending && keep.variables.shoot === String(shoot.id) ? (keep.variables.wish.description ?? "") : shoot.description}
                width={300}
                longest={500}
                onDone={(description) => {
                  keep.mutate({ shoot: String(shoot.id), wish: { description } });
                }}
              />
            </span>
            <span className="ml-auto text-faded">{count(shoot.frames, "frame")}</span>
          </li>
        ))}
      </ul>
      {shoots.length > MOST && !all && (
        <p className="pt-2">
          <TextButton
            onClick={() => {
              setAll(true);
            }}
          >
            all {shoots.length} shoots
          </TextButton>
        </p>
      )}
    </section>
  );
}

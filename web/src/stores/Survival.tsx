import { Link } from "react-router";
import { useDumpNow, useSurvival } from "../api/survival";
import { TextButton } from "../ledger/Field";
import { Mark, Notice, Trouble } from "../ledger/Notice";
import { count, dated, size } from "../words/format";

/** The ledger itself: where its dumps lie; and what would be gone with this machine, or with a drive. */
export function Survival() {
  const found = useSurvival();
  const dump = useDumpNow();
  if (!found.data) return <Trouble error={found.error} />;
  const { dump: said, warning, losses } = found.data;
  return (
    <section aria-label="The ledger itself" className="border-t border-rule-strong pt-5">
      <h2 className="pr-6 pl-page text-hand font-semibold">The ledger itself</h2>
      <p className="max-w-[80ch] pt-1 pr-6 pl-page">{said}</p>
      {warning && <Notice grave>{warning}</Notice>}
      <Trouble error={dump.error} />
      <p className="pt-1 pb-4 pr-6 pl-page">
        <TextButton
          disabled={dump.isPending}
          onClick={() => {
            dump.mutate();
          }}
        >
          dump it now
        </TextButton>
        {dump.isSuccess && <span className="pl-4 text-faded">asked for; it comes when a worker is free</span>}
      </p>
      <h2 className="pr-6 pl-page text-hand font-semibold">What if it were gone?</h2>
      <ul className="pt-1 pb-2">
        {losses.map((loss) => (
          <li key={loss.of} className="grid grid-cols-[var(--spacing-margin)_minmax(0,1fr)] items-baseline gap-x-[14px] border-b border-rule py-[6px] pr-6">
            <span className="justify-self-center">{loss.isGrave && <Mark sign="!" label="pictures would be lost" />}</span>
            <div className="max-w-[90ch]">
              <b>{loss.of}: </b>
              {loss.sentence}
              {loss.shoots.length > 0 && (
                <ul className="pt-1">
                  {loss.shoots.map((shoot) => (
                    <li key={shoot.shoot} className="in-line gap-x-3 py-[2px]">
                      <span>{dated(shoot.date)}</span>
                      <Link to={`/shoots/${shoot.shoot}`} className="linked">
                        {shoot.description || "no description"}
                      </Link>
                      <span className="text-faded">
                        {count(shoot.frames, "frame")}, {size(shoot.bytes)}
                      </span>
                    </li>
                  ))}
                  {loss.more > 0 && <li className="text-faded">and {count(loss.more, "more shoot")}</li>}
                </ul>
              )}
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}

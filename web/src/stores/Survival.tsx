import { Link } from "react-router";
import { framePicture } from "../api/pictures";
import { useDumpNow, useSurvival } from "../api/survival";
import { TextButton } from "../ledger/Field";
import { Glimpse } from "../ledger/Glimpse";
import { Mark, Notice, Trouble } from "../ledger/Notice";
import { count, dated, size } from "../words/format";

/** Of the command line: the ledger goes elsewhere, or another comes into it. */
const MOVES = [
  ["bin/ledger hand-over FOLDER", "here, when nothing is coming in"],
  ["bin/ledger take-over FOLDER", "there; and here, when it was handed back"],
  ["bin/ledger take-in FOLDER --dry-run", "what another ledger would bring, by its dump at a store of its own; without --dry-run it comes in"],
] as const;

/** The ledger itself: where its dumps lie; and what would be gone with this machine, or with a drive. */
export function Survival() {
  const found = useSurvival();
  const dump = useDumpNow();
  if (!found.data) return <Trouble error={found.error} />;
  const { dump: said, warning, isUnderWay, losses } = found.data;
  return (
    <section aria-label="The ledger itself" className="border-t border-rule-strong pt-5">
      <h2 className="pr-6 pl-page text-hand font-semibold">The ledger itself</h2>
      <p className="max-w-[80ch] pt-1 pr-6 pl-page">{said}</p>
      {warning && <Notice grave>{warning}</Notice>}
      <Trouble error={dump.error} />
      <p className="pt-1 pb-4 pr-6 pl-page">
        <TextButton
          disabled={dump.isPending || isUnderWay}
          onClick={() => {
            dump.mutate();
          }}
        >
          dump it now
        </TextButton>
      </p>
      <h2 className="pr-6 pl-page text-hand font-semibold">Another machine</h2>
      <p className="max-w-[80ch] pt-1 pr-6 pl-page">
        Handed over, the ledger is closed here and whole at one store, until it is taken over where that store is attached next, here or elsewhere. In a
        terminal, with the store&rsquo;s folder:
      </p>
      <ul className="pt-1 pb-4 pr-6 pl-page">
        {MOVES.map(([command, what]) => (
          <li key={command} className="flex flex-wrap items-baseline gap-x-3 py-[4px]">
            <code className="font-path">{command}</code>
            <span className="text-faded">{what}</span>
          </li>
        ))}
      </ul>
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
                    <li key={shoot.shoot} className="py-[2px]">
                      <p className="in-line gap-x-3">
                        <span>{dated(shoot.date)}</span>
                        <Link to={`/shoots/${shoot.shoot}`} className="linked">
                          {shoot.description || "no description"}
                        </Link>
                        <span className="text-faded">
                          {count(shoot.frames, "frame")}, {size(shoot.bytes)}
                        </span>
                      </p>
                      <p className="flex flex-wrap gap-x-2 gap-y-1 pt-1 pb-2">
                        {shoot.pictures.map((frame) => (
                          <Glimpse key={frame} source={framePicture(frame, 160)} className="h-[54px] w-[81px] object-cover" />
                        ))}
                      </p>
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

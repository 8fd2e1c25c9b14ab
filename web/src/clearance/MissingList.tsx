import { useState } from "react";
import { Link } from "react-router";
import { useNod } from "../api/copies";
import type { Clearance, Missing, Reason } from "../api/views";
import { Glimpse } from "../ledger/Glimpse";
import { TextButton } from "../ledger/Field";
import { Trouble } from "../ledger/Notice";
import { count, figure } from "../words/format";

const REMEDIES: Partial<Record<Missing["remedy"], string>> = {
  "bring in": "bring it in",
  "make copies": "see the stores",
  prove: "see the stores",
};

/** What keeps a card from being formatted, with each file's picture and the way to mend it. */
export function MissingList({ clearance }: { clearance: Clearance }) {
  const nod = useNod();
  const letGo = clearance.missing.filter((one) => one.remedy === "nod" || one.lack.startsWith("is a clip"));
  return (
    <section aria-label="What is missing" className="pb-10">
      <div className="in-line justify-between gap-x-6 border-b border-rule-strong pt-6 pr-6 pb-[6px] pl-page">
        <h2 className="text-hand font-semibold">
          What is missing{" "}
          <span className="font-plain text-body font-normal text-faded">
            {figure(clearance.missingInAll)} of {figure(clearance.files)} files
          </span>
        </h2>
        {letGo.length > 1 && (
          <TextButton
            onClick={() => {
              nod.mutate({ card: clearance.card, files: letGo.map((one) => one.path) });
            }}
          >
            let all {letGo.length} of these go
          </TextButton>
        )}
      </div>
      <Trouble error={nod.error} />
      <ul>
        {clearance.reasons.map((reason) => {
          const alike = clearance.missing.filter((one) => one.lack === reason.lack && one.because === reason.because);
          return reason.files <= FEW ? (
            alike.map((one) => <MissingFile key={one.path} card={clearance.card} one={one} />)
          ) : (
            <MissingAlike key={`${reason.lack} ${reason.because}`} card={clearance.card} reason={reason} alike={alike} />
          );
        })}
      </ul>
    </section>
  );
}

/** Up to so many files of one cause have a line each at once. */
const FEW = 5;

const ROW =
  "folds grid grid-cols-[var(--spacing-margin)_72px_minmax(220px,1fr)_minmax(240px,2fr)_170px] items-center gap-x-[14px] border-b border-rule py-[5px] pr-6";

/** Many files that one cause keeps: one line, which opens to theirs. */
function MissingAlike({ card, reason, alike }: { card: string; reason: Reason; alike: Missing[] }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <li className={ROW}>
        <span className="justify-self-center font-hand font-semibold text-brass" aria-hidden="true">
          !
        </span>
        <b className="col-span-2 py-[6px]">{count(reason.files, "file")}</b>
        <span>
          {reason.lack}
          {reason.because !== reason.lack && <span className="text-faded">: {reason.because}</span>}
        </span>
        <span className="flex flex-wrap justify-end gap-x-4 text-right">
          <Mends card={card} remedy={reason.remedy} />
          <TextButton
            pressed={open}
            onClick={() => {
              setOpen(!open);
            }}
          >
            {open ? "one line for all" : "each of them"}
          </TextButton>
        </span>
      </li>
      {open && alike.map((one) => <MissingFile key={one.path} card={card} one={one} />)}
      {open && alike.length < reason.files && <li className="py-[6px] pl-page text-faded">and {figure(reason.files - alike.length)} more</li>}
    </>
  );
}

const Mends = ({ card, remedy }: { card: string; remedy: Missing["remedy"] }) =>
  REMEDIES[remedy] ? (
    <Link to={remedy === "bring in" ? `/intake/${card}` : "/stores"} className="linked">
      {REMEDIES[remedy]}
    </Link>
  ) : null;

function MissingFile({ card, one }: { card: string; one: Missing }) {
  const nod = useNod();
  return (
    <li className={ROW}>
      <span className="justify-self-center font-hand font-semibold text-brass" aria-hidden="true">
        !
      </span>
      <span className="block h-[46px] bg-mat p-[3px]">
        <Glimpse
          source={one.isStill ? `/api/cards/${card}/picture?edge=160&file=${encodeURIComponent(one.path)}` : null}
          className="h-full w-full object-contain"
        />
      </span>
      <span className="as-path break-all">{one.path}</span>
      <span>
        {one.lack}
        {one.because !== one.lack && <span className="text-faded">: {one.because}</span>}
      </span>
      <span className="flex flex-wrap justify-end gap-x-4 text-right">
        <Mends card={card} remedy={one.remedy} />
        {(one.remedy === "nod" || one.remedy === "nod alone" || one.lack.startsWith("is a clip")) && (
          <TextButton
            onClick={() => {
              nod.mutate({ card: card, files: [one.path] });
            }}
          >
            let it go
          </TextButton>
        )}
      </span>
    </li>
  );
}

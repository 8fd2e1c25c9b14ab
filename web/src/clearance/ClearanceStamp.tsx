import { Link } from "react-router";
import { Refused } from "../api/client";
import { useClearance, useCompare, useNod, useTakeBackNods } from "../api/copies";
import type { Clearance, Missing } from "../api/views";
import { Glimpse } from "../ledger/Glimpse";
import { TextButton } from "../ledger/Field";
import { Trouble } from "../ledger/Notice";
import { figure, size } from "../words/format";
import { RemoveOriginals } from "./RemoveOriginals";

type Of = { card: string } | { receipt: string };

/** The verdict on a card, in one sentence; below it what is missing, by file, and what would mend it. */
export function ClearanceStamp({ of, ready = true, asOf }: { of: Of; ready?: boolean; asOf?: string }) {
  const found = useClearance(of, ready, asOf);
  const compare = useCompare();
  const takeBack = useTakeBackNods();
  if (!ready) return null;
  // What was said of a card holds only while it can be seen.
  const away = found.error instanceof Refused;
  if (!found.data || away) {
    return (
      <aside className="self-start border border-rule-strong px-6 py-4 text-faded" aria-label="May the card be formatted">
        {away ? `Whether the card may be formatted is said while it is in a reader. ${found.error?.message ?? ""}` : "Looking at what is on the card…"}
      </aside>
    );
  }
  const clearance = found.data;
  const running = clearance.comparison?.running ? clearance.comparison : null;
  const uncompared = clearance.missing.some((one) => one.remedy === "compare");
  return (
    <aside className="self-start border-4 border-double border-ink bg-sheet px-6 py-5" aria-label="May the card be formatted">
      <div role="status">
        <h2 className={`text-[19px] leading-[26px] font-semibold ${clearance.mayBeFormatted ? "text-velvet" : "text-brass"}`}>{clearance.sentence}</h2>
      </div>
      {clearance.mayBeFormatted && (
        <p className="mt-2 text-faded">
          Every file with copies was read in full when it came in or was compared; just now, its name, size and time and both of its ends were. Format the card
          in the camera: nothing here does.
        </p>
      )}
      {running && (
        <p className="mt-2">
          Reading the card in full: <b>{figure(running.filesRead)}</b> of {figure(running.files)} files, {size(running.bytesRead)} of {size(running.bytes)}.
        </p>
      )}
      {uncompared && !running && (
        <p className="mt-2">
          <TextButton
            disabled={compare.isPending}
            onClick={() => {
              compare.mutate(clearance.card);
            }}
          >
            read the card in full and compare
          </TextButton>
        </p>
      )}
      {clearance.letGo > 0 && (
        <p className="mt-2">
          <TextButton
            disabled={takeBack.isPending}
            onClick={() => {
              takeBack.mutate(clearance.card);
            }}
          >
            take back what you let go
          </TextButton>
        </p>
      )}
      <Trouble error={compare.error ?? takeBack.error} />
      {clearance.missing.length > 0 && (
        <p className="mt-2">
          <Link to={`/clearance/${clearance.card}`} className="linked">
            what is missing, file by file
          </Link>
        </p>
      )}
      {clearance.mayBeFormatted && clearance.mayRemove && <RemoveOriginals card={clearance.card} label={clearance.label} />}
    </aside>
  );
}

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
        {clearance.missing.map((one) => (
          <li
            key={one.path}
            className="folds grid grid-cols-[var(--spacing-margin)_72px_minmax(220px,1fr)_minmax(240px,2fr)_170px] items-center gap-x-[14px] border-b border-rule py-[5px] pr-6"
          >
            <span className="justify-self-center font-hand font-semibold text-brass" aria-hidden="true">
              !
            </span>
            <span className="block h-[46px] bg-mat p-[3px]">
              <Glimpse
                source={one.isStill ? `/api/cards/${clearance.card}/picture?edge=160&file=${encodeURIComponent(one.path)}` : null}
                className="h-full w-full object-contain"
              />
            </span>
            <span className="as-path break-all">{one.path}</span>
            <span>
              {one.lack}
              {one.because !== one.lack && <span className="text-faded">: {one.because}</span>}
            </span>
            <span className="flex flex-wrap justify-end gap-x-4 text-right">
              {REMEDIES[one.remedy] && (
                <Link to={one.remedy === "bring in" ? `/intake/${clearance.card}` : "/stores"} className="linked">
                  {REMEDIES[one.remedy]}
                </Link>
              )}
              {(one.remedy === "nod" || one.remedy === "nod alone" || one.lack.startsWith("is a clip")) && (
                <TextButton
                  onClick={() => {
                    nod.mutate({ card: clearance.card, files: [one.path] });
                  }}
                >
                  let it go
                </TextButton>
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

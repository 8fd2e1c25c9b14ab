import { useLookFor, useMend, useMendPaths } from "../api/copies";
import type { BadCopy } from "../api/views";
import { TextButton } from "../ledger/Field";
import { Trouble } from "../ledger/Notice";
import { count, size } from "../words/format";
import { waitsFor } from "../words/waits";

/** Copies that are missing or different, each to be mended from a good one; what was there is kept aside. */
export function BadCopies({
  copies,
  shoot,
  looking = false,
  following = false,
  copying = [],
}: {
  copies: BadCopy[];
  shoot?: number;
  looking?: boolean;
  following?: boolean;
  copying?: number[];
}) {
  const mend = useMend();
  const lookFor = useLookFor();
  const mendPaths = useMendPaths();
  const missing = copies.filter((copy) => copy.state === "missing");
  const found = copies.filter((copy) => copy.foundPath !== null);
  const can = copies.filter((copy) => copy.good.length > 0 && !copy.isToMend);
  return (
    <section aria-label="Copies that need mending" className="pb-10">
      <div className="in-line justify-between gap-x-6 border-b border-rule-strong pt-6 pr-6 pb-[6px] pl-page">
        <h2 className="text-hand font-semibold">
          Missing or different <span className="font-plain text-body font-normal text-faded">{count(copies.length, "copy", "copies")}</span>
        </h2>
        <span className="flex flex-wrap justify-end gap-x-6">
          {shoot !== undefined && missing.length > found.length && (
            <TextButton
              disabled={looking || lookFor.isPending}
              onClick={() => {
                lookFor.mutate(shoot);
              }}
            >
              {looking ? "looking through the drives…" : `look for ${missing.length === 1 ? "it" : "them"} on the drives`}
            </TextButton>
          )}
          {shoot !== undefined && found.length > 0 && (
            <TextButton
              disabled={following || mendPaths.isPending}
              onClick={() => {
                mendPaths.mutate(shoot);
              }}
            >
              {following
                ? `reading ${found.length === 1 ? "the one that was" : `the ${found.length} that were`} found…`
                : found.length === 1
                  ? "1 was found: have the ledger know its place"
                  : `${found.length} were found: have the ledger know their places`}
            </TextButton>
          )}
          {can.length > 1 && (
            <TextButton
              disabled={mend.isPending}
              onClick={() => {
                mend.mutate(can.map((copy) => copy.id));
              }}
            >
              mend all {can.length}
            </TextButton>
          )}
        </span>
      </div>
      <Trouble error={mend.error ?? lookFor.error ?? mendPaths.error} />
      <ul>
        {copies.map((copy) => (
          <li
            key={copy.id}
            className="folds grid grid-cols-[var(--spacing-margin)_minmax(240px,2fr)_120px_minmax(180px,1.4fr)_80px_140px] items-baseline gap-x-[14px] border-b border-rule py-[6px] pr-6"
          >
            <span className="justify-self-center font-hand font-semibold text-brass" aria-hidden="true">
              !
            </span>
            <span className="as-path break-all">{copy.path}</span>
            <span>{copy.storeName}</span>
            <span className="text-brass">
              <b>{copy.state}</b>: {copy.because}
              {copy.foundPath !== null && (
                <span className="block text-ink">
                  found as <span className="as-path break-all">{copy.foundPath}</span>
                </span>
              )}
            </span>
            <span className="text-right text-faded">{size(copy.bytes)}</span>
            <span className="text-right">
              {copy.isToMend ? (
                <span className="text-faded">{waitsFor(copying) ?? "being mended…"}</span>
              ) : copy.good.length > 0 ? (
                <TextButton
                  disabled={mend.isPending}
                  onClick={() => {
                    mend.mutate([copy.id]);
                  }}
                >
                  mend from {copy.good[0]}
                </TextButton>
              ) : (
                <b className="text-brass">no good copy</b>
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

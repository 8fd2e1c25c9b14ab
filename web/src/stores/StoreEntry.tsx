import { waitsFor } from "../words/waits";
import { useChangeStore, useProve, useStopProving } from "../api/copies";
import type { Holding, Proving, StorePage } from "../api/views";
import { NamedAction } from "../ledger/Entry";
import { Field, TextButton } from "../ledger/Field";
import { Choice } from "../ledger/Menu";
import { Mark, Trouble } from "../ledger/Notice";
import { Holdings } from "../placing/Holdings";
import { OnlyHere } from "../placing/OnlyHere";
import { count, dateOf, duration, figure, size } from "../words/format";
import { ProofAges } from "./ProofAges";
import { ROLES } from "./roles";

const NIGHTS = [7, 30, 90, 180, 365];

/** One store: its name and role, whether it is there, its sums, how old its proofs are, and what can be done with it. */
export function StoreEntry({
  store,
  holdings,
  all,
  copying,
  elsewhere,
}: {
  store: StorePage;
  holdings: Holding[];
  all: StorePage[];
  copying: number[];
  elsewhere: string | null;
}) {
  const change = useChangeStore();
  const prove = useProve();
  const stop = useStopProving();
  const moving = store.proving?.state === "running" || store.proving?.state === "waiting" ? store.proving : null;
  return (
    <section aria-label={`Store ${store.name}`} className="border-b border-rule-strong">
      <div className="folds grid grid-cols-[var(--spacing-margin)_minmax(0,1fr)_300px] gap-x-[14px] py-4 pr-6">
        <span className="justify-self-center pt-1">{(!store.present || store.sums.bad > 0) && <Mark sign="!" label="look here" />}</span>
        <div>
          <div className="in-line gap-x-5 gap-y-1">
            <h2 className="text-[20px] font-semibold">{store.name}</h2>
            <Choice
              label=""
              value={store.role}
              options={ROLES.filter((role) => role.value === store.role || store.role !== "main")}
              onChoose={(role) => {
                if (role !== store.role) change.mutate({ id: store.id, role });
              }}
            />
            <b className={store.present ? "font-normal text-faded" : "text-brass"}>{store.present ? "is there" : "is away"}</b>
            <NamedAction
              word="rename"
              label="name of the store"
              first={store.name}
              onName={(name) => {
                change.mutate({ id: store.id, name });
              }}
            />
          </div>
          <p className="as-path break-all text-faded">
            {store.path}
            {store.device && ` · ${store.device}`}
          </p>
          <Trouble error={change.error ?? prove.error ?? stop.error} />
          <dl className="mt-3 flex flex-wrap gap-x-8 gap-y-2">
            <Field label="proven copies">{store.sums.proven > 0 ? `${figure(store.sums.proven)}, ${size(store.sums.bytes)}` : "none"}</Field>
            <Field label="owed">
              {store.sums.owed + store.sums.changes.all > 0 ? (
                <b className="text-brass">
                  {[
                    ...(store.sums.owed > 0 ? [`${figure(store.sums.owed)}, ${size(store.sums.owedBytes)}`] : []),
                    ...(store.sums.changes.all > 0 ? [store.sums.changes.inWords] : []),
                  ].join("; ")}
                  {store.present && `: ${waitsFor(copying) ?? (store.isWorkedOn ? "being done" : "they wait for a worker")}`}
                </b>
              ) : (
                "nothing"
              )}
            </Field>
            {store.sums.bad > 0 && (
              <Field label="missing or different">
                <b className="text-brass">{figure(store.sums.bad)}</b>
              </Field>
            )}
            {store.freeBytes !== null && (
              <Field label="room">
                {size(store.freeBytes)} free{store.cardsMore !== null && `, ${count(store.cardsMore, "more card")} like the last`}
              </Field>
            )}
          </dl>
          <Holdings holdings={holdings} name={store.name} />
          {store.sums.proven > 0 && <OnlyHere store={store.id} name={store.name} />}
          {[
            ...(elsewhere ? [`Attached to ${elsewhere} now: what is to be done here is done there.`] : store.absentBecause ? [store.absentBecause] : []),
            ...store.warnings,
          ].map((warning) => (
            <p key={warning} className="mt-2 text-brass">
              {warning}
            </p>
          ))}
        </div>
        <div>
          <ProofAges months={store.sums.ages} name={store.name} />
          <p className="mt-1 text-faded">
            {store.sums.oldestProof ? `the oldest proof is of ${dateOf(store.sums.oldestProof)}` : "nothing is proven here yet"}
            {store.secondsToProve !== null && store.sums.proven > 0 && `; all of it takes about ${duration(store.secondsToProve)}`}
          </p>
          <p className="mt-2 in-line gap-x-5">
            {moving ? (
              <TextButton
                onClick={() => {
                  stop.mutate(moving.id);
                }}
              >
                stop the proof
              </TextButton>
            ) : (
              <TextButton
                disabled={!store.present || store.sums.proven + store.sums.bad === 0 || prove.isPending}
                onClick={() => {
                  prove.mutate(store.id);
                }}
              >
                prove it again
              </TextButton>
            )}
            <Choice
              label="by night"
              value={String(store.nightlyDays ?? 0)}
              options={[{ value: "0", name: "not" }, ...NIGHTS.map((days) => ({ value: String(days), name: `a share: all of it within ${days} days` }))]}
              shown={store.nightlyDays === null ? "not" : `all within ${store.nightlyDays} days`}
              onChoose={(days) => {
                change.mutate({ id: store.id, nightlyDays: days === "0" ? null : Number(days) });
              }}
            />
          </p>
          {store.proving && <ProvingLine proving={store.proving} bad={store.sums.bad} waits={waitsFor(copying)} />}
        </div>
      </div>
      {all.length > 1 && store.proving && store.proving.unknownFiles > 0 && store.proving.state === "done" && <Unknown proving={store.proving} />}
    </section>
  );
}

/** What a proof found, and whether that is so yet. */
const came = (found: number, now: number) =>
  found === 0
    ? "all as the ledger has them"
    : `${figure(found)} missing or different${now === 0 ? ", mended since" : now < found ? `, ${figure(now)} of them yet` : ""}`;

/** How far a proof is, or what it came to; bad is how many copies are missing or different now. */
export function ProvingLine({ proving, bad, waits }: { proving: Proving; bad: number; waits: string | null }) {
  if (proving.state === "waiting") return <p className="mt-2 text-faded">the proof {waits ?? "waits for a worker"}</p>;
  if (proving.state === "running") {
    return (
      <p className="mt-2">
        <b>{figure(proving.filesRead)}</b> of {count(proving.files, "copy", "copies")} read, {size(proving.bytesRead)}
        {waits ? `; ${waits}` : proving.secondsLeft !== null && `, about ${duration(proving.secondsLeft)} left`}
        {proving.bad > 0 && <b className="text-brass">; {figure(proving.bad)} bad so far</b>}
      </p>
    );
  }
  return (
    <p className={`mt-2 ${proving.bad > 0 || proving.stoppedBecause ? "text-brass" : "text-faded"}`}>
      {proving.endedAt && `last proof ${dateOf(proving.endedAt)}: `}
      {proving.filesRead === 0 ? "nothing was read" : `${count(proving.filesRead, "copy was", "copies were")} read, ${came(proving.bad, bad)}`}
      {proving.stoppedBecause && `. ${proving.stoppedBecause}`}
    </p>
  );
}

function Unknown({ proving }: { proving: Proving }) {
  return (
    <details className="pb-3 pl-page">
      <summary className="cursor-pointer text-faded">
        {count(proving.unknownFiles, "file")} in its folders {proving.unknownFiles === 1 ? "is" : "are"} not the ledger&apos;s
      </summary>
      <ul className="mt-1 max-h-[180px] overflow-y-auto as-path">
        {proving.unknown.map((path) => (
          <li key={path}>{path}</li>
        ))}
      </ul>
    </details>
  );
}

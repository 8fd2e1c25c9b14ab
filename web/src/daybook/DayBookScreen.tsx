import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { type About, aboutInAddress, useDayBook } from "../api/copies";
import { TextButton } from "../ledger/Field";
import { Choice } from "../ledger/Menu";
import { Nothing } from "../ledger/Nothing";
import { Notice, Trouble } from "../ledger/Notice";
import { Page } from "../ledger/Page";
import { count, dateOf, timeOfDay } from "../words/format";
import { EntryWords } from "./EntryWords";
import { Sessions } from "./Sessions";

const KINDS = ["intake", "clock", "store", "owed copies", "proof", "repair", "card", "order", "stamp"];

/** The dated record of all that happened: added to, never changed. */
export function DayBookScreen() {
  const [query] = useSearchParams();
  const [about, setAbout] = useState<About>({ kind: "", card: 0, store: 0, shoot: Number(query.get("shoot") ?? 0) });
  const found = useDayBook(about);
  const newest = found.data?.pages[0];
  const entries = found.data?.pages.flatMap((page) => page.entries) ?? [];
  const days = new Map<string, typeof entries>();
  for (const entry of entries) days.set(dateOf(entry.at), [...(days.get(dateOf(entry.at)) ?? []), entry]);
  return (
    <Page title="Day book">
      <Trouble error={found.error} />
      <div className="in-line gap-x-7 gap-y-2 pt-6 pr-6 pb-3 pl-page">
        <h1 className="mr-2 text-title font-semibold">Day book</h1>
        <Choice
          label="entries of"
          value={about.kind}
          options={[{ value: "", name: "every kind" }, ...KINDS.map((kind) => ({ value: kind, name: kind }))]}
          onChoose={(kind) => {
            setAbout({ ...about, kind });
          }}
        />
        <Choice
          label="card"
          value={String(about.card)}
          options={[{ value: "0", name: "any" }, ...(newest?.cards ?? []).map((card) => ({ value: String(card.id), name: card.name }))]}
          onChoose={(card) => {
            setAbout({ ...about, card: Number(card) });
          }}
        />
        <Choice
          label="store"
          value={String(about.store)}
          options={[{ value: "0", name: "any" }, ...(newest?.stores ?? []).map((store) => ({ value: String(store.id), name: store.name }))]}
          onChoose={(store) => {
            setAbout({ ...about, store: Number(store) });
          }}
        />
        {about.shoot > 0 && (
          <TextButton
            onClick={() => {
              setAbout({ ...about, shoot: 0 });
            }}
          >
            of one shoot only: show all
          </TextButton>
        )}
        <a className="ml-auto linked" href={`/api/daybook.csv?${aboutInAddress(about)}`} download>
          as a table (CSV)
        </a>
      </div>
      {newest && newest.broken !== null && (
        <Notice grave>The chain of digests does not fit at entry {newest.broken}: this book was changed behind its back, there or after it.</Notice>
      )}
      {newest && entries.length === 0 && <Nothing heading="Nothing is written here yet">Intakes, proofs, repairs and changes stand here by the day.</Nothing>}
      {[...days].map(([day, list]) => (
        <section key={day} aria-label={day}>
          <h2 className="border-b border-rule-strong pt-5 pb-[6px] pl-page text-hand font-semibold">{day}</h2>
          <ol>
            {list.map((entry) => (
              <li
                key={entry.id}
                className="folds grid grid-cols-[var(--spacing-margin)_70px_110px_minmax(0,1fr)_90px] items-baseline gap-x-[14px] border-b border-rule py-[6px] pr-6"
              >
                <span />
                <span className="text-faded">{timeOfDay(entry.at).slice(0, 5)}</span>
                <span className="as-label">{entry.kind}</span>
                <EntryWords words={entry.entry} />
                <span className="text-right">
                  {entry.receipt !== null && (
                    <Link to={`/receipts/${entry.receipt}`} className="linked">
                      receipt {entry.receipt}
                    </Link>
                  )}
                </span>
              </li>
            ))}
          </ol>
        </section>
      ))}
      <p className="flex gap-x-7 py-5 pr-6 pl-page text-faded">
        {found.hasNextPage && (
          <TextButton
            onClick={() => {
              void found.fetchNextPage();
            }}
          >
            older entries
          </TextButton>
        )}
        {newest && newest.inAll > 0 && newest.broken === null && (
          <span>
            {count(newest.inAll, "entry", "entries")} in all; their chain of digests{" "}
            {newest.wholeAt === null ? "is being worked out again" : `is whole, at ${timeOfDay(newest.wholeAt).slice(0, 5)} worked out again`}, and ends in{" "}
            <span className="as-path">{newest.digest.slice(0, 16)}…</span>
          </span>
        )}
      </p>
      <Sessions />
    </Page>
  );
}

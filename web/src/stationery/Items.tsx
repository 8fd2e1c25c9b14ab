import type { ReactNode } from "react";
import { type Item, type StationeryKind, useDropItem } from "../api/orders";
import { TextButton } from "../ledger/Field";
import { Trouble } from "../ledger/Notice";
import { count } from "../words/format";

interface Props<T> {
  kind: StationeryKind;
  heading: string;
  /** What one of them is called. */
  one: string;
  items: Item<T>[];
  inWords: (document: T) => ReactNode;
  children?: ReactNode;
}

/** Stationery of one kind: each by name, in words, and dropped where it is one's own. */
export function Items<T>({ kind, heading, one, items, inWords, children }: Props<T>) {
  const drop = useDropItem();
  return (
    <section aria-label={heading} className="pb-2">
      <h2 className="border-b border-rule-strong pt-7 pb-[6px] pl-page text-[20px] font-semibold">
        {heading} <span className="ml-2 font-plain text-body font-normal text-faded">{count(items.length, one)}</span>
      </h2>
      <Trouble error={drop.error} />
      <ul>
        {items.map((item) => (
          <li
            key={item.name}
            className="folds grid grid-cols-[var(--spacing-margin)_minmax(160px,1fr)_minmax(0,3fr)_110px] items-baseline gap-x-[14px] border-b border-rule py-[6px] pr-6"
          >
            <span />
            <b>{item.name}</b>
            <span>{inWords(item.document)}</span>
            <span className="text-right">
              {item.readyMade ? (
                <span className="text-faded">ready-made</span>
              ) : (
                <TextButton
                  onClick={() => {
                    drop.mutate({ kind, name: item.name });
                  }}
                >
                  drop
                </TextButton>
              )}
            </span>
          </li>
        ))}
      </ul>
      {children}
    </section>
  );
}

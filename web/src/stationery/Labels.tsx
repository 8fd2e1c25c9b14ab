import { useState } from "react";
import { type Item, useDropItem, useSaveItem } from "../api/orders";
import type { LabelDocument, LabelMark } from "../api/standingOrder";
import { NamedAction } from "../ledger/Entry";
import { TextButton } from "../ledger/Field";
import { Choice } from "../ledger/Menu";
import { Trouble } from "../ledger/Notice";
import { LabelSign } from "../look/LabelSign";
import { count } from "../words/format";

const MARKS: LabelMark[] = ["lantern", "sail", "hull", "kiln", "rope", "oar"];
const KEYS = ["6", "7", "8", "9"];

/** Words that frames are labelled with in a first look: each with a mark on the screen, and a key if wished; only the word is written. */
export function Labels({ items }: { items: Item<LabelDocument>[] }) {
  const save = useSaveItem();
  const drop = useDropItem();
  const [said, setSaid] = useState("");
  const free = KEYS.find((key) => !items.some((item) => item.document.key === key)) ?? "";
  const mark = MARKS.find((one) => !items.some((item) => item.document.mark === one)) ?? "lantern";
  return (
    <section aria-label="Labels" className="pb-2">
      <div className="flex items-baseline gap-x-6 border-b border-rule-strong pt-7 pr-6 pb-[6px] pl-page">
        <h2 className="text-[20px] font-semibold">
          Labels <span className="ml-2 font-plain text-body font-normal text-faded">{count(items.length, "label")}</span>
        </h2>
        <span className="ml-auto">
          <NamedAction
            word="write a new one"
            label="word of the label"
            onName={(name) => {
              setSaid(items.some((item) => item.name === name.trim()) ? `There is a label ${name.trim()} already.` : "");
              if (!items.some((item) => item.name === name.trim())) save.mutate({ kind: "labels", name, document: { mark, key: free } });
            }}
          />
        </span>
      </div>
      <Trouble error={drop.error ?? save.error} />
      {said && <p className="py-[6px] pl-page">{said}</p>}
      {items.length === 0 && <p className="py-[6px] pl-page text-faded">None yet: words as album, print or client, given to frames in a first look.</p>}
      <ul>
        {items.map((item) => (
          <li
            key={item.name}
            className="folds grid grid-cols-[var(--spacing-margin)_minmax(160px,1fr)_minmax(0,3fr)_110px] items-baseline gap-x-[14px] border-b border-rule py-[6px] pr-6"
          >
            <span />
            <b>
              <LabelSign mark={item.document.mark} /> {item.name}
            </b>
            <span className="in-line gap-x-6">
              <Choice
                label="its mark is a"
                value={item.document.mark}
                options={MARKS.map((one) => ({ value: one, name: one }))}
                onChoose={(value) => {
                  save.mutate({ kind: "labels", name: item.name, document: { ...item.document, mark: value } });
                }}
              />
              <Choice
                label="its key is"
                value={item.document.key}
                options={[{ value: "", name: "none" }, ...KEYS.map((key) => ({ value: key, name: key }))]}
                onChoose={(key) => {
                  save.mutate({ kind: "labels", name: item.name, document: { ...item.document, key } });
                }}
              />
            </span>
            <span className="text-right">
              <TextButton
                onClick={() => {
                  drop.mutate({ kind: "labels", name: item.name });
                }}
              >
                drop
              </TextButton>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

import { useState } from "react";
import { type Item, type SlipTexts, useDropItem, useSaveItem } from "../api/orders";
import { useDefaultSlip } from "../api/stamps";
import { NamedAction } from "../ledger/Entry";
import { TextButton } from "../ledger/Field";
import { Choice } from "../ledger/Menu";
import { Notice, Trouble } from "../ledger/Notice";
import { CONTACT, type FieldOf, PERSON, STATUSES } from "../stamps/fields";
import { SlipBlank } from "../stamps/SlipBlank";
import { count } from "../words/format";

/** Rights slips: who made the pictures, and under which terms they are seen; one of them is the default. */
export function RightsSlips({ items }: { items: Item<SlipTexts>[] }) {
  const drop = useDropItem();
  const save = useSaveItem();
  const makeDefault = useDefaultSlip();
  const [open, setOpen] = useState<string | null>(null);
  return (
    <section aria-label="Rights slips" className="pb-2">
      <div className="flex items-baseline gap-x-6 border-b border-rule-strong pt-7 pr-6 pb-[6px] pl-page">
        <h2 className="text-[20px] font-semibold">
          Rights slips <span className="ml-2 font-plain text-body font-normal text-faded">{count(items.length, "slip")}</span>
        </h2>
        <span className="ml-auto">
          <NamedAction
            word="write a new one"
            label="name of the slip"
            onName={(name) => {
              save.mutate({ kind: "rights", name, document: { notice: "© [year] " } });
              setOpen(name);
            }}
          />
        </span>
      </div>
      <Trouble error={drop.error ?? save.error ?? makeDefault.error} />
      {items.length === 0 && <p className="py-[6px] pl-page text-faded">None yet: without one, nothing is written into what comes in.</p>}
      <ul>
        {items.map((item) => (
          <li key={item.name} className="border-b border-rule">
            <div className="folds grid grid-cols-[var(--spacing-margin)_minmax(160px,1fr)_minmax(0,3fr)_auto] items-baseline gap-x-[14px] py-[6px] pr-6">
              <span />
              <b>{item.name}</b>
              <span className="text-faded">{slipInWords(item.document) || "nothing is written on it yet"}</span>
              <span className="flex gap-x-4">
                {item.isDefault ? (
                  <span className="font-semibold">the default</span>
                ) : (
                  <TextButton
                    onClick={() => {
                      makeDefault.mutate(item.name);
                    }}
                  >
                    make it the default
                  </TextButton>
                )}
                <TextButton
                  onClick={() => {
                    setOpen(open === item.name ? null : item.name);
                  }}
                >
                  {open === item.name ? "close" : "change"}
                </TextButton>
                <TextButton
                  onClick={() => {
                    drop.mutate({ kind: "rights", name: item.name });
                  }}
                >
                  drop
                </TextButton>
              </span>
            </div>
            {open === item.name && (
              <SlipForm
                item={item}
                onSay={(document) => {
                  save.mutate({ kind: "rights", name: item.name, document });
                }}
              />
            )}
            {open === item.name && item.limits?.map((limit) => <Notice key={limit}>{limit}</Notice>)}
          </li>
        ))}
      </ul>
    </section>
  );
}

function SlipForm({ item, onSay }: { item: Item<SlipTexts>; onSay: (document: SlipTexts) => void }) {
  // What is written here stands before the ledger has answered: the next field is added to it.
  const [document, setDocument] = useState(item.document);
  const say = (field: string, text: string) => {
    const next = { ...document, [field]: text };
    setDocument(next);
    onSay(next);
  };
  return (
    <div className="margin-rule grid grid-cols-2 gap-x-8 border-t border-rule bg-sheet py-3 pr-6 pl-page">
      <Blanks title="Rights" fields={PERSON} document={document} onSay={say}>
        <div className="grid grid-cols-[130px_minmax(0,1fr)] items-baseline gap-x-3 py-[3px]">
          <span className="as-label">copyright status</span>
          <Choice
            label=""
            value={document.status ?? ""}
            options={STATUSES}
            onChoose={(status) => {
              say("status", status);
            }}
          />
        </div>
      </Blanks>
      <Blanks title="Contact" fields={CONTACT} document={document} onSay={say} />
    </div>
  );
}

function Blanks({
  title,
  fields,
  document,
  onSay,
  children,
}: {
  title: string;
  fields: FieldOf[];
  document: SlipTexts;
  onSay: (field: string, text: string) => void;
  children?: React.ReactNode;
}) {
  return (
    <div role="group" aria-label={title}>
      <h3 className="pb-1 text-[15px] font-semibold">{title}</h3>
      {fields.map((field) => (
        <SlipBlank
          key={field.name}
          field={field}
          text={document[field.name] ?? ""}
          onDone={(text) => {
            onSay(field.name, text);
          }}
        />
      ))}
      {children}
    </div>
  );
}

const slipInWords = (texts: SlipTexts): string =>
  [texts.creator, texts.notice, texts.usageTerms, texts.mail].filter((text) => text !== undefined && text !== "").join(" · ");

import type { ShootWish } from "../api/plan";
import { Entry } from "../ledger/Entry";
import { OCCASION } from "./fields";
import { KeywordEntry } from "./KeywordEntry";

const ON_THE_DESK = OCCASION.filter((field) => ["job", "event", "location", "city"].includes(field.name));

/** What is stamped on the frames of one shoot of the desk, beside what all get: the occasion, and keywords. */
export function ShootStamps({ wish, title, onSay }: { wish: ShootWish; title: string; onSay: (wish: ShootWish, what: string) => void }) {
  const keywords = wish.keywords ?? [];
  return (
    <div className="in-line gap-x-6 gap-y-1 pt-[2px] pr-6 pb-[6px] pl-page" role="group" aria-label={`Stamps of ${title}`}>
      {ON_THE_DESK.map((field) => (
        <span key={field.name}>
          {field.label}{" "}
          <Entry
            label={`${field.label} of the shoot`}
            value={wish.texts?.[field.name] ?? ""}
            width={field.name === "event" ? 160 : 110}
            longest={2000}
            onDone={(text) => {
              onSay({ ...wish, texts: { ...wish.texts, [field.name]: text } }, `the ${field.label} of a shoot`);
            }}
          />
        </span>
      ))}
      <KeywordEntry
        label={`keywords of ${title}`}
        placeholder="keywords of this shoot"
        keywords={keywords}
        onAdd={(path) => {
          onSay({ ...wish, keywords: [...keywords, path] }, "a keyword of a shoot");
        }}
        onRemove={(path) => {
          onSay({ ...wish, keywords: keywords.filter((one) => one.join("\0") !== path.join("\0")) }, "a keyword of a shoot");
        }}
      />
    </div>
  );
}

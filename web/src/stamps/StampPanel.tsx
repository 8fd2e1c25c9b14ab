import { useState } from "react";
import { useStationery } from "../api/orders";
import { useChangeStamps, useCommonStamps } from "../api/stamps";
import { Entry } from "../ledger/Entry";
import { TextButton } from "../ledger/Field";
import { Actions, Choice } from "../ledger/Menu";
import { Trouble } from "../ledger/Notice";
import { count } from "../words/format";
import { CONTACT, type FieldOf, OCCASION, PERSON, STATUSES } from "./fields";
import { KeywordEntry } from "./KeywordEntry";
import { SlipBlank } from "./SlipBlank";

const VARIES = "they differ";
const GROUPS: { title: string; fields: FieldOf[] }[] = [
  { title: "Occasion", fields: OCCASION },
  { title: "Rights", fields: PERSON },
  { title: "Contact", fields: CONTACT },
];

/** What the picked frames say, mixed where they differ; what is changed here is changed for all of them. */
export function StampPanel({ shoot, frames }: { shoot: string; frames: number[] }) {
  const common = useCommonStamps(shoot, frames);
  const change = useChangeStamps(shoot);
  const stationery = useStationery();
  const [open, setOpen] = useState<string[]>(["Occasion"]);
  const said = common.data;
  const textOf = (name: string) => said?.fields.find((field) => field.field === name)?.text;
  const say = (how: Omit<Parameters<typeof change.mutate>[0], "frames">) => {
    change.mutate({ frames, ...how });
  };
  const slips = stationery.data?.rights ?? [];
  if (!said) return <Trouble error={common.error} />;
  return (
    <div className="space-y-3">
      <Trouble error={change.error ?? common.error} />
      <div>
        <h3 className="pb-1 text-[15px] font-semibold">Keywords</h3>
        <KeywordEntry
          label="keywords of the picked frames"
          keywords={said.keywords.map((keyword) => keyword.path)}
          note={(path) => {
            const keyword = said.keywords.find((one) => one.path.join("\0") === path.join("\0"));
            return keyword && keyword.frames < said.frames ? `${keyword.frames} of ${said.frames}` : null;
          }}
          onAdd={(path) => {
            say({ add: [path] });
          }}
          onRemove={(path) => {
            const keyword = said.keywords.find((one) => one.path.join("\0") === path.join("\0"));
            if (keyword) say({ remove: [keyword.id] });
          }}
        />
      </div>
      <p className="flex flex-wrap gap-x-5 gap-y-1">
        <Choice
          label="stars"
          value={said.ratingDiffers ? "" : said.rating === null ? "none" : String(said.rating)}
          shown={said.ratingDiffers ? VARIES : said.rating === null ? "none" : said.rating === -1 ? "dropped" : String(said.rating)}
          options={[
            { value: "none", name: "none" },
            { value: "-1", name: "dropped" },
            ...["1", "2", "3", "4", "5"].map((stars) => ({ value: stars, name: count(Number(stars), "star") })),
          ]}
          onChoose={(stars) => {
            say(stars === "none" ? { unrate: true } : { rating: Number(stars) });
          }}
        />
        <span>
          label{" "}
          <Entry
            label="label of the picked frames"
            value={said.label ?? ""}
            placeholder={said.labelDiffers ? VARIES : "a word"}
            width={100}
            onDone={(label) => {
              say({ label });
            }}
          />
        </span>
        {slips.length > 0 && (
          <Actions
            label="stamp a rights slip…"
            options={slips.map((slip) => ({ value: slip.name, name: slip.name, ...(slip.isDefault ? { hint: "the default" } : {}) }))}
            onChoose={(slip) => {
              say({ slip });
            }}
          />
        )}
      </p>
      {GROUPS.map((group) => {
        const isOpen = open.includes(group.title);
        const filled = group.fields.filter((field) => textOf(field.name) !== "").length;
        return (
          <div key={group.title} role="group" aria-label={group.title}>
            <h3 className="flex items-baseline gap-3 border-b border-rule pb-1 text-[15px] font-semibold">
              {group.title}
              <span className="font-plain text-label font-normal text-faded">{filled === 0 ? "nothing said" : `${filled} said`}</span>
              <span className="ml-auto font-plain text-body font-normal">
                <TextButton
                  onClick={() => {
                    setOpen(isOpen ? open.filter((one) => one !== group.title) : [...open, group.title]);
                  }}
                >
                  {isOpen ? "close" : "open"}
                </TextButton>
              </span>
            </h3>
            {isOpen &&
              group.fields.map((field) => (
                <SlipBlank
                  key={field.name}
                  field={field}
                  text={textOf(field.name) ?? ""}
                  {...(textOf(field.name) === null ? { placeholder: VARIES } : {})}
                  onDone={(text) => {
                    say({ texts: { [field.name]: text } });
                  }}
                />
              ))}
            {isOpen && group.title === "Rights" && (
              <p className="py-[3px]">
                <Choice
                  label="copyright status"
                  value={textOf("status") ?? ""}
                  shown={textOf("status") === null ? VARIES : textOf("status") || "not said"}
                  options={STATUSES}
                  onChoose={(status) => {
                    say({ texts: { status } });
                  }}
                />
              </p>
            )}
          </div>
        );
      })}
    </div>
  );
}

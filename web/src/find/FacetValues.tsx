import { useId, useState } from "react";
import { useFoundValues } from "../api/find";
import type { FoundFacet, FoundValue } from "../api/views";
import { Arrowhead } from "../ledger/Arrowhead";
import { TextButton } from "../ledger/Field";
import { useSettled } from "../ledger/useSettled";
import { figure } from "../words/format";
import type { Wish } from "./query";

const TYPING = 150;
/** From so many on there is a blank to find one by. */
const MANY = 20;

/** The values of one facet: pressed, frames must have one of those that are; "not", none of those. */
export function FacetValues({ query, facet, onWish }: { query: string; facet: FoundFacet; onWish: (wish: Wish) => void }) {
  const [open, setOpen] = useState(false);
  const [part, setPart] = useState("");
  const head = useId();
  const all = useFoundValues(query, facet.facet, useSettled(part.trim(), TYPING), null, open);
  const values = open ? (all.data?.values ?? facet.values) : facet.values;
  const isTree = facet.facet === "keyword";
  return (
    <div role="group" aria-labelledby={head} className="border-b border-rule py-[7px]">
      <h2 id={head} className="flex items-baseline font-plain as-label font-semibold">
        {facet.called}
        {(facet.more > 0 || open) && (
          <span className="ml-auto font-normal">
            <TextButton
              pressed={open}
              onClick={() => {
                setOpen(!open);
                setPart("");
              }}
            >
              {open ? "fewer" : `${figure(facet.more)} more`}
            </TextButton>
          </span>
        )}
      </h2>
      {open && (isTree || facet.more + facet.values.length > MANY) && (
        <input
          aria-label={`part of a ${facet.called}`}
          placeholder="part of it"
          value={part}
          onChange={(event) => {
            setPart(event.target.value);
          }}
          className="my-1 w-full border-b border-rule-strong bg-transparent focus:border-velvet focus:outline-none"
        />
      )}
      <ul className={open ? "max-h-[300px] overflow-y-auto" : ""}>
        {values.map((value) => (
          <Value key={value.value} query={query} facet={facet.facet} value={value} onWish={onWish} />
        ))}
      </ul>
    </div>
  );
}

function Value({ query, facet, value, onWish }: { query: string; facet: string; value: FoundValue; onWish: (wish: Wish) => void }) {
  const [open, setOpen] = useState(false);
  const name = facet === "keyword" ? (value.called.split(" › ").at(-1) ?? "") : value.called;
  return (
    <li>
      <span className="group flex items-baseline gap-x-2">
        {facet === "keyword" && value.value !== "" && (
          <button
            type="button"
            aria-expanded={open}
            aria-label={`words below ${name}`}
            onClick={() => {
              setOpen(!open);
            }}
            className="w-6 shrink-0 text-left text-faded hover:text-velvet"
          >
            <Arrowhead open={open} />
          </button>
        )}
        <button
          type="button"
          aria-pressed={value.any}
          title={value.called}
          onClick={() => {
            onWish({ facet, value: value.value, none: false });
          }}
          className={`flex min-h-6 min-w-0 flex-1 items-baseline gap-x-2 text-left hover:text-velvet ${value.any ? "font-semibold text-velvet" : ""} ${value.none ? "text-faded line-through" : ""} ${value.value === "" ? "italic" : ""}`}
        >
          <span className="truncate pr-[3px]">{name}</span>
          <span className="ml-auto not-italic">{figure(value.frames)}</span>
        </button>
        <button
          type="button"
          aria-pressed={value.none}
          aria-label={`not ${value.called}`}
          onClick={() => {
            onWish({ facet, value: value.value, none: true });
          }}
          className={`min-h-6 min-w-6 text-[11.5px] hover:text-velvet focus-visible:opacity-100 group-hover:opacity-100 ${value.none ? "font-semibold text-velvet" : "text-faded opacity-0 max-md:opacity-100"}`}
        >
          not
        </button>
      </span>
      {open && <Below query={query} keyword={value.value} onWish={onWish} />}
    </li>
  );
}

/** The words right below one, with how many have each. */
function Below({ query, keyword, onWish }: { query: string; keyword: string; onWish: (wish: Wish) => void }) {
  const below = useFoundValues(query, "keyword", "", Number(keyword), true);
  const words = (below.data?.values ?? []).filter((one) => one.value !== keyword && !one.any && !one.none);
  return (
    <ul className="pl-4">
      {words.map((one) => (
        <Value key={one.value} query={query} facet="keyword" value={one} onWish={onWish} />
      ))}
      {below.isSuccess && words.length === 0 && <li className="text-faded">no word below it</li>}
    </ul>
  );
}

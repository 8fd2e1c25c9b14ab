import { type KeyboardEvent, useId, useState } from "react";
import { useCompletions } from "../api/stamps";
import { type Offer, Offers } from "../ledger/Offers";

interface Props {
  label: string;
  /** Each from its outermost parent to itself. */
  keywords: string[][];
  placeholder?: string;
  onAdd: (path: string[]) => void;
  onRemove: (path: string[]) => void;
  /** Beside a keyword, in faded type: of how many frames it is. */
  note?: (path: string[]) => string | null;
}

interface Word extends Offer {
  path: string[];
}

export const pathInWords = (path: string[]): string => path.join(" › ");

/**
 * Keywords in a line, and a blank for more: the vocabulary completes what is typed, comma or Enter takes it. A word that
 * is new is added in place; "quay < places" files it below another.
 */
export function KeywordEntry({ label, keywords, placeholder = "add a keyword", onAdd, onRemove, note }: Props) {
  const list = useId();
  const [typed, setTyped] = useState("");
  const [at, setAt] = useState(0);
  const [open, setOpen] = useState(false);
  const found = useCompletions(typed.includes("<") ? "" : typed);
  // Until the vocabulary has answered, what it said of fewer letters stands in, as far as it goes on from these.
  const offers =
    typed.trim() === "" ? [] : offersOf(typed, typed.includes("<") ? [] : (found.data ?? []).filter((one) => goesOn(one, typed.trim().toLowerCase())));
  const chosen = offers[Math.min(at, offers.length - 1)];
  const take = (path: string[] | undefined) => {
    if (path && path.length > 0 && !keywords.some((one) => one.join("\0") === path.join("\0"))) onAdd(path);
    setTyped("");
    setAt(0);
  };
  const pressed = (event: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (step !== undefined && offers.length > 0) {
      event.preventDefault();
      setAt((now) => (Math.min(now, offers.length - 1) + step + offers.length) % offers.length);
    } else if ((event.key === "Enter" || event.key === ",") && typed.trim() !== "") {
      event.preventDefault();
      take(chosen?.path);
    } else if (event.key === ",") {
      event.preventDefault();
    } else if (event.key === "Escape" && typed !== "") {
      event.stopPropagation();
      setTyped("");
    } else if (event.key === "Backspace" && typed === "" && keywords.length > 0) {
      onRemove(keywords[keywords.length - 1] ?? []);
    }
  };
  return (
    <span className="in-line gap-x-3 gap-y-[2px]">
      {keywords.map((path) => (
        <span key={path.join("\0")} className="border-b border-rule-strong">
          <span className="text-faded">{path.length > 1 && `${pathInWords(path.slice(0, -1))} › `}</span>
          {path[path.length - 1]}
          {note?.(path) && <span className="text-faded"> {note(path)}</span>}
          <button
            type="button"
            aria-label={`take ${pathInWords(path)} away`}
            className="ml-1 inline-block min-w-6 text-center text-faded hover:text-velvet"
            onClick={() => {
              onRemove(path);
            }}
          >
            ×
          </button>
        </span>
      ))}
      <span className="relative">
        <input
          role="combobox"
          aria-label={label}
          aria-expanded={open && offers.length > 0}
          aria-controls={list}
          aria-autocomplete="list"
          aria-activedescendant={open && chosen ? `${list}-${offers.indexOf(chosen)}` : undefined}
          data-blank=""
          value={typed}
          maxLength={300}
          spellCheck={false}
          autoComplete="off"
          placeholder={placeholder}
          onChange={(event) => {
            setTyped(event.target.value);
            setAt(0);
            setOpen(true);
          }}
          onKeyDown={pressed}
          onBlur={() => {
            setOpen(false);
          }}
          onFocus={() => {
            setOpen(true);
          }}
          className="w-[170px] border-b border-dotted border-rule-strong bg-transparent px-[2px] placeholder:text-faded placeholder:italic focus:border-solid focus:border-velvet focus:outline-none"
        />
        {open && offers.length > 0 && (
          <Offers
            id={list}
            label={`words for ${label}`}
            offers={offers}
            at={Math.min(at, offers.length - 1)}
            onAt={setAt}
            onTake={(offer) => {
              take(offer.path);
            }}
          />
        )}
      </span>
    </span>
  );
}

const goesOn = ({ path, synonym }: { path: string[]; synonym: string | null }, typed: string): boolean =>
  ` ${(path[path.length - 1] ?? "").toLowerCase()}`.includes(` ${typed}`) || (synonym ?? "").toLowerCase().startsWith(typed);

const word = (path: string[], hint: string): Word => ({ key: `${path.join("\0")} ${hint}`, text: path[path.length - 1] ?? "", hint, path });

/** What may be taken: the vocabulary's words, then what was typed as a word of its own. */
function offersOf(typed: string, found: { path: string[]; synonym: string | null }[]): Word[] {
  const parts = typed
    .split(typed.includes("<") ? "<" : ">")
    .map((word) => word.trim())
    .filter((word) => word !== "");
  const own = typed.includes("<") ? parts.reverse() : parts;
  const known = found.map(({ path, synonym }) =>
    word(path, [synonym && `for ${synonym}`, path.length > 1 && `in ${pathInWords(path.slice(0, -1))}`].filter(Boolean).join(", ")),
  );
  const isKnown = found.some(({ path }) => path[path.length - 1]?.toLowerCase() === own.join(" ").toLowerCase());
  if (own.length === 0 || isKnown) return known;
  const fresh = word(own, own.length > 1 ? `new, in ${pathInWords(own.slice(0, -1))}` : "a new word; “< parent” files it");
  return found.length > 0 && own.length === 1 ? [...known, fresh] : [fresh];
}

import { type KeyboardEvent, useId, useMemo, useState } from "react";
import type { ShootWish } from "../api/plan";
import { useDescriptions } from "../api/queries";
import { afterBlanks, toNextDescription } from "../ledger/blanks";
import { Key } from "../ledger/Field";
import { Offers } from "../ledger/Offers";
import { type Offered, offersFor } from "./describing";

/** Letters beside which, in the same line, there is room to say what keys do. */
const SHORT = 18;

interface Props {
  /** "Mon 4 May". */
  name: string;
  value: string;
  placeholder: string;
  /** Whether anything of the shoot comes in: keys lead to what does. */
  comesIn: boolean;
  /** Whether it has a description from the shoot that it joins. */
  joins: boolean;
  /** What was said of the shoot above; null where nothing was. */
  above: ShootWish | null;
  /** How many shoots below wait for words. */
  below: number;
  onText: (text: string) => void;
  /** What was said of another shoot is said of this one. */
  onTake: (said: ShootWish) => void;
  /** What this one is called, those below that have no words are called too. */
  onBelow: () => void;
}

/**
 * The blank for what a shoot was. What others were called completes it; the ditto mark in an empty one
 * takes what stands above, Shift and Enter says it of all below; Enter leads on.
 */
export function DescriptionBlank({ name, value, placeholder, comesIn, joins, above, below, onText, onTake, onBelow }: Props) {
  const field = useId();
  const [open, setOpen] = useState(false);
  const [at, setAt] = useState(-1); // none is chosen until an arrow chooses one: Enter means what was typed
  const known = useDescriptions();
  const offers = useMemo(() => (open ? offersFor(value, known.data ?? []) : []), [open, value, known.data]);
  const chosen = offers[at];
  const take = (offer: Offered) => {
    onTake(offer.said);
    setOpen(false);
  };
  const ditto = (blank: HTMLTextAreaElement): boolean => {
    if (!above) return false;
    onTake(above);
    toNextDescription(blank);
    return true;
  };
  const pressed = (event: KeyboardEvent<HTMLTextAreaElement>) => {
    if (event.nativeEvent.isComposing) return; // Enter takes the word that is being put together
    const isHeld = event.repeat;
    if (event.key === "Enter") {
      event.preventDefault();
      if (chosen) take(chosen);
      else if (event.shiftKey) {
        if (!isHeld && below > 0) onBelow();
        afterBlanks()?.focus();
      } else toNextDescription(event.currentTarget);
    } else if (event.key === '"' && value === "" && above && comesIn) {
      event.preventDefault();
      if (!isHeld) ditto(event.currentTarget);
    } else if (event.key === "ArrowDown" && offersFor(value, known.data ?? []).length > 0) {
      event.preventDefault();
      setOpen(true);
      setAt((now) => (open ? Math.min(now + 1, offers.length - 1) : 0));
    } else if (event.key === "ArrowUp" && offers.length > 0) {
      event.preventDefault();
      setAt((now) => Math.max(-1, now - 1));
    } else if (event.key === "Escape") {
      event.stopPropagation();
      if (offers.length > 0) setOpen(false);
      else event.currentTarget.closest("section")?.querySelector("button")?.focus(); // where single keys act again
    }
  };
  return (
    <div className="group/blank relative">
      <label htmlFor={field} className="sr-only">
        Description of the shoot of {name}
      </label>
      <textarea
        id={field}
        {...(comesIn ? { "data-blank": "", "data-description": joins ? "joins" : "" } : {})}
        aria-haspopup="listbox"
        aria-controls={offers.length > 0 ? `${field}-offers` : undefined}
        aria-autocomplete="list"
        aria-activedescendant={chosen ? `${field}-offers-${at}` : undefined}
        value={value}
        rows={1}
        maxLength={300}
        spellCheck
        onKeyDown={pressed}
        placeholder={placeholder}
        onBlur={() => {
          setOpen(false);
        }}
        onChange={(event) => {
          // Where the mark is put together of two keys, it comes as a text.
          if (event.target.value === '"' && value === "" && comesIn && ditto(event.target)) return;
          onText(event.target.value.replaceAll("\n", " "));
          setAt(-1);
          setOpen(true);
        }}
        className={`block field-sizing-content w-full resize-none border-b border-dotted border-rule-strong bg-transparent pb-[2px] font-hand text-hand font-semibold placeholder:font-normal placeholder:text-faded placeholder:italic focus:border-solid focus:border-velvet focus:outline-none ${comesIn ? "" : "text-faded"} ${!comesIn && value ? "line-through" : ""}`}
      />
      {offers.length > 0 && <Offers id={`${field}-offers`} label={`what shoots were called, for ${name}`} offers={offers} at={at} onAt={setAt} onTake={take} />}
      {comesIn && offers.length === 0 && (
        <span
          aria-hidden
          className={`pointer-events-none absolute right-0 hidden bg-paper pl-2 as-label whitespace-nowrap group-focus-within/blank:block ${value.length < SHORT ? "bottom-[6px]" : "top-full z-[5]"}`}
        >
          {value === "" && above && (
            <>
              as above<Key>"</Key>
            </>
          )}
          {value !== "" && below > 0 && (
            <>
              all below<Key>Shift Enter</Key>
            </>
          )}
        </span>
      )}
    </div>
  );
}

import { useEffect, useEffectEvent, useRef, useState } from "react";
import { NavigationType, useLocation, useNavigationType } from "react-router";

/** Milliseconds that words are waited for while they are typed, where the answers take long. */
const TYPING = 80;

interface Props {
  /** As the address has them. */
  words: string;
  /** An answer is on its way and will take a while: what is typed meanwhile is asked when the hand rests or the answer is there. */
  patient: boolean;
  onAsk: (words: string) => void;
  /** Out of the blank, to what was found. */
  onLeave: () => void;
}

/** Where words are typed; each letter draws this anew, and not what was found. */
export function Blank({ words, patient, onAsk, onLeave }: Props) {
  const [text, setText] = useState(words);
  const blank = useRef<HTMLInputElement>(null);
  // Gone back to, or chosen by name: what stands in the blank follows. What was typed replaces the address, which comes later than the next letter.
  const { key } = useLocation();
  const isTyped = useNavigationType() === NavigationType.Replace;
  const [before, setBefore] = useState({ key, words });
  if (before.key !== key) {
    setBefore({ key, words });
    if (!isTyped && words !== before.words) setText(words);
  }
  const ask = useEffectEvent(onAsk);
  useEffect(() => {
    if (text === words) return;
    const timer = setTimeout(
      () => {
        ask(text);
      },
      patient ? TYPING : 0,
    );
    return () => {
      clearTimeout(timer);
    };
  }, [text, words, patient]);
  useEffect(() => {
    blank.current?.focus();
  }, []);
  return (
    <input
      ref={blank}
      id="find"
      aria-label="Words, names, days"
      placeholder="words, a name, a day: red boat, ORL_0412, may 2024"
      value={text}
      onChange={(event) => {
        setText(event.target.value);
      }}
      onKeyDown={(event) => {
        if (event.key === "Escape") blank.current?.blur();
        if (event.key === "Enter" || event.key === "ArrowDown") {
          event.preventDefault();
          onLeave();
        }
      }}
      className="w-full border-b border-rule-strong bg-transparent font-hand text-title font-semibold focus:border-velvet focus:outline-none"
    />
  );
}

import { useEffect, useLayoutEffect, useRef } from "react";
import type { LookAction } from "../api/standingOrder";
import type { LookFrame, Pass } from "../api/views";
import { actionOf, passByKey, WORDS } from "./keys";
import type { Ways } from "./ways";

interface Keys {
  ways: Ways;
  /** What is done by keys that the photographer may change. */
  acts: Partial<Record<LookAction, () => void>>;
  /** What is done by keys that stay. */
  fixed: Record<string, () => void>;
  frame: LookFrame | undefined;
  /** The frames of its group, to be judged as one with Shift. */
  together: number[] | undefined;
  /** Whether the keys of words, and stars, gather a pass instead. */
  gathers: boolean;
  onGather: (pass: Pass) => void;
  /** Where frames lie side by side. */
  beside: { step: (by: number) => void; better: (dropsOthers: boolean) => void } | null;
  onStep: (by: number) => void;
  onSay: (word: string) => void;
  onSayOf: (word: string, frames: number[]) => void;
}

/** How far a key goes; 0 for one that does not. */
const far = (key: string, back: boolean): number => (key === "arrowright" || (key === " " && !back) ? 1 : key === "arrowleft" || key === " " ? -1 : 0);

/** The keyboard while one looks: what each key does now, the whole page over. */
export function useLookKeys(keys: Keys) {
  const pressed = useRef<(event: KeyboardEvent) => void>(() => undefined);
  useLayoutEffect(() => {
    const { ways, acts, fixed, frame, together, gathers, onGather, beside, onStep, onSay, onSayOf } = keys;
    // The label of a key; of a frame that has it already, that it is taken away.
    const labelled = (key: string): string | undefined => {
      const label = key === "" ? undefined : ways.labels.find((one) => one.document.key === key);
      return label && (frame?.judged.label === label.name ? "no label" : `label ${label.name}`);
    };
    pressed.current = (event) => {
      if (event.target instanceof HTMLInputElement && event.target.type !== "range" && event.key !== "Escape") return;
      if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return;
      const key = event.key.toLowerCase();
      const onButton = event.target instanceof HTMLButtonElement || event.target instanceof HTMLAnchorElement;
      if (onButton && (key === "enter" || key === " ")) return;
      const by = far(key, event.shiftKey);
      const action = actionOf(ways.keys, key);
      const word = /^[0-5]$/.test(key) ? key : action && WORDS.includes(action) ? action : labelled(key);
      const act = fixed[key] ?? (action && acts[action]);
      const pass = gathers ? passByKey(ways.keys, key) : undefined;
      if (pass) onGather(pass);
      else if (by !== 0) (beside?.step ?? onStep)(by);
      else if (beside && action === "choose" && event.shiftKey) beside.better(false);
      else if (event.repeat) return;
      else if (word !== undefined && event.shiftKey && together && /^\p{L}$/u.test(key)) onSayOf(word, together);
      else if (word !== undefined) onSay(word);
      else if (act) act();
      else return;
      event.preventDefault();
    };
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      pressed.current(event);
    };
    window.addEventListener("keydown", listen);
    return () => {
      window.removeEventListener("keydown", listen);
    };
  }, []);
}

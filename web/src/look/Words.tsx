import { useLayoutEffect, useRef } from "react";
import * as v from "valibot";
import { useChangeStamps, useCommonStamps } from "../api/stamps";
import type { LookFrame } from "../api/views";
import { Key, TextButton } from "../ledger/Field";
import { Trouble } from "../ledger/Notice";
import { useKept } from "../ledger/useKept";
import { KeywordEntry, pathInWords } from "../stamps/KeywordEntry";
import { LabelSign } from "./LabelSign";
import { useWaysHere } from "./ways";

/** So many keywords that were given last are one press away. */
const LAST = 10;
const PATHS = v.array(v.array(v.string()));
const same = (one: string[], other: string[]) => one.join("\0") === other.join("\0");

interface Props {
  frame: LookFrame;
  onSay: (word: string, moveOn: boolean) => void;
}

/** Labels and keywords of the frame that is looked at; those given last by a digit each. */
export function Words({ frame, onSay }: Props) {
  const { labels } = useWaysHere();
  const said = useCommonStamps(String(frame.shoot), [frame.id]);
  const change = useChangeStamps(String(frame.shoot));
  const [last, setLast] = useKept("last keywords", PATHS, []);
  const box = useRef<HTMLElement>(null);
  const keywords = said.data?.keywords ?? [];
  const add = (path: string[]) => {
    setLast([path, ...last.filter((one) => !same(one, path))].slice(0, LAST));
    change.mutate({ frames: [frame.id], add: [path], later: true });
  };
  const remove = (path: string[]) => {
    const keyword = keywords.find((one) => same(one.path, path));
    if (keyword) change.mutate({ frames: [frame.id], remove: [keyword.id], later: true });
  };
  const toggle = (path: string[]) => {
    if (keywords.some((one) => same(one.path, path))) remove(path);
    else add(path);
  };
  const pressed = useRef<(event: KeyboardEvent) => void>(() => undefined);
  useLayoutEffect(() => {
    pressed.current = (event) => {
      if (event.target instanceof HTMLInputElement) {
        if (event.key !== "Escape" || event.target.value !== "") return;
        event.target.blur(); // and once more closes it
        event.stopImmediatePropagation();
        return;
      }
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
      const path = /^\d$/.test(event.key) ? last[(Number(event.key) + 9) % 10] : undefined;
      if (path) toggle(path);
      else if (event.key === "Enter") box.current?.querySelector("input")?.focus();
      else if (!/^\d$/.test(event.key)) return;
      event.preventDefault();
      event.stopImmediatePropagation(); // digits are no stars meanwhile
    };
  });
  useLayoutEffect(() => {
    const listen = (event: KeyboardEvent) => {
      pressed.current(event);
    };
    window.addEventListener("keydown", listen, true);
    return () => {
      window.removeEventListener("keydown", listen, true);
    };
  }, []);
  return (
    <section
      ref={box}
      aria-label="Labels and keywords"
      className="absolute right-0 bottom-0 z-10 max-h-full w-[420px] max-w-full space-y-3 overflow-y-auto bg-paper p-4 text-ink"
    >
      <Trouble error={change.error ?? said.error} />
      <div>
        <h2 className="as-label">label</h2>
        {labels.length === 0 && <p>None are written in stationery yet.</p>}
        <ul className="flex flex-wrap gap-x-5 gap-y-1">
          {labels.map((label) => (
            <li key={label.name} className="flex items-baseline gap-1">
              <LabelSign mark={label.document.mark} />
              <TextButton
                pressed={frame.judged.label === label.name}
                onClick={() => {
                  onSay(frame.judged.label === label.name ? "no label" : `label ${label.name}`, false);
                }}
              >
                {label.name}
              </TextButton>
            </li>
          ))}
        </ul>
      </div>
      <div>
        <h2 className="as-label">keywords</h2>
        <KeywordEntry label="keywords of the frame" keywords={keywords.map((one) => one.path)} onAdd={add} onRemove={remove} />
        <Key>Enter</Key>
      </div>
      {last.length > 0 && (
        <div>
          <h2 className="as-label">given last</h2>
          <ul className="grid grid-cols-2 gap-x-6 gap-y-1">
            {last.map((path, i) => (
              <li key={path.join("\0")} className="flex items-baseline gap-2">
                <Key>{String((i + 1) % 10)}</Key>
                <TextButton
                  pressed={keywords.some((one) => same(one.path, path))}
                  onClick={() => {
                    toggle(path);
                  }}
                >
                  {pathInWords(path)}
                </TextButton>
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}

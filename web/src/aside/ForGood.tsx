import { useRef, useState } from "react";
import { useLetGo } from "../api/aside";
import type { Aside, AsideFrame } from "../api/views";
import { Key, TextButton } from "../ledger/Field";
import { Trouble } from "../ledger/Notice";
import { useKeys } from "../ledger/useKeys";
import { count, figure, size } from "../words/format";

interface Props {
  of: Aside;
  /** Those that go. */
  frames: AsideFrame[];
  /** Whether these were picked among more. */
  picked: boolean;
}

/** A deliberate act: the shoot is named in writing before frames of it are let go, and each whose copies are in doubt is confirmed by itself. */
export function ForGood({ of, frames, picked }: Props) {
  const [written, setWritten] = useState("");
  const [confirmed, setConfirmed] = useState<ReadonlySet<number>>(new Set());
  const letGo = useLetGo(String(of.shoot));
  const blank = useRef<HTMLInputElement>(null);
  useKeys({ g: () => blank.current?.focus() });
  const doubtful = frames.filter((frame) => frame.doubts.length > 0);
  const going = frames.filter((frame) => frame.doubts.length === 0 || confirmed.has(frame.id));
  const bytes = going.reduce((sum, frame) => sum + frame.bytes, 0);
  const isNamed = written.trim().replace(/\s+/g, " ").toLowerCase() === of.name.trim().replace(/\s+/g, " ").toLowerCase();
  const may = isNamed && going.length > 0 && !letGo.isPending;
  const act = () => {
    if (!may) return;
    letGo.mutate(
      { frames: going.map((frame) => frame.id), named: written, confirmed: [...confirmed] },
      {
        onSuccess: () => {
          setWritten("");
          setConfirmed(new Set());
        },
      },
    );
  };
  return (
    <section aria-label="For good" className="border-t border-rule-strong py-4 pr-6 pl-page">
      <h2 className="font-hand text-hand font-semibold">Let go for good</h2>
      <p className="pt-1">
        {picked ? `The ${figure(going.length)} that ${going.length === 1 ? "is" : "are"} picked` : `All ${figure(going.length)}`} would be removed at every
        store, {size(bytes)} at each. The ledger keeps {going.length === 1 ? "its line" : "their lines"}, and a card that still has{" "}
        {going.length === 1 ? "it" : "them"} says so.
      </p>
      {doubtful.length > 0 && (
        <div className="pt-2">
          <p>{count(doubtful.length, "frame stays", "frames stay")} unless confirmed here, for the ledger does not find what it should:</p>
          <ul>
            {doubtful.map((frame) => (
              <li key={frame.id}>
                <label className="flex items-baseline gap-2">
                  <input
                    type="checkbox"
                    checked={confirmed.has(frame.id)}
                    onChange={(event) => {
                      const next = new Set(confirmed);
                      if (event.target.checked) next.add(frame.id);
                      else next.delete(frame.id);
                      setConfirmed(next);
                    }}
                  />
                  {frame.stem}: {frame.doubts.join(", ")}
                </label>
              </li>
            ))}
          </ul>
        </div>
      )}
      <p className="in-line gap-x-4 gap-y-1 pt-3">
        <label className="in-line gap-x-2">
          <span>
            To do it, write <b>{of.name}</b>:
          </span>
          <input
            ref={blank}
            value={written}
            maxLength={2000}
            spellCheck={false}
            autoComplete="off"
            onChange={(event) => {
              setWritten(event.target.value);
            }}
            onKeyDown={(event) => {
              if (event.key === "Enter") act();
              if (event.key === "Escape") event.currentTarget.blur();
            }}
            className="w-[220px] border-b border-dotted border-rule-strong bg-transparent px-[2px] focus:border-solid focus:border-velvet focus:outline-none"
          />
          <Key>G</Key>
        </label>
        <TextButton disabled={!may} onClick={act}>
          let {count(going.length, "frame")} go for good
        </TextButton>
        {isNamed && <Key>Enter</Key>}
      </p>
      <p role="status" className="pt-1">
        {letGo.data && `${count(letGo.data.gone, "frame was", "frames were")} let go; the day book says where their copies were removed.`}
      </p>
      <Trouble error={letGo.error} />
    </section>
  );
}

import { useState } from "react";
import type { Shoot } from "../api/types";
import { Entry } from "./Entry";
import { TextButton } from "./Field";
import { count, dateInFull } from "../words/format";

const MOST = 12;

/** Those of a day first, then the nearest to it in time. */
export function byNearness(shoots: Shoot[], day: string): Shoot[] {
  const apart = (shoot: Shoot) => Math.abs(Date.parse(shoot.date) - Date.parse(day));
  return [...shoots].sort((a, b) => apart(a) - apart(b) || b.date.localeCompare(a.date));
}

/** Finds one of the shoots that are held, by words of its description, its folder or its date. */
export function ShootFinder({ shoots, day, onChoose, onClose }: { shoots: Shoot[]; day: string; onChoose: (shoot: Shoot) => void; onClose: () => void }) {
  const [sought, setSought] = useState("");
  const words = sought.toLowerCase().split(/\s+/).filter(Boolean);
  const found = byNearness(shoots, day).filter((shoot) => {
    const text = `${shoot.description} ${shoot.folder} ${dateInFull(shoot.date)} ${shoot.date}`.toLowerCase();
    return words.every((word) => text.includes(word));
  });
  return (
    <div role="group" aria-label="Shoots that are held" className="mt-2 max-w-[680px] border border-ink bg-paper">
      <p className="in-line gap-x-4 border-b border-rule px-3 py-[5px]">
        find <Entry atOnce label="find a shoot" placeholder="a word, a folder, a date…" value={sought} width={240} onDone={setSought} />
        <span role="status" className="text-faded">
          {count(found.length, "shoot")}
          {found.length > MOST && `, the ${MOST} nearest in time shown`}
        </span>
        <span className="ml-auto">
          <TextButton onClick={onClose}>not now</TextButton>
        </span>
      </p>
      <ul className="py-1">
        {found.slice(0, MOST).map((shoot) => (
          <li key={shoot.id}>
            <button
              type="button"
              className="flex w-full flex-wrap items-baseline gap-x-4 px-3 py-[2px] text-left hover:bg-wash"
              onClick={() => {
                onChoose(shoot);
              }}
            >
              <b className="font-hand">{shoot.description || "without a description"}</b>
              <span>{dateInFull(shoot.date)}</span>
              <span className="ml-auto as-path text-faded">{shoot.folder}/</span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

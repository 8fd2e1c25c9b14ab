import { useEffect, useRef } from "react";
import type { Keeping, NameChange } from "../api/views";
import { Entry } from "../ledger/Entry";
import { Key, TextButton } from "../ledger/Field";
import { clock, count, dated, figure } from "../words/format";

interface Props {
  shown: Keeping;
  /** Whether it is of what is wished now. */
  current: boolean;
  pending: boolean;
  search: string;
  onSearch: (search: string) => void;
  onDo: () => void;
  onLeave: () => void;
}

const MANY = 12;

/** A change before it is made: which folder becomes which, how many files follow, and every name before and after. */
export function Shown({ shown, current, pending, search, onSearch, onDo, onLeave }: Props) {
  const does = useRef<HTMLButtonElement>(null);
  const ready = current && shown.changes && !pending;
  // Whoever ended a blank with Enter ends the whole with another; who is still in one is not taken out of it.
  useEffect(() => {
    if (ready && (document.activeElement === null || document.activeElement === document.body)) does.current?.focus();
  }, [ready]);
  return (
    <div className="pt-3">
      <p role="status" className="max-w-[110ch]">
        {shown.changes ? (
          <>
            {shown.folderBefore !== shown.folderAfter && (
              <>
                <span className="as-path">{shown.folderBefore}/</span> → <b className="as-path">{shown.folderAfter}/</b>
                {", "}
              </>
            )}
            {count(shown.frames, "frame")}
            {shown.renamed > 0 &&
              `, ${shown.renamed === shown.frames ? (shown.frames === 1 ? "" : "all ") : `${figure(shown.renamed)} `}called otherwise`}:{" "}
            {count(shown.files, "file")}
            {shown.frames > 0 && " and what else bears their names"}.
            {shown.away.length > 0 && ` ${shown.away.join(", ")} will follow when ${shown.away.length === 1 ? "it is" : "they are"} back.`}
            {!shown.inOrder && " Numbers do not count in order of time then: number it anew, if you wish."}
          </>
        ) : (
          "Nothing would change."
        )}
      </p>
      {(shown.found > MANY || search !== "") && (
        <p className="pt-2">
          find <Entry atOnce label="find in names before and after" placeholder="in names" value={search} width={180} onDone={onSearch} />{" "}
          <span className="text-faded">
            {figure(shown.found)} of {figure(shown.frames)}
            {shown.names.length < shown.found && `, the first ${figure(shown.names.length)} shown`}
          </span>
        </p>
      )}
      {shown.names.length > 0 && (
        <div className="mt-2 max-h-[252px] overflow-y-auto border-y border-rule" tabIndex={0} role="region" aria-label="Names before and after">
          <table className="w-full table-fixed">
            <thead className="sr-only">
              <tr>
                <th>before</th>
                <th>after</th>
              </tr>
            </thead>
            <tbody>
              {shown.names.map((one) => (
                <tr key={one.id} className="border-b border-rule last:border-b-0">
                  <td className="py-[2px] pr-4 as-path break-words text-faded">{said(one.folder, one.stem, one.takenAt, one, shown)}</td>
                  <td className="py-[2px] as-path break-words">{said(one.folderAfter, one.stemAfter, one.takenAtAfter, one, shown)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <p className="in-line gap-x-6 pt-3">
        {shown.changes && (
          <button
            ref={does}
            type="button"
            disabled={!ready}
            data-begins=""
            onClick={onDo}
            className="bg-velvet px-4 py-[6px] font-semibold text-paper disabled:opacity-60"
          >
            {pending ? "It is being done" : shown.frames > 0 ? `Change ${count(shown.frames, "frame")}` : "Keep this"}
            <Key onVelvet>Enter</Key>
          </button>
        )}
        <span>
          <TextButton onClick={onLeave}>leave it as it is</TextButton>
          <Key>Esc</Key>
        </span>
      </p>
    </div>
  );
}

/** Of a folder only what is not said above for all, or does not change; of a time only where that does. */
function said(folder: string, stem: string, takenAt: string, one: NameChange, shown: Keeping): string {
  const time =
    one.takenAt === one.takenAtAfter
      ? ""
      : `, ${one.takenAt.slice(0, 10) === one.takenAtAfter.slice(0, 10) ? "" : `${dated(takenAt.slice(0, 10))}, `}${clock(takenAt)}`;
  const below = rest(one.folder, shown.folderBefore);
  const isForAll = below !== null && below === rest(one.folderAfter, shown.folderAfter);
  const path = isForAll ? below : one.folder === one.folderAfter ? "" : folder;
  return (path === "" ? stem : `${path}/${stem}`) + time;
}

/** What of a folder lies below another; null where it does not. */
const rest = (folder: string, of: string): string | null => (folder === of ? "" : folder.startsWith(`${of}/`) ? folder.slice(of.length + 1) : null);

import { Link } from "react-router";
import { Refused } from "../api/client";
import { useClearance, useCompare, useTakeBackNods } from "../api/copies";
import { TextButton } from "../ledger/Field";
import { Trouble } from "../ledger/Notice";
import { figure, size } from "../words/format";
import { RemoveOriginals } from "./RemoveOriginals";

type Of = { card: string } | { receipt: string };

/** The verdict on a card, in one sentence; below it what is missing, by file, and what would mend it. */
export function ClearanceStamp({ of, ready = true, asOf }: { of: Of; ready?: boolean; asOf?: string }) {
  const found = useClearance(of, ready, asOf);
  const compare = useCompare();
  const takeBack = useTakeBackNods();
  if (!ready) return null;
  // What was said of a card holds only while it can be seen.
  const away = found.error instanceof Refused;
  if (!found.data || away) {
    return (
      <aside className="self-start border border-rule-strong px-6 py-4 text-faded" aria-label="May the card be formatted">
        {away ? `Whether the card may be formatted is said while it is in a reader. ${found.error?.message ?? ""}` : "Looking at what is on the card…"}
      </aside>
    );
  }
  const clearance = found.data;
  const running = clearance.comparison?.running ? clearance.comparison : null;
  const uncompared = clearance.missing.some((one) => one.remedy === "compare");
  return (
    <aside className="self-start border-4 border-double border-ink bg-sheet px-6 py-5" aria-label="May the card be formatted">
      <div role="status">
        <h2 className={`text-[19px] leading-[26px] font-semibold ${clearance.mayBeFormatted ? "text-velvet" : "text-brass"}`}>{clearance.sentence}</h2>
      </div>
      {clearance.mayBeFormatted && (
        <p className="mt-2 text-faded">
          Every file with copies was read in full when it came in or was compared; just now, its name, size and time and both of its ends were. Format the card
          in the camera: nothing here does.
        </p>
      )}
      {running && (
        <p className="mt-2">
          Reading the card in full: <b>{figure(running.filesRead)}</b> of {figure(running.files)} files, {size(running.bytesRead)} of {size(running.bytes)}.
        </p>
      )}
      {uncompared && !running && (
        <p className="mt-2">
          <TextButton
            disabled={compare.isPending}
            onClick={() => {
              compare.mutate(clearance.card);
            }}
          >
            read the card in full and compare
          </TextButton>
        </p>
      )}
      {clearance.nods > 0 && (
        <p className="mt-2">
          <TextButton
            disabled={takeBack.isPending}
            onClick={() => {
              takeBack.mutate(clearance.card);
            }}
          >
            take back what you let go
          </TextButton>
        </p>
      )}
      <Trouble error={compare.error ?? takeBack.error} />
      {clearance.missing.length > 0 && (
        <p className="mt-2">
          <Link to={`/clearance/${clearance.card}`} className="linked">
            what is missing, file by file
          </Link>
        </p>
      )}
      {clearance.mayBeFormatted && clearance.mayRemove && <RemoveOriginals card={clearance.card} label={clearance.label} />}
    </aside>
  );
}

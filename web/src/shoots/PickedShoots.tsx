import { useState } from "react";
import { type KeepingWish, useKeep } from "../api/keeping";
import { type PlacingVerb, usePlace } from "../api/placing";
import type { Shoot } from "../api/types";
import { Entry } from "../ledger/Entry";
import { KindKept } from "../keeping/KindKept";
import { TextButton } from "../ledger/Field";
import { Actions } from "../ledger/Menu";
import { Trouble } from "../ledger/Notice";
import { Asked } from "../placing/Asked";
import { count, figure } from "../words/format";

/** Several shoots at once: filed elsewhere, or made one. Each is a change of its own, to be taken back on its page. */
export function PickedShoots({ shoots, onNone }: { shoots: Shoot[]; onNone: () => void }) {
  const keep = useKeep();
  const [filing, setFiling] = useState<{ kindOfWork?: string; destination?: string }>({});
  const [done, setDone] = useState<number | null>(null);
  const place = usePlace();
  const [placing, setPlacing] = useState<PlacingVerb | null>(null);
  const inOrder = [...shoots].sort((a, b) => a.date.localeCompare(b.date) || a.id - b.id);
  const first = inOrder[0];
  /** One after the other; each is told the last number of the one before, null where it has none. */
  const each = async (of: Shoot[], wish: (last: number | null) => KeepingWish) => {
    let before: number | null = null;
    for (const [i, shoot] of of.entries()) {
      setDone(i);
      try {
        const { last }: { last: number | null } = await keep.mutateAsync({ shoot: String(shoot.id), wish: wish(before) });
        before = last ?? before;
      } catch {
        setDone(null); // what was done is done; why this one could not be stands above
        return;
      }
    }
    setDone(null);
    onNone();
  };
  return (
    <>
      <section aria-label="Picked shoots" className="in-line gap-x-6 gap-y-1 border-b border-ink bg-sheet py-3 pr-6 pl-page">
        <Trouble error={keep.error ?? place.error} />
        <b role="status">
          {count(shoots.length, "shoot")} picked,{" "}
          {count(
            shoots.reduce((sum, shoot) => sum + shoot.frames, 0),
            "frame",
          )}
          {done !== null && `: ${figure(done)} done`}
        </b>
        <span>
          file {shoots.length === 1 ? "it" : "them"} in{" "}
          <Entry
            label="folder of the store that they are filed in"
            width={170}
            longest={1000}
            placeholder="a folder of the store"
            value={filing.destination ?? ""}
            onDone={(destination) => {
              setFiling({ ...filing, destination });
            }}
          />{" "}
          <KindKept
            kindOfWork={filing.kindOfWork ?? ""}
            shown={filing.kindOfWork || "a kind of work"}
            onChoose={(kindOfWork, destination) => {
              setFiling({ kindOfWork, destination });
            }}
          />
        </span>
        <TextButton
          disabled={done !== null || filing.destination === undefined}
          onClick={() => {
            void each(shoots, () => filing);
          }}
        >
          file {shoots.length === 1 ? "it" : "them"}
        </TextButton>
        {shoots.length > 1 && (
          <TextButton
            disabled={done !== null}
            onClick={() => {
              void each(inOrder, (last) => ({ names: "anew", ...(last === null ? {} : { from: last + 1 }) }));
            }}
          >
            number them anew, running on
          </TextButton>
        )}
        {first && shoots.length > 1 && (
          <TextButton
            disabled={done !== null}
            onClick={() => {
              void each(
                shoots.filter((shoot) => shoot !== first),
                () => ({ into: first.id }),
              );
            }}
          >
            make them one, {first.description ? `"${first.description}"` : "without a description"}
          </TextButton>
        )}
        <Actions
          label="where they lie"
          options={[
            { value: "file", name: "file them away" },
            { value: "leave", name: "have them leave their home" },
            { value: "bring", name: "bring them to where they are worked on" },
            { value: "finish", name: "they are finished" },
          ]}
          onChoose={(verb) => {
            if (verb === "finish") place.mutate({ verb, shoots: inOrder.map((shoot) => shoot.id) });
            else setPlacing(verb);
          }}
        />
        <span className="ml-auto">
          <TextButton onClick={onNone}>pick none</TextButton>
        </span>
      </section>
      {placing && (
        <Asked
          wish={{ verb: placing, shoots: inOrder.map((shoot) => shoot.id) }}
          what={{ file: "file them away", leave: "have them leave their home", bring: "bring them to where they are worked on" }[placing as string] ?? ""}
          onClose={() => {
            setPlacing(null);
          }}
        />
      )}
    </>
  );
}

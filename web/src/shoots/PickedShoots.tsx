import { useState } from "react";
import { type KeepingWish, useKeep } from "../api/keeping";
import { useStationery } from "../api/orders";
import type { Shoot } from "../api/types";
import { Entry } from "../ledger/Entry";
import { TextButton } from "../ledger/Field";
import { Choice } from "../ledger/Menu";
import { Trouble } from "../ledger/Notice";
import { count, figure } from "../words/format";

/** Several shoots at once: filed elsewhere, or made one. Each is a change of its own, to be taken back on its page. */
export function PickedShoots({ shoots, onNone }: { shoots: Shoot[]; onNone: () => void }) {
  const kinds = useStationery().data?.destination ?? [];
  const keep = useKeep();
  const [filing, setFiling] = useState<{ kindOfWork?: string; destination?: string }>({});
  const [done, setDone] = useState<number | null>(null);
  const inOrder = [...shoots].sort((a, b) => a.date.localeCompare(b.date) || a.id - b.id);
  const first = inOrder[0];
  const each = async (of: Shoot[], wish: KeepingWish) => {
    for (const [i, shoot] of of.entries()) {
      setDone(i);
      try {
        await keep.mutateAsync({ shoot: String(shoot.id), wish });
      } catch {
        setDone(null); // what was done is done; why this one could not be stands above
        return;
      }
    }
    setDone(null);
    onNone();
  };
  /** The earliest from its pattern's first number, each of the others from where the one before ends. */
  const numberOn = async () => {
    let from: number | null = null;
    for (const [i, shoot] of inOrder.entries()) {
      setDone(i);
      try {
        const { last }: { last: number | null } = await keep.mutateAsync({
          shoot: String(shoot.id),
          wish: { names: "anew", ...(from === null ? {} : { from }) },
        });
        from = last === null ? from : last + 1;
      } catch {
        setDone(null);
        return;
      }
    }
    setDone(null);
    onNone();
  };
  return (
    <section aria-label="Picked shoots" className="in-line gap-x-6 gap-y-1 border-b border-ink bg-sheet py-3 pr-6 pl-page">
      <Trouble error={keep.error} />
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
        {kinds.length > 0 && (
          <Choice
            label=""
            value={filing.kindOfWork ?? ""}
            shown={filing.kindOfWork === undefined || filing.kindOfWork === "" ? "a kind of work" : filing.kindOfWork}
            options={kinds.map((item) => ({ value: item.name, name: item.name, hint: item.document.folder }))}
            onChoose={(name) => {
              const of = kinds.find((item) => item.name === name)?.document;
              if (of) setFiling({ kindOfWork: of.kindOfWork, destination: of.folder });
            }}
          />
        )}
      </span>
      <TextButton
        disabled={done !== null || filing.destination === undefined}
        onClick={() => {
          void each(shoots, filing);
        }}
      >
        file {shoots.length === 1 ? "it" : "them"}
      </TextButton>
      {shoots.length > 1 && (
        <TextButton
          disabled={done !== null}
          onClick={() => {
            void numberOn();
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
              { into: first.id },
            );
          }}
        >
          make them one, {first.description ? `"${first.description}"` : "without a description"}
        </TextButton>
      )}
      <span className="ml-auto">
        <TextButton onClick={onNone}>pick none</TextButton>
      </span>
    </section>
  );
}

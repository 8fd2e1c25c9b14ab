import { useState } from "react";
import { useRemoveOriginals } from "../api/copies";
import { Entry } from "../ledger/Entry";
import { TextButton } from "../ledger/Field";
import { Trouble } from "../ledger/Notice";

/** A deliberate act: the card's name is typed before its originals are removed, each compared once more before. */
export function RemoveOriginals({ card, label }: { card: string; label: string }) {
  const [typed, setTyped] = useState("");
  const remove = useRemoveOriginals();
  return (
    <div className="mt-4 border-t border-rule pt-3">
      <p className="text-faded">
        Removing the originals from the card compares each with its copies byte for byte once more. Type the card&apos;s name to do it:
      </p>
      <p className="mt-1 flex items-baseline gap-4">
        <Entry label="the card's name" value={typed} width={130} atOnce onDone={setTyped} />
        <TextButton
          disabled={typed !== label || remove.isPending}
          onClick={() => {
            remove.mutate({ card, label: typed });
          }}
        >
          remove the cleared originals
        </TextButton>
      </p>
      {remove.isSuccess && <p className="mt-1">It is being done; the day book says what became of each.</p>}
      <Trouble error={remove.error} />
    </div>
  );
}

import { useCopyApart } from "../api/apart";
import { CopyTo } from "../ledger/CopyTo";
import { count } from "../words/format";

/** A few pictures of a card, copied to a folder as they are: no shoot comes of it, and the card is not brought in by it. */
export function CopyApart({ card, frames, onClose }: { card: string; frames: string[]; onClose: () => void }) {
  const copy = useCopyApart(card);
  return (
    <CopyTo
      what={count(frames.length, "frame")}
      asked={copy}
      done="read back and equal to the card; nothing of them was entered"
      onCopy={(folder) => {
        copy.mutate({ frames, folder });
      }}
      onClose={onClose}
    />
  );
}

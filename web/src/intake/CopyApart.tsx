import { useApart, useCopyApart } from "../api/apart";
import { TextButton } from "../ledger/Field";
import { Notice } from "../ledger/Notice";
import { count } from "../words/format";
import { FolderPicker } from "./FolderPicker";

/** A few pictures of a card, copied to a folder as they are: no shoot comes of it, and the card is not brought in by it. */
export function CopyApart({ card, frames, onClose }: { card: string; frames: string[]; onClose: () => void }) {
  const copy = useCopyApart(card);
  const now = useApart(copy.data?.name ?? null).data ?? copy.data;
  if (copy.data && now) {
    const done = now.ended
      ? `${count(now.done, "file")} copied to ${copy.data.folder}, read back and equal to the card. Nothing of it was entered.`
      : `Copying to ${copy.data.folder}: ${now.done} of ${now.files}…`;
    const well = now.ended && <TextButton onClick={onClose}>well</TextButton>;
    return now.failed.length > 0 ? (
      <Notice grave action={well}>
        {done} {now.failed.join(" ")}
      </Notice>
    ) : (
      <p role="status" className="in-line gap-x-6 pr-6 pb-2 pl-page">
        {done} {well}
      </p>
    );
  }
  return (
    <FolderPicker
      label="A folder to copy to"
      ask="where to?"
      error={copy.error}
      onClose={onClose}
      button={(folder, isThere) => (
        <TextButton
          disabled={!isThere || frames.length === 0 || copy.isPending}
          onClick={() => {
            copy.mutate({ frames, folder });
          }}
        >
          copy {count(frames.length, "frame")} into this folder
        </TextButton>
      )}
    />
  );
}

import { useNavigate } from "react-router";
import { usePickFolder } from "../api/queries";
import { TextButton } from "../ledger/Field";
import { FolderPicker } from "../ledger/FolderPicker";

/** Picks any folder as a source. */
export function FolderSource({ onClose }: { onClose: () => void }) {
  const pick = usePickFolder();
  const go = useNavigate();
  return (
    <FolderPicker
      label="A folder as source"
      ask="from where?"
      error={pick.error}
      onClose={onClose}
      button={(path, isThere) => (
        <TextButton
          disabled={!isThere || pick.isPending}
          onClick={() => {
            pick.mutate(path, {
              onSuccess: ({ card }) => {
                void go(`/intake/${card}`);
              },
            });
          }}
        >
          {pick.isPending ? "looking into it…" : "look at what is in this folder"}
        </TextButton>
      )}
    />
  );
}

import { useState } from "react";
import { useApart } from "../api/apart";
import type { Apart } from "../api/views";
import { count } from "../words/format";
import { TextButton } from "./Field";
import { FolderPicker } from "./FolderPicker";
import { Notice } from "./Notice";

interface Props {
  /** What is copied, as the button says it: "3 frames". */
  what: string;
  /** What it was asked for as, and why it could not be. */
  asked: { data: Apart | undefined; error: Error | null; isPending: boolean };
  onCopy: (folder: string, links: boolean) => void;
  /** What of a file is said when it is there. */
  done: string;
  /** Whether links to where the files lie may be made in the place of copies. */
  mayLink?: boolean;
  onClose: () => void;
}

/** Picks a folder and has files copied there; then says how far that is. */
export function CopyTo({ what, asked, onCopy, done, mayLink, onClose }: Props) {
  const [links, setLinks] = useState(false);
  const now = useApart(asked.data?.name ?? null).data ?? asked.data;
  if (asked.data && now) {
    const said = now.ended
      ? `${count(now.done, "file")} in ${asked.data.folder}, ${links ? "as links to where they lie" : done}.`
      : `Copying to ${asked.data.folder}: ${now.done} of ${now.files}…`;
    const well = now.ended && <TextButton onClick={onClose}>well</TextButton>;
    return now.failed.length > 0 ? (
      <Notice grave action={well}>
        {said} {now.failed.join(" ")}
      </Notice>
    ) : (
      <p role="status" className="in-line gap-x-6 pr-6 pb-2 pl-page">
        {said} {well}
      </p>
    );
  }
  return (
    <FolderPicker
      label="A folder to copy to"
      ask="where to?"
      error={asked.error}
      onClose={onClose}
      button={(folder, isThere) => (
        <>
          <TextButton
            disabled={!isThere || asked.isPending}
            onClick={() => {
              onCopy(folder, links);
            }}
          >
            {links ? "link" : "copy"} {what} into this folder
          </TextButton>
          {mayLink && (
            <TextButton
              pressed={links}
              onClick={() => {
                setLinks(!links);
              }}
            >
              as links
            </TextButton>
          )}
        </>
      )}
    />
  );
}

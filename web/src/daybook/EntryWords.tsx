import { useState } from "react";
import { TextButton } from "../ledger/Field";

/** Above so many letters an entry is folded: what was done to a whole shoot names each of its frames. */
const LONG = 400;

/** What an entry says; a long one is folded to its beginning until all of it is asked for. */
export function EntryWords({ words }: { words: string }) {
  const [whole, setWhole] = useState(words.length <= LONG);
  return (
    <span className="min-w-0 break-words">
      {whole ? words : `${words.slice(0, words.lastIndexOf(" ", LONG))} … `}
      {!whole && (
        <TextButton
          onClick={() => {
            setWhole(true);
          }}
        >
          all of it
        </TextButton>
      )}
    </span>
  );
}

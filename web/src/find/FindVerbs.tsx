import { useState } from "react";
import { flushSync } from "react-dom";
import { useNavigate } from "react-router";
import { IntoAlbum } from "../albums/IntoAlbum";
import { useCopyOut } from "../api/apart";
import { foundNumbers, useLookAtPicked } from "../api/find";
import { useStampAny } from "../api/stamps";
import { CopyTo } from "../ledger/CopyTo";
import { Key, TextButton } from "../ledger/Field";
import { Trouble } from "../ledger/Notice";
import { useKeys } from "../ledger/useKeys";
import { KeywordEntry, pathInWords } from "../stamps/KeywordEntry";
import { count } from "../words/format";

interface Props {
  query: string;
  /** What it is called where it is looked at. */
  called: string;
  found: number;
  picked: ReadonlySet<number>;
  onAll: (frames: number[]) => void;
  onNone: () => void;
}

/** What can be done with the frames that are picked; where none are, with all that were found. */
export function FindVerbs({ query, called, found, picked, onAll, onNone }: Props) {
  const go = useNavigate();
  const look = useLookAtPicked();
  const stamp = useStampAny();
  const copy = useCopyOut();
  const [blank, setBlank] = useState(false);
  const [copying, setCopying] = useState<number[] | null>(null);
  const [said, setSaid] = useState("");
  const [failed, setFailed] = useState<Error | null>(null);
  /** Those that are picked, or all that were found. */
  const withThem = (act: (frames: number[]) => void) => {
    setSaid("");
    setFailed(null);
    if (picked.size > 0) act([...picked]);
    else if (found > 0) foundNumbers(query).then(act, setFailed);
  };
  const lookAt = () => {
    withThem((frames) => {
      look.mutate(
        { frames, called },
        {
          onSuccess: ({ lot }) => {
            void go(`/look/${lot}`);
          },
        },
      );
    });
  };
  const keyword = (path: string[]) => {
    withThem((frames) => {
      stamp.mutate(
        { frames, add: [path] },
        {
          onSuccess: () => {
            setSaid(`${pathInWords(path)} said of ${count(frames.length, "frame")}.`);
          },
        },
      );
    });
  };
  const all = () => {
    foundNumbers(query).then(onAll, setFailed);
  };
  const begin = () => {
    flushSync(() => {
      setBlank(!blank);
    }); // the next letter is for it
    document.querySelector<HTMLElement>("[data-verb-blank] input")?.focus();
  };
  useKeys({
    l: lookAt,
    a: all,
    n: onNone,
    k: begin,
    o: () => {
      withThem(setCopying);
    },
  });
  const them = picked.size > 0 ? `${count(picked.size, "frame")} picked` : `all ${count(found, "frame")}`;
  return (
    <footer className="border-t border-ink bg-paper py-[7px] pr-6 pl-page">
      <Trouble error={failed ?? look.error ?? stamp.error} />
      <div className="in-line gap-x-6 gap-y-[6px]">
        <b>{them}:</b>
        <span>
          <TextButton disabled={found === 0 || look.isPending} onClick={lookAt}>
            first look
          </TextButton>
          <Key>L</Key>
        </span>
        <IntoAlbum disabled={found === 0} withThem={withThem} />
        <span>
          <TextButton disabled={found === 0} onClick={begin}>
            a keyword…
          </TextButton>
          <Key>K</Key>
        </span>
        <span>
          <TextButton
            disabled={found === 0}
            onClick={() => {
              withThem(setCopying);
            }}
          >
            copies to a folder…
          </TextButton>
          <Key>O</Key>
        </span>
        {found > 0 && (
          <a href={`/api/find/list.csv?of=${encodeURIComponent(query)}`} className="linked">
            what was found as a table
          </a>
        )}
        <span className="ml-auto in-line gap-x-4">
          <span role="status" className="text-faded">
            {said}
          </span>
          <span>
            <TextButton onClick={all}>pick all</TextButton>
            <Key>A</Key>
          </span>
          <span>
            <TextButton onClick={onNone}>none</TextButton>
            <Key>N</Key>
          </span>
        </span>
      </div>
      {copying && (
        <div className="pt-2">
          <CopyTo
            what={count(copying.length, "frame")}
            asked={copy}
            done="read back and as the ledger has them"
            mayLink
            onCopy={(folder, link) => {
              copy.mutate({ frames: copying, album: null, folder, link });
            }}
            onClose={() => {
              setCopying(null);
              copy.reset();
            }}
          />
        </div>
      )}
      {blank && (
        <div
          data-verb-blank
          className="pt-2"
          onKeyDown={(event) => {
            if (event.key === "Escape") setBlank(false);
          }}
        >
          <KeywordEntry label="A keyword for them" keywords={[]} onAdd={keyword} onRemove={() => undefined} />
        </div>
      )}
    </footer>
  );
}

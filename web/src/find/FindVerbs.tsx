import { useState } from "react";
import { flushSync } from "react-dom";
import { useNavigate } from "react-router";
import { foundNumbers, useAddToAlbum, useAlbums, useLookAtPicked } from "../api/find";
import { useStampAny } from "../api/stamps";
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
  const albums = useAlbums();
  const add = useAddToAlbum();
  const stamp = useStampAny();
  const [blank, setBlank] = useState<"album" | "keyword" | null>(null);
  const [name, setName] = useState("");
  const [said, setSaid] = useState("");
  const [failed, setFailed] = useState<Error | null>(null);
  const last = albums.data?.[0]?.name;
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
  const into = (album: string) => {
    setBlank(null);
    setName("");
    withThem((frames) => {
      add.mutate(
        { name: album, frames },
        {
          onSuccess: ({ added }) => {
            setSaid(
              added === frames.length ? `${count(added, "frame")} put into ${album}.` : `${count(added, "frame")} put into ${album}; the others were in it.`,
            );
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
  const begin = (what: "album" | "keyword") => {
    flushSync(() => {
      setBlank(blank === what ? null : what);
    }); // the next letter is for it
    document.querySelector<HTMLElement>("[data-verb-blank] input")?.focus();
  };
  useKeys({
    l: lookAt,
    a: all,
    n: onNone,
    b: () => {
      if (last === undefined) begin("album");
      else into(last);
    },
    k: () => {
      begin("keyword");
    },
  });
  const them = picked.size > 0 ? `${count(picked.size, "frame")} picked` : `all ${count(found, "frame")}`;
  return (
    <footer className="border-t border-ink bg-paper py-[7px] pr-6 pl-page">
      <Trouble error={failed ?? look.error ?? add.error ?? stamp.error} />
      <div className="in-line gap-x-6">
        <b>{them}:</b>
        <span>
          <TextButton disabled={found === 0 || look.isPending} onClick={lookAt}>
            first look
          </TextButton>
          <Key>L</Key>
        </span>
        {last !== undefined && (
          <span>
            <TextButton
              disabled={found === 0 || add.isPending}
              onClick={() => {
                into(last);
              }}
            >
              into {last}
            </TextButton>
            <Key>B</Key>
          </span>
        )}
        <span>
          <TextButton
            disabled={found === 0}
            onClick={() => {
              begin("album");
            }}
          >
            {last === undefined ? "into an album…" : "another album…"}
          </TextButton>
          {last === undefined && <Key>B</Key>}
        </span>
        <span>
          <TextButton
            disabled={found === 0}
            onClick={() => {
              begin("keyword");
            }}
          >
            a keyword…
          </TextButton>
          <Key>K</Key>
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
      {blank === "album" && (
        <form
          data-verb-blank
          className="in-line gap-x-3 pt-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (name.trim() !== "") into(name.trim());
          }}
        >
          <label className="in-line gap-x-2">
            <span>into the album</span>
            <input
              list="albums"
              value={name}
              onChange={(event) => {
                setName(event.target.value);
              }}
              onKeyDown={(event) => {
                if (event.key === "Escape") setBlank(null);
              }}
              className="w-[260px] border-b border-rule-strong bg-transparent font-hand text-hand focus:border-velvet focus:outline-none"
            />
          </label>
          <datalist id="albums">
            {(albums.data ?? []).map((album) => (
              <option key={album.id} value={album.name} />
            ))}
          </datalist>
          <span className="text-faded">a name that is new begins one</span>
        </form>
      )}
      {blank === "keyword" && (
        <div
          data-verb-blank
          className="pt-2"
          onKeyDown={(event) => {
            if (event.key === "Escape") setBlank(null);
          }}
        >
          <KeywordEntry label="A keyword for them" keywords={[]} onAdd={keyword} onRemove={() => undefined} />
        </div>
      )}
    </footer>
  );
}

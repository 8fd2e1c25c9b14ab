import { useState } from "react";
import { flushSync } from "react-dom";
import { useAddToAlbum, useAlbums } from "../api/find";
import { Key, TextButton } from "../ledger/Field";
import { useKeys } from "../ledger/useKeys";
import { count } from "../words/format";

/** Puts frames into the album used last, by one key, or into another; a name that is new begins one. */
export function IntoAlbum({ disabled, withThem }: { disabled: boolean; withThem: (act: (frames: number[]) => void) => void }) {
  const albums = useAlbums();
  const add = useAddToAlbum();
  const [name, setName] = useState<string | null>(null);
  const [said, setSaid] = useState("");
  const last = albums.data?.[0]?.name;
  const into = (album: string) => {
    setName(null);
    setSaid("");
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
  const begin = () => {
    flushSync(() => {
      setName(name === null ? "" : null);
    }); // the next letter is for it
    document.getElementById("into-album")?.focus();
  };
  useKeys({
    b: () => {
      if (disabled) return;
      if (last === undefined) begin();
      else into(last);
    },
  });
  return (
    <>
      {last !== undefined && (
        <span>
          <TextButton
            disabled={disabled || add.isPending}
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
        <TextButton disabled={disabled} onClick={begin}>
          {last === undefined ? "into an album…" : "another album…"}
        </TextButton>
        {last === undefined && <Key>B</Key>}
      </span>
      {name !== null && (
        <form
          className="in-line gap-x-3"
          onSubmit={(event) => {
            event.preventDefault();
            if (name.trim() !== "") into(name.trim());
          }}
        >
          <input
            id="into-album"
            aria-label="the album's name; one that is new begins one"
            placeholder="its name, then Enter"
            list="albums"
            value={name}
            onChange={(event) => {
              setName(event.target.value);
            }}
            onKeyDown={(event) => {
              if (event.key === "Escape") setName(null);
            }}
            className="w-[240px] border-b border-rule-strong bg-transparent font-hand text-hand focus:border-velvet focus:outline-none"
          />
          <datalist id="albums">
            {(albums.data ?? []).map((album) => (
              <option key={album.id} value={album.name} />
            ))}
          </datalist>
        </form>
      )}
      <span role="status" className={said === "" && !add.error ? "sr-only" : "text-faded"}>
        {add.error ? <b className="text-brass">{add.error.message}</b> : said}
      </span>
    </>
  );
}

import { useState } from "react";
import { Link } from "react-router";
import { framesOfKeyword, type KeywordChange, useAddKeyword, useChangeKeyword, useCompletions, useDropKeyword, useKeywords } from "../api/stamps";
import type { KeywordRow } from "../api/views";
import { Arrowhead } from "../ledger/Arrowhead";
import { Entry, NamedAction } from "../ledger/Entry";
import { TextButton } from "../ledger/Field";
import { Trouble } from "../ledger/Notice";
import { pathInWords } from "../stamps/KeywordEntry";
import { count } from "../words/format";

type Asking = { what: "rename" | "move" | "merge" | "drop"; frames: number };

/** A word with what is below it; a change that touches frames says how many before it is made. */
export function WordRow({ word, depth }: { word: KeywordRow; depth: number }) {
  const [open, setOpen] = useState(false);
  const [asking, setAsking] = useState<Asking | null>(null);
  const below = useKeywords({ under: word.id }, open);
  const add = useAddKeyword();
  const change = useChangeKeyword();
  const drop = useDropKeyword();
  const ask = (what: Asking["what"]) => {
    void framesOfKeyword(word.id).then(({ frames }) => {
      setAsking({ what, frames });
    });
  };
  const done = { onSuccess: () => { setAsking(null); } }; // prettier-ignore
  const make = (how: Omit<KeywordChange, "id">) => {
    change.mutate({ id: word.id, ...how }, done);
  };
  return (
    <li>
      <div className="group folds grid grid-cols-[var(--spacing-margin)_minmax(220px,2fr)_minmax(0,2fr)_90px_auto] items-baseline gap-x-[14px] border-b border-rule py-[5px] pr-6 focus-within:bg-wash hover:bg-wash">
        {word.children > 0 ? (
          <button
            type="button"
            aria-expanded={open}
            aria-label={`${open ? "Close" : "Open"} ${word.word}`}
            onClick={() => {
              setOpen(!open);
            }}
          >
            <Arrowhead open={open} />
          </button>
        ) : (
          <span />
        )}
        <span style={{ paddingLeft: depth * 22 }}>
          <span className={word.isHeading ? "font-hand text-hand font-semibold" : "font-semibold"}>{word.word}</span>
          {word.above.length > 0 && <span className="text-faded"> in {pathInWords(word.above)}</span>}
          {word.isHeading && <span className="as-label"> a heading, never written</span>}
          <Link to={`/find?keyword=${word.id}`} aria-label={`frames of ${word.word}`} className="linked ml-3">
            frames
          </Link>
        </span>
        <span className="text-faded">
          also{" "}
          <Entry
            label={`synonyms of ${word.word}`}
            value={word.synonyms.join(", ")}
            placeholder="synonyms"
            width={210}
            longest={500}
            onDone={(text) => {
              make({ synonyms: text.split(",").map((one) => one.trim()).filter((one) => one !== "") }); // prettier-ignore
            }}
          />
        </span>
        <span className="text-right text-faded">{count(word.frames, "frame")}</span>
        <span className="flex flex-wrap gap-x-4">
          <NamedAction
            word="add below"
            label={`a word below ${word.word}`}
            onName={(below) => {
              setOpen(true);
              add.mutate({ under: word.id, word: below });
            }}
          />
          <TextButton
            onClick={() => {
              ask("rename");
            }}
          >
            rename
          </TextButton>
          <TextButton
            onClick={() => {
              ask("move");
            }}
          >
            move
          </TextButton>
          <TextButton
            onClick={() => {
              ask("merge");
            }}
          >
            merge
          </TextButton>
          <TextButton
            onClick={() => {
              make({ heading: !word.isHeading });
            }}
          >
            {word.isHeading ? "write it" : "only a heading"}
          </TextButton>
          <TextButton
            onClick={() => {
              ask("drop");
            }}
          >
            drop
          </TextButton>
        </span>
      </div>
      {asking && (
        <div className="in-line gap-x-5 border-b border-rule bg-sheet py-[6px] pr-6 pl-page" role="group" aria-label={`${asking.what} ${word.word}`}>
          <b>{asking.frames === 0 ? "No frame bears it." : `${count(asking.frames, "frame")} will be stamped anew, in the background.`}</b>
          {asking.what === "rename" && (
            <span>
              rename it to{" "}
              <Entry
                label={`new word for ${word.word}`}
                value={word.word}
                width={180}
                longest={100}
                onDone={(text) => {
                  make({ word: text });
                }}
              />
            </span>
          )}
          {asking.what === "move" && (
            <>
              <OtherWord
                label={`new parent of ${word.word}`}
                word="move it below"
                not={word.id}
                onChoose={(under) => {
                  make({ under });
                }}
              />
              {word.parent !== null && (
                <TextButton
                  onClick={() => {
                    make({ under: 0 });
                  }}
                >
                  to the outermost words
                </TextButton>
              )}
            </>
          )}
          {asking.what === "merge" && (
            <OtherWord
              label={`word to merge ${word.word} into`}
              word="merge it into"
              not={word.id}
              onChoose={(into) => {
                make({ into });
              }}
            />
          )}
          {asking.what === "drop" && (
            <TextButton
              onClick={() => {
                drop.mutate(word.id, done);
              }}
            >
              drop {word.word}
              {word.children > 0 && " and all below it"}
            </TextButton>
          )}
          <TextButton
            onClick={() => {
              setAsking(null);
            }}
          >
            not now
          </TextButton>
        </div>
      )}
      <Trouble error={change.error ?? add.error ?? drop.error} />
      {open && (
        <ul>
          {below.data?.words.map((one) => (
            <WordRow key={one.id} word={one} depth={depth + 1} />
          ))}
        </ul>
      )}
    </li>
  );
}

/** Another word of the vocabulary, found by typing. */
function OtherWord({ label, word, not, onChoose }: { label: string; word: string; not: number; onChoose: (id: number) => void }) {
  const [typed, setTyped] = useState("");
  const found = useKeywords({ search: typed.trim() }, typed.trim() !== "");
  const completions = useCompletions(typed);
  const first = completions.data?.map((one) => one.id) ?? [];
  const offers = (found.data?.words ?? []).filter((one) => one.id !== not).sort((a, b) => Number(first.includes(b.id)) - Number(first.includes(a.id))).slice(0, 6); // prettier-ignore
  return (
    <span className="in-line gap-x-4">
      {word}{" "}
      <input
        aria-label={label}
        autoFocus
        value={typed}
        placeholder="type a word"
        onChange={(event) => {
          setTyped(event.target.value);
        }}
        className="w-[150px] border-b border-velvet bg-transparent px-[2px] placeholder:text-faded placeholder:italic focus:outline-none"
      />
      {typed.trim() !== "" &&
        offers.map((one) => (
          <TextButton
            key={one.id}
            onClick={() => {
              onChoose(one.id);
            }}
          >
            {pathInWords([...one.above, one.word])}
          </TextButton>
        ))}
    </span>
  );
}

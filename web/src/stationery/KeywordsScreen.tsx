import { useState } from "react";
import { Link } from "react-router";
import { useAddKeyword, useImportKeywords, useKeywords } from "../api/stamps";
import { NamedAction } from "../ledger/Entry";
import { FileWord } from "../ledger/FileWord";
import { Nothing } from "../ledger/Nothing";
import { Notice, Trouble } from "../ledger/Notice";
import { Page } from "../ledger/Page";
import { count } from "../words/format";
import { WordRow } from "./WordRow";

/** The vocabulary: words below words, searched, changed, taken to a file and from one. */
export function KeywordsScreen() {
  const [search, setSearch] = useState("");
  const found = useKeywords(search.trim() === "" ? { under: 0 } : { search: search.trim() }, true);
  const add = useAddKeyword();
  const bring = useImportKeywords();
  const words = found.data?.words ?? [];
  return (
    <Page title="Keywords">
      <div className="in-line gap-x-6 gap-y-2 border-b border-rule-strong pt-6 pr-6 pb-3 pl-page">
        <h1 className="text-title font-semibold">Keywords</h1>
        <p className="text-faded">{count(found.data?.inAll ?? 0, "word")} in all</p>
        <input
          aria-label="find a keyword"
          placeholder="find a keyword"
          value={search}
          maxLength={100}
          onChange={(event) => {
            setSearch(event.target.value);
          }}
          className="w-[200px] border-b border-dotted border-rule-strong bg-transparent px-[2px] placeholder:text-faded placeholder:italic focus:border-solid focus:border-velvet focus:outline-none"
        />
        <NamedAction
          word="add a word"
          label="a new word"
          onName={(word) => {
            add.mutate({ under: null, word });
          }}
        />
        <span className="ml-auto flex gap-x-6">
          <a className="linked" href="/api/keywords/list" download="keywords.txt">
            take the list to a file
          </a>
          <FileWord
            word="take a list from a file"
            label="file of an indented list"
            accept=".txt,text/plain"
            onText={(text) => {
              bring.mutate(text);
            }}
          />
          <Link to="/stationery" className="linked">
            all stationery
          </Link>
        </span>
      </div>
      <Trouble error={found.error ?? add.error} />
      {bring.error && <Notice grave>The list was not taken, and nothing was changed. {bring.error.message}</Notice>}
      {bring.data && <Notice>{count(bring.data.added, "word")} of the list were new, and are in the vocabulary.</Notice>}
      {found.data && words.length === 0 && (
        <Nothing heading={search === "" ? "There are no keywords yet" : `No keyword has "${search}" in it`}>
          Words that are typed on a desk or in a shoot come here by themselves. A list from a file has a word a line, each below its parent by a tab.
        </Nothing>
      )}
      <ul aria-label="Keywords">
        {words.map((word) => (
          <WordRow key={word.id} word={word} depth={0} />
        ))}
      </ul>
    </Page>
  );
}

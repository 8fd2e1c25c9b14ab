import { useState } from "react";
import { useFolders } from "../../api/orders";
import { Entry } from "../../ledger/Entry";
import { TextButton } from "../../ledger/Field";
import { Trouble } from "../../ledger/Notice";

/** The folders of the main store, one level at a time; a new one can be named, and is made when frames come. */
export function FolderBrowser({ start, onChoose, onClose }: { start: string; onChoose: (folder: string) => void; onClose: () => void }) {
  const [folder, setFolder] = useState(start);
  const found = useFolders(folder);
  const parts = folder === "" ? [] : folder.split("/");
  const isNew = found.data?.folders === null;
  return (
    <div role="group" aria-label="Folders of the store" className="mt-2 max-w-[680px] border border-ink bg-paper">
      <p className="in-line gap-x-1 border-b border-rule px-3 py-[5px] as-path">
        {["", ...parts].map((name, i) => (
          <span key={`${i} ${name}`}>
            <button
              type="button"
              className="underline decoration-velvet/50 underline-offset-3"
              onClick={() => {
                setFolder(parts.slice(0, i).join("/"));
              }}
            >
              {i === 0 ? (found.data?.store ?? "the store") : name}
            </button>
            /
          </span>
        ))}
      </p>
      {isNew ? (
        <p className="px-3 py-2 text-faded">A new folder: it is made when frames come into it.</p>
      ) : (
        <>
          <Trouble error={found.error} />
          <ul className="max-h-[170px] overflow-y-auto py-1">
            {found.data?.folders?.map((name) => (
              <li key={name}>
                <button
                  type="button"
                  className="w-full px-3 py-[2px] text-left as-path hover:bg-wash"
                  onClick={() => {
                    setFolder([...parts, name].join("/"));
                  }}
                >
                  {name}/
                </button>
              </li>
            ))}
            {found.data?.folders?.length === 0 && <li className="px-3 py-[2px] text-faded">no folders in it</li>}
          </ul>
        </>
      )}
      <p className="in-line gap-x-5 border-t border-rule px-3 py-[5px]">
        <TextButton
          onClick={() => {
            onChoose(folder);
          }}
        >
          {folder === "" ? "use the store's root" : `use ${parts.at(-1) ?? ""}`}
        </TextButton>
        <span>
          new folder in it{" "}
          <Entry
            label="name of a new folder"
            value=""
            width={150}
            longest={100}
            onDone={(name) => {
              const clean = name.replaceAll("/", " ").trim();
              if (clean !== "") setFolder([...parts, clean].join("/"));
            }}
          />
        </span>
        <span className="ml-auto">
          <TextButton onClick={onClose}>not now</TextButton>
        </span>
      </p>
    </div>
  );
}

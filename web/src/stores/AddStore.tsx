import { useState } from "react";
import { useAddStore, useDriveFolders } from "../api/copies";
import type { Drive, StorePage, StoreRole } from "../api/views";
import { Entry } from "../ledger/Entry";
import { TextButton } from "../ledger/Field";
import { Choice } from "../ledger/Menu";
import { Trouble } from "../ledger/Notice";
import { size } from "../words/format";
import { ROLES } from "./roles";

/** Another store: a drive, a folder on it, a name and a role. */
export function AddStore({ drives, stores, onClose }: { drives: Drive[]; stores: StorePage[]; onClose: () => void }) {
  const [path, setPath] = useState("");
  const [newFolder, setNewFolder] = useState("");
  const [name, setName] = useState("");
  const [role, setRole] = useState<StoreRole>(stores.some((store) => store.role === "main") ? "mirror" : "main");
  const add = useAddStore();
  const found = useDriveFolders(path);
  const drive = drives.find((one) => path === one.path || path.startsWith(`${one.path}/`));
  const below = drive ? path.slice(drive.path.length).split("/").filter(Boolean) : [];
  return (
    <section aria-label="Another store" className="max-w-[760px] border border-ink bg-sheet">
      <h2 className="px-4 pt-3 text-hand font-semibold">Another store</h2>
      <Trouble error={add.error ?? found.error} />
      {!drive ? (
        <ul className="py-2">
          {drives.map((one) => (
            <li key={one.path}>
              <button
                type="button"
                disabled={one.readOnly}
                className="folds-flat grid w-full grid-cols-[minmax(140px,1fr)_minmax(180px,2fr)_110px] gap-x-3 px-4 py-[4px] text-left hover:bg-wash disabled:text-faded"
                onClick={() => {
                  setPath(one.path);
                  setName((now) => now || one.label);
                }}
              >
                <b>{one.label}</b>
                <span className="truncate as-path">
                  {[one.path, one.device].filter(Boolean).join(" · ")}
                  {one.readOnly && " · read-only"}
                </span>
                <span className="text-right">{one.freeBytes === null ? "" : `${size(one.freeBytes)} free`}</span>
              </button>
            </li>
          ))}
          {drives.length === 0 && <li className="px-4 py-1 text-faded">No drive is attached.</li>}
        </ul>
      ) : (
        <>
          <p className="mt-2 flex flex-wrap gap-x-1 border-y border-rule px-4 py-[5px] as-path">
            <button
              type="button"
              className="underline underline-offset-3"
              onClick={() => {
                setPath("");
                setNewFolder("");
              }}
            >
              drives
            </button>
            /
            {[drive.label, ...below].map((part, i) => (
              <span key={`${i} ${part}`}>
                <button
                  type="button"
                  className="underline underline-offset-3"
                  onClick={() => {
                    setPath([drive.path, ...below.slice(0, i)].join("/"));
                    setNewFolder("");
                  }}
                >
                  {part}
                </button>
                /
              </span>
            ))}
            {newFolder && <b>{newFolder}/</b>}
          </p>
          <ul className="max-h-[150px] overflow-y-auto py-1">
            {found.data?.folders.map((folder) => (
              <li key={folder}>
                <button
                  type="button"
                  className="w-full px-4 py-[2px] text-left as-path hover:bg-wash"
                  onClick={() => {
                    setPath(`${path === "/" ? "" : path}/${folder}`);
                    setNewFolder("");
                  }}
                >
                  {folder}/
                </button>
              </li>
            ))}
            {found.data?.folders.length === 0 && <li className="px-4 py-[2px] text-faded">no folders in it</li>}
          </ul>
          <p className="in-line gap-x-6 gap-y-1 border-t border-rule px-4 py-2">
            <span>
              new folder in it <Entry label="name of a new folder" value={newFolder} width={150} longest={100} atOnce onDone={setNewFolder} />
            </span>
            <span>
              name <Entry label="name of the store" value={name} width={130} longest={80} atOnce onDone={setName} />
            </span>
            <Choice label="it is" value={role} options={ROLES.filter((one) => one.value !== "former")} onChoose={setRole} />
          </p>
        </>
      )}
      <p className="flex items-baseline gap-x-6 border-t border-rule px-4 py-2">
        <TextButton
          disabled={!drive || name.trim() === "" || add.isPending}
          onClick={() => {
            add.mutate({ path, newFolder: newFolder.trim(), name, role }, { onSuccess: onClose });
          }}
        >
          use this folder
        </TextButton>
        <TextButton onClick={onClose}>not now</TextButton>
        {role !== "main" &&
          (found.data?.room ? (
            <b className="text-brass">{found.data.room}</b>
          ) : (
            <span className="text-faded">
              {role === "archive"
                ? "It gets what is filed away; copies are made in the background."
                : role === "by rule"
                  ? "It gets what rules say; copies are made in the background."
                  : "It is owed a copy of everything that no rule takes; these are made in the background."}
            </span>
          ))}
      </p>
    </section>
  );
}

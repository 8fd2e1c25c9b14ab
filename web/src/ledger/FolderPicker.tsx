import { type ReactNode, useState } from "react";
import { useSourceFolders } from "../api/queries";
import { TextButton } from "./Field";
import { Trouble } from "./Notice";

/** Picks any folder below the readers, the stores and the drives, one level at a time; what is then done with it is the button's. */
export function FolderPicker({
  label,
  ask,
  error,
  button,
  onClose,
}: {
  label: string;
  /** What is asked before the first step. */
  ask: string;
  error: Error | null;
  button: (path: string, isThere: boolean) => ReactNode;
  onClose: () => void;
}) {
  const [path, setPath] = useState("");
  const found = useSourceFolders(path);
  const root = path.slice(0, path.lastIndexOf("/"));
  return (
    <section aria-label={label} className="mr-6 mb-4 ml-page max-w-[680px] border border-ink bg-sheet max-md:mr-3">
      <Trouble error={found.error ?? error} />
      <p className="border-b border-rule px-3 py-[5px] as-path break-all">{path === "" ? ask : `${path}/`}</p>
      <ul className="max-h-[220px] overflow-y-auto py-1">
        {path !== "" && (
          <li>
            <button
              type="button"
              className="w-full px-3 py-[2px] text-left as-path hover:bg-wash"
              onClick={() => {
                setPath(found.error || root === "" ? "" : root);
              }}
            >
              ../
            </button>
          </li>
        )}
        {found.data?.folders.map((folder) => (
          <li key={folder}>
            <button
              type="button"
              className="w-full px-3 py-[2px] text-left as-path break-all hover:bg-wash"
              onClick={() => {
                setPath(path === "" ? folder : `${path}/${folder}`);
              }}
            >
              {folder}/
            </button>
          </li>
        ))}
        {found.data?.folders.length === 0 && <li className="px-3 py-[2px] text-faded">no folders in it</li>}
      </ul>
      <p className="flex flex-wrap gap-x-6 border-t border-rule px-3 py-[5px]">
        {button(path, path !== "" && found.error === null)}
        {path !== "" && (
          <TextButton
            onClick={() => {
              setPath("");
            }}
          >
            begin again
          </TextButton>
        )}
        <TextButton onClick={onClose}>not now</TextButton>
      </p>
    </section>
  );
}

import { useState } from "react";
import { useOnlyHere } from "../api/placing";
import { Trouble } from "../ledger/Notice";
import { count, figure, size } from "../words/format";

/** What would be gone with a store: asked for when it is opened. */
export function OnlyHere({ store, name }: { store: number; name: string }) {
  const [open, setOpen] = useState(false);
  const found = useOnlyHere(store, open);
  return (
    <details
      className="mt-1"
      onToggle={(event) => {
        setOpen(event.currentTarget.open);
      }}
    >
      <summary className="cursor-pointer py-[3px] text-faded">what lies only here</summary>
      <Trouble error={found.error} />
      {found.data && (
        <p className={found.data.files > 0 ? "text-brass" : ""}>
          {found.data.files === 0
            ? `Nothing: all of ${name} is proven elsewhere, too.`
            : `${count(found.data.files, "file lies", "files lie")} on ${name} and proven nowhere else, ${size(found.data.bytes)}.`}
        </p>
      )}
      <ul className="max-h-[180px] overflow-y-auto as-path">
        {found.data?.paths.map((path) => (
          <li key={path}>{path}</li>
        ))}
        {found.data && found.data.files > found.data.paths.length && <li>and {figure(found.data.files - found.data.paths.length)} more</li>}
      </ul>
    </details>
  );
}

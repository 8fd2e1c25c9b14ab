import { useState } from "react";
import { type Elsewhere, useElsewhere, usePrograms } from "../api/programs";
import { count } from "../words/format";
import { Key, TextButton } from "./Field";
import { Actions } from "./Menu";
import { Trouble } from "./Notice";
import { useKeys } from "./useKeys";

/** The next step is elsewhere: opens a shoot, frames or a receipt's shoots in a program, or copies their path by a key. */
export function OpenElsewhere({ of, what }: { of: Elsewhere; what: string }) {
  const programs = usePrograms();
  const elsewhere = useElsewhere();
  const [said, setSaid] = useState<string | null>(null);
  const copy = () => {
    setSaid(null);
    elsewhere.mutate(
      { of, program: "" },
      {
        onSuccess: (paths) => {
          const shown = paths.length === 1 ? (paths[0] ?? "") : count(paths.length, "path");
          void copied(paths.join("\n")).then((isCopied) => {
            setSaid(isCopied ? `${shown} copied` : paths.join(" "));
          });
        },
      },
    );
  };
  useKeys({ c: copy });
  return (
    <>
      {(programs.data ?? []).length > 0 && (
        <Actions
          label={`open ${what} in…`}
          options={(programs.data ?? []).map((name) => ({ value: name, name }))}
          onChoose={(program) => {
            setSaid(null);
            elsewhere.mutate(
              { of, program },
              {
                onSuccess: () => {
                  setSaid(`opened in ${program}`);
                },
              },
            );
          }}
        />
      )}
      <span className="whitespace-nowrap">
        <TextButton disabled={elsewhere.isPending} onClick={copy}>
          copy the path of {what}
        </TextButton>
        <Key>C</Key>
      </span>
      <span role="status" className="as-path break-all text-faded">
        {said}
      </span>
      <Trouble error={elsewhere.error} />
    </>
  );
}

/** Without a clipboard (a page from another machine, not encrypted) a path is only shown, to be picked by hand. */
async function copied(text: string): Promise<boolean> {
  if (!window.isSecureContext) return false;
  try {
    await navigator.clipboard.writeText(text);
    return true;
  } catch {
    return false;
  }
}

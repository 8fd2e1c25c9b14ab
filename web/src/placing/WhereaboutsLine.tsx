import { useState } from "react";
import { type PlacingVerb, type PlacingWish, usePlace, useWantTree, useWhereabouts } from "../api/placing";
import type { Whereabouts } from "../api/views";
import { Key } from "../ledger/Field";
import { Actions } from "../ledger/Menu";
import { Trouble } from "../ledger/Notice";
import { useKeys } from "../ledger/useKeys";
import { Asked } from "./Asked";

interface Act {
  value: string;
  name: string;
  verb: PlacingVerb;
  store?: number;
}

/** What may be done with where a shoot lies, as it lies now. */
function acts(of: Whereabouts): Act[] {
  return [
    ...(of.archives.length > 0 && !of.isFiled ? [{ value: "file", name: `file it away: to ${of.archives.join(", ")}`, verb: "file" as const }] : []),
    ...(of.second !== "" ? [{ value: "mirror", name: "make its second copies now", verb: "mirror" as const }] : []),
    ...(of.lacksMirror ? [{ value: "mirror", name: "make its second copies again", verb: "mirror" as const }] : []),
    ...(of.keptOnly ? [{ value: "mirror all", name: "make second copies of what was dropped, too", verb: "mirror all" as const }] : []),
    ...(of.stores.some((one) => one.isHome && one.name === of.workplace && one.leaving === 0)
      ? []
      : [{ value: "bring", name: `bring it to ${of.workplace}`, verb: "bring" as const }]),
    ...of.stores
      .filter((one) => one.proven + one.bad > 0)
      .map((one) => ({ value: `leave ${one.id}`, name: `have it leave ${one.name}`, verb: "leave" as const, store: one.id })),
    of.isFinished
      ? { value: "go on", name: "it is worked on again", verb: "go on" as const }
      : { value: "finish", name: "it is finished", verb: "finish" as const },
  ];
}

/** On a shoot's page: where it lies, and what is to be done about that. */
export function WhereaboutsLine({ shoot }: { shoot: string }) {
  const found = useWhereabouts(shoot);
  const place = usePlace();
  const [open, setOpen] = useState(false);
  const want = useWantTree(shoot);
  const [asked, setAsked] = useState<Act | null>(null);
  useKeys({
    w: () => {
      setOpen(true);
    },
  });
  if (!found.data) return <Trouble error={found.error} />;
  const trees = found.data.trees;
  const options = [
    ...acts(found.data),
    ...trees.filter((tree) => !tree.isMade).map((tree) => ({ value: `tree ${tree.id}`, name: `make its folder for ${tree.name}`, verb: "finish" as const })),
  ];
  const wish = (act: Act): PlacingWish => ({ verb: act.verb, shoots: [Number(shoot)], store: act.store ?? null });
  return (
    <>
      <p className="in-line justify-between gap-x-6 border-b border-rule py-[7px] pr-6 pl-page">
        <span className="max-w-[100ch]">
          {found.data.inWords}
          {found.data.isFiled && " Filed away."}
          {found.data.isFinished && " Finished."}
          {found.data.beside !== "" && ` ${found.data.beside}`}
        </span>
        <span>
          <Actions
            label="where it lies"
            options={options}
            open={open}
            onOpen={setOpen}
            onChoose={(value) => {
              const tree = trees.find((one) => `tree ${one.id}` === value);
              if (tree) {
                want.mutate(tree.id);
                return;
              }
              const act = options.find((one) => one.value === value);
              if (!act) return;
              if (act.verb === "finish" || act.verb === "go on") place.mutate(wish(act));
              else setAsked(act);
            }}
          />
          <Key>W</Key>
        </span>
      </p>
      {trees.some((tree) => tree.isMade) && (
        <p className="in-line gap-x-6 border-b border-rule py-[5px] pr-6 pl-page text-faded">
          {trees
            .filter((tree) => tree.isMade)
            .map((tree) => (
              <span key={tree.id}>
                {tree.name} <span className="as-path break-all">{tree.path}/</span>
              </span>
            ))}
        </p>
      )}
      <Trouble error={place.error ?? want.error} />
      {asked && (
        <Asked
          wish={wish(asked)}
          what={asked.name}
          onClose={() => {
            setAsked(null);
          }}
        />
      )}
    </>
  );
}

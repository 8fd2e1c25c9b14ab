import { useState } from "react";
import { useKeepSelects, useMoveSelects, useSelects } from "../api/aside";
import { framesOfPass, useChoices } from "../api/look";
import type { Pass, Selects, SelectsHow } from "../api/views";
import { Entry } from "../ledger/Entry";
import { TextButton } from "../ledger/Field";
import { Choice } from "../ledger/Menu";
import { Trouble } from "../ledger/Notice";
import { count, figure } from "../words/format";

interface Props {
  shoot: string;
  /** Frames that are picked: these go; where none are, those of a pass. */
  picked: number[];
  /** Frames that lie in a subfolder of their own. */
  apart: number[];
}

const FIRST: Pass = "kept";

const HOWS: { value: SelectsHow; name: string; act: string }[] = [
  { value: "moved", name: "moved, at every store", act: "move them" },
  { value: "copied", name: "copied, at the main store", act: "copy them" },
  { value: "hard-linked", name: "hard-linked, at the main store", act: "link them" },
];

/** On a shoot's page: what was kept goes to a subfolder, to be edited from there, and comes back. */
export function SelectsLine({ shoot, picked, apart }: Props) {
  const [pass, setPass] = useState<Pass>(FIRST);
  const [folder, setFolder] = useState("selects");
  const [said, setHow] = useState<SelectsHow | null>(null);
  const choices = useChoices(`shoots-${shoot}`, "all", {}, 0).data;
  const inStep = useSelects(shoot).data;
  const how = said ?? inStep?.byOrder ?? "moved";
  const move = useMoveSelects(shoot);
  const keep = useKeepSelects(shoot);
  const passes = (choices?.passes ?? []).filter((one) => one.frames > 0 && one.pass !== "dropped" && one.pass !== "not yet judged");
  const chosen = passes.find((one) => one.pass === pass);
  const kept = passes.some((one) => one.pass === FIRST);
  if (inStep && inStep.how !== null && (inStep.pass !== null || inStep.picked > 0 || inStep.lie + inStep.toMove > 0))
    return <InStep selects={inStep} how={inStep.how} apart={apart} move={move} keep={keep} />;
  if (!kept && picked.length === 0 && apart.length === 0) return <Trouble error={move.error} />;
  const go = async () => {
    const frames = picked.length > 0 ? picked : (await framesOfPass(`shoots-${shoot}`, pass, {})).frames;
    if (how === "moved") move.mutate({ frames, folder });
    else keep.mutate({ frames, folder, how });
  };
  return (
    <section aria-label="Selects" className="in-line gap-x-3 gap-y-1 border-b border-rule py-[7px] pr-6 pl-page">
      <span>Selects:</span>
      {picked.length > 0 ? (
        <span>{count(picked.length, "frame")} picked</span>
      ) : (
        <Choice
          label=""
          value={pass}
          shown={chosen ? `${chosen.pass}, ${figure(chosen.frames)}` : pass}
          options={passes.map((one) => ({ value: one.pass, name: one.pass, hint: count(one.frames, "frame") }))}
          onChoose={setPass}
        />
      )}
      <span>
        to the subfolder{" "}
        <Entry
          label="subfolder of the selects"
          value={folder}
          width={130}
          longest={200}
          onDone={(typed) => {
            if (typed.trim() !== "") setFolder(typed.trim());
          }}
        />
      </span>
      <Choice label="" value={how} options={HOWS} onChoose={setHow} />
      <TextButton
        disabled={move.isPending || keep.isPending || (picked.length === 0 && !chosen)}
        onClick={() => {
          void go();
        }}
      >
        {HOWS.find((one) => one.value === how)?.act}
      </TextButton>
      {picked.length === 0 && chosen && (
        <TextButton
          disabled={keep.isPending}
          onClick={() => {
            keep.mutate({ pass, folder, how });
          }}
        >
          and keep in step
        </TextButton>
      )}
      {apart.length > 0 && (
        <span className="ml-auto">
          {count(apart.length, "frame lies", "frames lie")} in a subfolder.{" "}
          <TextButton
            disabled={move.isPending}
            onClick={() => {
              move.mutate({ frames: apart, folder: "" });
            }}
          >
            move {apart.length === 1 ? "it" : "them"} back
          </TextButton>
        </span>
      )}
      <Trouble error={move.error ?? keep.error} />
    </section>
  );
}

interface InStepProps {
  selects: Selects;
  how: SelectsHow;
  apart: number[];
  move: ReturnType<typeof useMoveSelects>;
  keep: ReturnType<typeof useKeepSelects>;
}

/** They go to the subfolder and back by themselves, when a first look rests; or lie there as copies. */
function InStep({ selects, how, apart, move, keep }: InStepProps) {
  const { pass, subfolder, picked, lie, toMove, otherwise } = selects;
  const moved = how === "moved";
  const again = pass === null ? null : { pass, folder: subfolder, how };
  return (
    <section aria-label="Selects" className="in-line gap-x-3 gap-y-1 border-b border-rule py-[7px] pr-6 pl-page">
      <span>
        Selects: {pass ?? count(picked, "frame picked", "frames picked")}, {moved ? count(lie, "frame") : `${count(lie, "file")} ${how}`} in{" "}
        <span className="as-path">{subfolder}</span>
        {pass === null ? "." : ", kept in step as they are judged."}
        {otherwise > 0 && ` ${count(otherwise, "file there is not as in the shoot", "files there are not as in the shoot")}: what was edited there stays.`}
      </span>
      {toMove > 0 && (
        <span className="text-brass">
          {moved
            ? count(toMove, "frame is to be moved.", "frames are to be moved.")
            : count(toMove, "file is to be laid out or taken away.", "files are to be laid out or taken away.")}{" "}
          {again && (
            <TextButton
              disabled={keep.isPending}
              onClick={() => {
                keep.mutate(again);
              }}
            >
              now
            </TextButton>
          )}
        </span>
      )}
      <span className="ml-auto in-line gap-x-4">
        {pass !== null && (
          <TextButton
            disabled={keep.isPending}
            onClick={() => {
              keep.mutate({});
            }}
          >
            not in step any more
          </TextButton>
        )}
        {!moved && (
          <TextButton
            disabled={keep.isPending}
            onClick={() => {
              keep.mutate({ frames: [], folder: subfolder, how });
            }}
          >
            take the {how === "copied" ? "copies" : "links"} away
          </TextButton>
        )}
        {apart.length > 0 && (
          <TextButton
            disabled={move.isPending}
            onClick={() => {
              move.mutate({ frames: apart, folder: "" });
            }}
          >
            move them back
          </TextButton>
        )}
      </span>
      <Trouble error={move.error ?? keep.error} />
    </section>
  );
}

import { useState } from "react";
import { useKeepSelects, useMoveSelects, useSelects } from "../api/aside";
import { framesOfPass, useChoices } from "../api/look";
import type { Pass, Selects } from "../api/views";
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

/** On a shoot's page: what was kept goes to a subfolder, to be edited from there, and comes back. */
export function SelectsLine({ shoot, picked, apart }: Props) {
  const [pass, setPass] = useState<Pass>(FIRST);
  const [folder, setFolder] = useState("selects");
  const choices = useChoices(`shoots-${shoot}`, "all", {}, 0).data;
  const inStep = useSelects(shoot).data;
  const move = useMoveSelects(shoot);
  const keep = useKeepSelects(shoot);
  const passes = (choices?.passes ?? []).filter((one) => one.frames > 0 && one.pass !== "dropped" && one.pass !== "not yet judged");
  const chosen = passes.find((one) => one.pass === pass);
  const kept = passes.some((one) => one.pass === FIRST);
  if (inStep?.pass != null) return <InStep selects={inStep} pass={inStep.pass} apart={apart} move={move} keep={keep} />;
  if (!kept && picked.length === 0 && apart.length === 0) return <Trouble error={move.error} />;
  const go = async () => {
    const frames = picked.length > 0 ? picked : (await framesOfPass(`shoots-${shoot}`, pass, {})).frames;
    move.mutate({ frames, folder });
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
      <TextButton
        disabled={move.isPending || (picked.length === 0 && !chosen)}
        onClick={() => {
          void go();
        }}
      >
        move them
      </TextButton>
      {picked.length === 0 && chosen && (
        <TextButton
          disabled={keep.isPending}
          onClick={() => {
            keep.mutate({ pass, folder });
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
  pass: Pass;
  apart: number[];
  move: ReturnType<typeof useMoveSelects>;
  keep: ReturnType<typeof useKeepSelects>;
}

/** They go to the subfolder and back by themselves, when a first look rests. */
function InStep({ selects, pass, apart, move, keep }: InStepProps) {
  return (
    <section aria-label="Selects" className="in-line gap-x-3 gap-y-1 border-b border-rule py-[7px] pr-6 pl-page">
      <span>
        Selects: {pass}, {count(selects.lie, "frame")} in <span className="as-path">{selects.subfolder}</span>, kept in step as they are judged.
      </span>
      {selects.toMove > 0 && (
        <span className="text-brass">
          {count(selects.toMove, "frame is", "frames are")} to be moved.{" "}
          <TextButton
            disabled={keep.isPending}
            onClick={() => {
              keep.mutate({ pass, folder: selects.subfolder });
            }}
          >
            move {selects.toMove === 1 ? "it" : "them"} now
          </TextButton>
        </span>
      )}
      <span className="ml-auto in-line gap-x-4">
        <TextButton
          disabled={keep.isPending}
          onClick={() => {
            keep.mutate({});
          }}
        >
          not in step any more
        </TextButton>
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

import type { ShootFrame } from "../api/types";
import { useFrameFacts } from "../api/queries";
import { Look, LookFact } from "../ledger/Look";
import { clock, dateInFull, size } from "../words/format";
import { judgedInWords } from "../words/judged";
import { RECORDED } from "../words/recorded";
import { viewable } from "./viewable";

interface Props {
  frames: ShootFrame[];
  frame: ShootFrame;
  picked: boolean;
  onStep: (by: number) => void;
  onPick: () => void;
  onClose: () => void;
}

/** A frame of a shoot, larger: what it is called, what it was called on its card, what was recorded, and what it says. */
export function FrameLook({ frames, frame, picked, onStep, onPick, onClose }: Props) {
  const at = frames.indexOf(frame);
  const { keywords, note } = frame.stamp;
  const facts = useFrameFacts(
    frame.id,
    [frames[at + 1], frames[at - 1]].flatMap((one) => (one ? [one.id] : [])),
  ).data?.facts;
  return (
    <Look
      frame={{ ...viewable(frame), name: frame.names[0] ?? frame.stem }}
      beside={[frames[at + 1], frames[at - 1], frames[at + 2]].flatMap((one) => (one ? [viewable(one)] : []))}
      position={at}
      of={frames.length}
      dimmed={false}
      badge={picked ? "picked" : null}
      mark={{ word: picked ? "pick it no more" : "pick it", act: onPick }}
      onStep={onStep}
      onClose={onClose}
    >
      <div>
        <p>
          {dateInFull(frame.takenAt.slice(0, 10))}, {clock(frame.takenAt)}
          {frame.datedByFile ? " by the file" : ""}
        </p>
        <p className="mt-1 font-path text-[11.5px] break-all">was {frame.originals.join(", ")}</p>
        {note && <p className="mt-1 font-semibold">{note}</p>}
      </div>
      <dl className="grid grid-cols-[84px_minmax(0,1fr)] gap-x-2 gap-y-[2px]">
        <LookFact name="judged" value={judgedInWords(frame.judged)} />
        <LookFact name="keywords" value={keywords.join(", ")} />
        {Object.values(RECORDED).map((fact) => (
          <LookFact key={fact.name} name={fact.name} value={facts ? fact.of(facts) : ""} />
        ))}
        <LookFact name="files" value={`${frame.names.map((name) => name.split(".").at(-1) ?? "").join(" + ")}, ${size(frame.bytes)}`} />
      </dl>
    </Look>
  );
}

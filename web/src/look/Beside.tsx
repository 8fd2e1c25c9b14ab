import { framePicture } from "../api/pictures";
import type { LookFrame } from "../api/views";
import { clock } from "../words/format";
import { type InGroup, inGroupInWords } from "./groups";
import { inWords, Mark } from "./Mark";

/** So many are shown beside each other. */
const MOST = 6;

interface Props {
  frame: LookFrame;
  member: InGroup;
  frames: ReadonlyMap<number, LookFrame>;
  onGo: (frame: number) => void;
}

/** The frames of a group side by side, the one that is looked at in a frame; of many, those around it. */
export function Beside({ frame, member, frames, onGo }: Props) {
  const from = Math.max(0, Math.min(member.group.frames.length - MOST, member.place - 1 - Math.floor(MOST / 2)));
  const shown = member.group.frames.slice(from, from + MOST).flatMap((id) => frames.get(id) ?? []);
  const columns = shown.length <= 3 ? shown.length : Math.ceil(shown.length / 2);
  return (
    <ul
      aria-label="The group, side by side"
      className="grid min-h-0 w-full gap-2 p-2"
      style={{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`, gridTemplateRows: `repeat(${Math.ceil(shown.length / columns)}, minmax(0, 1fr))` }}
    >
      {shown.map((one) => (
        <li key={one.id} className="min-h-0">
          <button
            type="button"
            aria-current={one.id === frame.id}
            aria-label={`${one.stem}, ${inWords(one.judged)}`}
            className={`flex h-full w-full flex-col border-2 p-1 text-left ${one.id === frame.id ? "border-white" : "border-transparent"}`}
            onClick={() => {
              onGo(one.id);
            }}
          >
            <img
              src={framePicture(one.id, 2048, one.judged.turned)}
              alt=""
              className={`min-h-0 w-full grow object-contain ${one.judged.decision === "drop" ? "opacity-50" : ""}`}
            />
            <span className="flex items-baseline gap-2 pt-1 text-[12px]">
              <Mark judged={one.judged} />
              <span className="truncate">
                {clock(one.takenAt)} · {inGroupInWords(one.id, { ...member, place: member.group.frames.indexOf(one.id) + 1 })}
              </span>
            </span>
          </button>
        </li>
      ))}
    </ul>
  );
}

import { useEffect } from "react";
import { useQueryClient } from "@tanstack/react-query";
import { useChangeStamps, useSettleStamps, useTakeStampsBack } from "../api/stamps";
import type { ShootFrame } from "../api/types";
import type { StampState } from "../api/views";
import { Key, TextButton } from "../ledger/Field";
import { Mark, Trouble } from "../ledger/Notice";
import { useKeys } from "../ledger/useKeys";
import { count } from "../words/format";
import { StampPanel } from "./StampPanel";

interface Props {
  shoot: string;
  frames: ShootFrame[];
  picked: number[];
  state: StampState | undefined;
  onAll: () => void;
  onNone: () => void;
}

/** Beside the mat: what the picked frames say, the last change to be taken back, and files that do not say what they should. */
export function StampsOfShoot({ shoot, frames, picked, state, onAll, onNone }: Props) {
  const queries = useQueryClient();
  const back = useTakeStampsBack(shoot);
  const settle = useSettleStamps(shoot);
  const change = useChangeStamps(shoot);
  const noted = frames.filter((frame) => frame.stamp.note !== null);
  const edited = noted.filter((frame) => frame.stamp.found === "edit");
  const framesWaiting = frames.filter((frame) => frame.stamp.waits).length;
  const stale = framesWaiting > 0 && state?.waiting === 0;
  // Two answers, one of them older: while either says that something waits, nobody says that nothing does.
  const waiting = Math.max(state?.waiting ?? 0, framesWaiting);
  useEffect(() => {
    if (stale) void queries.invalidateQueries({ queryKey: ["shoot", shoot] });
  }, [stale, queries, shoot]);
  const takeBack = () => {
    if (state?.canTakeBack) back.mutate(undefined);
  };
  useKeys({ z: takeBack });
  return (
    <aside aria-label="Stamps" className="border-l border-ink bg-sheet">
      <div className="sticky top-0 max-h-[calc(100vh-44px)] space-y-3 overflow-y-auto px-5 py-4">
        <div className="flex items-baseline gap-x-4">
          <h2 className="text-[17px] font-semibold">{picked.length === 0 ? "What frames say" : `${count(picked.length, "frame")} picked`}</h2>
          <span className="ml-auto flex gap-x-3">
            <TextButton onClick={onAll}>all</TextButton>
            <Key>A</Key>
            <TextButton onClick={onNone}>none</TextButton>
            <Key>N</Key>
          </span>
        </div>
        <Trouble error={back.error ?? settle.error ?? change.error} />
        <p role="status" className="text-faded">
          {waiting > 0 ? `${count(waiting, "frame")} still to be stamped; it goes on by itself.` : noted.length > 0 || state === undefined ? "" : state.left > 0 ? `Every file says what it should, but for ${count(state.left, "frame")} left as another program changed them.` : "Every file says what it should."}
        </p>
        {state?.slip && state.withoutRights.length > 0 && (
          <p>
            {count(state.withoutRights.length, "frame")} {state.withoutRights.length === 1 ? "says" : "say"} nobody's rights.{" "}
            <TextButton
              disabled={change.isPending}
              onClick={() => {
                change.mutate({ frames: state.withoutRights, slip: state.slip ?? "" });
              }}
            >
              stamp {state.withoutRights.length === 1 ? "it" : "them"} with {state.slip}
            </TextButton>
          </p>
        )}
        {state?.canTakeBack && (
          <p>
            Last change: {state.canTakeBack}, of {count(state.changed, "frame")}.{" "}
            <span className="whitespace-nowrap">
              <TextButton disabled={back.isPending} onClick={takeBack}>
                take it back
              </TextButton>
              <Key>Z</Key>
            </span>
          </p>
        )}
        {noted.length > 0 && (
          <div role="group" aria-label="Look here" className="border-y border-rule py-2">
            <p className="font-semibold text-brass">
              <Mark sign="!" label="look here" /> {count(noted.length, "frame")} of which a file does not say what it should
            </p>
            <ul className="max-h-[150px] overflow-y-auto">
              {noted.slice(0, 50).map((frame) => (
                <li key={frame.id} className="py-[2px] break-words">
                  {frame.stamp.note}
                </li>
              ))}
            </ul>
            <p className="flex flex-wrap gap-x-4 pt-1">
              <TextButton
                onClick={() => {
                  settle.mutate({ frames: noted.map((frame) => frame.id), how: "merge" });
                }}
              >
                merge ours into them
              </TextButton>
              <TextButton
                onClick={() => {
                  settle.mutate({ frames: noted.map((frame) => frame.id), how: "leave" });
                }}
              >
                leave them as they are
              </TextButton>
              {edited.length > 0 && (
                <TextButton
                  onClick={() => {
                    settle.mutate({ frames: edited.map((frame) => frame.id), how: "keep" });
                  }}
                >
                  keep {count(edited.length, "edit")} beside, bring the originals back
                </TextButton>
              )}
            </p>
          </div>
        )}
        {picked.length === 0 ? (
          <p className="text-faded">Pick frames on the mat by a press, a range with Shift, or a drag, to say something of them.</p>
        ) : (
          <StampPanel shoot={shoot} frames={picked} />
        )}
      </div>
    </aside>
  );
}

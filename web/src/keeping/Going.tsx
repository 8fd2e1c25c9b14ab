import { useState } from "react";
import { useAllShoots } from "../api/queries";
import { Entry } from "../ledger/Entry";
import { TextButton } from "../ledger/Field";
import { Choice } from "../ledger/Menu";
import { ShootFinder } from "../ledger/ShootFinder";
import { type Span, TimeScale } from "../ledger/TimeScale";
import { viewable } from "../shoots/viewable";
import { count, dated } from "../words/format";
import { Of } from "./Of";
import { LINE, type Part, without } from "./part";

/** To another shoot, and what becomes of names there. */
export function Into(props: Part) {
  const { shoot, wish, onWish } = props;
  const all = useAllShoots();
  const into = all.data?.find((one) => one.id === wish.into);
  return (
    <div>
      <p className={LINE}>
        <Of {...props} />
        {into && (
          <>
            <span>
              to <b className="font-hand">{into.description || dated(into.date)}</b>, <span className="as-path">{into.folder}/</span>{" "}
              <TextButton
                onClick={() => {
                  const rest = without(wish, "into");
                  onWish(rest);
                }}
              >
                another
              </TextButton>
            </span>
            <Choice
              label="names"
              value={wish.names === "stay" ? "stay" : wish.together ? "together" : "on"}
              options={[
                { value: "on", name: "go on after those there" },
                { value: "together", name: "are given anew to all, in order of time" },
                { value: "stay", name: "stay as they are" },
              ]}
              onChoose={(how) => {
                onWish({ ...wish, names: how === "stay" ? "stay" : "follow", together: how === "together" });
              }}
            />
          </>
        )}
      </p>
      {!into && (
        <ShootFinder
          shoots={(all.data ?? []).filter((one) => one.id !== shoot.id)}
          day={shoot.date}
          onChoose={(one) => {
            onWish({ ...wish, into: one.id });
          }}
          onClose={() => {
            onWish({});
          }}
        />
      )}
    </div>
  );
}

/** To a shoot of their own: cut off on the time scale, or picked. */
export function Apart({ shoot, frames, picked, wish, onWish }: Part) {
  const [span, setSpan] = useState<Span | null>(null);
  const say = (ids: number[]) => {
    onWish({ ...wish, apart: true, frames: ids });
  };
  const first = frames.find((frame) => frame.id === wish.frames?.[0]);
  return (
    <div>
      <div className="bg-mat text-white">
        <TimeScale
          label={`Time scale of ${shoot.description || dated(shoot.date)}`}
          frames={frames.map(viewable)}
          span={span}
          onSpan={(next) => {
            setSpan(next);
            if (next) say(frames.filter((frame) => frame.takenAt >= next.from && frame.takenAt <= next.to).map((frame) => frame.id));
          }}
          onCut={({ id }) => {
            setSpan(null);
            say(frames.slice(frames.findIndex((frame) => String(frame.id) === id)).map((frame) => frame.id));
          }}
        />
      </div>
      <p className={`${LINE} pt-2`}>
        {picked.length > 0 && (
          <TextButton
            onClick={() => {
              say(picked);
            }}
          >
            the {count(picked.length, "frame")} picked
          </TextButton>
        )}
        {wish.frames && first && (
          <>
            <span>
              {count(wish.frames.length, "frame")}, from {first.stem} on, become{" "}
              <Entry
                label="description of the shoot of their own"
                width={260}
                longest={500}
                placeholder="without a description"
                value={wish.description ?? ""}
                onDone={(description) => {
                  onWish({ ...wish, description });
                }}
              />
            </span>
            <span>
              of{" "}
              <Entry
                label="first day of the shoot of their own"
                width={104}
                longest={10}
                value={wish.date ?? first.takenAt.slice(0, 10)}
                onDone={(date) => {
                  onWish({ ...wish, date });
                }}
              />
            </span>
          </>
        )}
      </p>
    </div>
  );
}

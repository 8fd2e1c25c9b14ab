import { useFrameFacts } from "../api/queries";
import type { ShootFrame } from "../api/types";
import { Entry } from "../ledger/Entry";
import { TextButton } from "../ledger/Field";
import { Choice } from "../ledger/Menu";
import { instant } from "../words/format";
import { Of } from "./Of";
import { LINE, type Part, without } from "./part";

/** By how much a clock is put right, whose, and of which frames: said in seconds, by a frame whose time is known, or by two of one moment. */
export function Clock(props: Part) {
  const { kept, frames, picked, wish, onWish } = props;
  const seconds = wish.seconds ?? 0;
  const [one, other] = [frames.find((frame) => frame.id === picked[0]), frames.find((frame) => frame.id === picked[1])];
  const put = (to: number) => {
    onWish({ ...wish, seconds: to });
  };
  return (
    <p className={LINE}>
      {kept.bodies.length > 1 && (
        <Choice
          label="clock of"
          value={wish.body ?? ""}
          shown={wish.body ?? "every body"}
          options={[{ value: "", name: "every body" }, ...kept.bodies.map((body) => ({ value: body, name: body }))]}
          onChoose={(body) => {
            const rest = without(wish, "body");
            onWish(body === "" ? rest : { ...rest, body });
          }}
        />
      )}
      <Of {...props} />
      <span className="flex gap-x-4">
        <TextButton
          onClick={() => {
            put(seconds - 3600);
          }}
        >
          −1 h
        </TextButton>
        <TextButton
          onClick={() => {
            put(seconds + 3600);
          }}
        >
          +1 h
        </TextButton>
      </span>
      <span>
        on by{" "}
        <Entry
          label="seconds by which the clock is put on"
          type="number"
          width={90}
          value={String(seconds)}
          onDone={(typed) => {
            put(Math.round(Number(typed)) || 0);
          }}
        />{" "}
        s
      </span>
      {one && picked.length === 1 && (
        <span>
          {one.stem} was really taken{" "}
          <Entry
            label="when the picked frame was really taken"
            type="datetime-local"
            width={214}
            value={moved(one.takenAt, seconds)}
            onDone={(time) => {
              if (time !== "") put(secondsBetween(one.takenAt, time));
            }}
          />
        </span>
      )}
      {one && other && picked.length === 2 && <OneMoment one={one} other={other} wish={wish} onWish={onWish} />}
      {picked.length !== 1 && picked.length !== 2 && <span className="text-faded">Pick one frame to say when it was taken, or two of one moment.</span>}
    </p>
  );
}

/** Two frames of one moment: the clock of the one's body is put to the other's. */
function OneMoment({ one, other, wish, onWish }: { one: ShootFrame; other: ShootFrame } & Pick<Part, "wish" | "onWish">) {
  const bodies = [useFrameFacts(one.id, [other.id]).data?.facts?.body, useFrameFacts(other.id, []).data?.facts?.body];
  const to = (from: ShootFrame, right: ShootFrame, body: string | null | undefined) => () => {
    const rest = without(wish, "frames");
    onWish({ ...rest, seconds: secondsBetween(from.takenAt, right.takenAt), ...(body ? { body } : {}) });
  };
  return (
    <span className="flex flex-wrap gap-x-4">
      these two are of one moment:
      <TextButton onClick={to(one, other, bodies[0])}>it was {instant(other.takenAt)}</TextButton>
      <TextButton onClick={to(other, one, bodies[1])}>it was {instant(one.takenAt)}</TextButton>
    </span>
  );
}

const secondsBetween = (from: string, to: string): number => Math.round((Date.parse(`${to}Z`) - Date.parse(`${from}Z`)) / 1000);
const moved = (moment: string, seconds: number): string => new Date(Date.parse(`${moment}Z`) + seconds * 1000).toISOString().slice(0, 19);

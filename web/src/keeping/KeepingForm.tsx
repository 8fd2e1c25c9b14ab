import { useState } from "react";
import { useFrameFacts } from "../api/queries";
import type { KeepingWish } from "../api/keeping";
import { useStationery } from "../api/orders";
import type { Shoot, ShootFrame } from "../api/types";
import type { Keeping, ShootKept } from "../api/views";
import { useAllShoots } from "../api/queries";
import { Entry } from "../ledger/Entry";
import { TextButton } from "../ledger/Field";
import { Choice } from "../ledger/Menu";
import { ShootFinder } from "../ledger/ShootFinder";
import { type Span, TimeScale } from "../ledger/TimeScale";
import { NamesPart } from "../naming/NamesPart";
import { viewable } from "../shoots/viewable";
import { count, dated, figure, instant } from "../words/format";
import type { Kind } from "./kinds";

interface Props {
  kind: Kind;
  shoot: Shoot;
  kept: ShootKept;
  frames: ShootFrame[];
  picked: number[];
  wish: KeepingWish;
  shown: Keeping | undefined;
  onWish: (wish: KeepingWish) => void;
}

/** What is wished, in blanks of its own for each kind. */
export function KeepingForm(props: Props) {
  switch (props.kind) {
    case "describe":
      return <Describe {...props} />;
    case "number":
    case "card":
      return <Numbered {...props} />;
    case "pieces":
      return <Pieces {...props} />;
    case "replace":
      return <Replace {...props} />;
    case "clock":
      return <Clock {...props} />;
    case "into":
      return <Into {...props} />;
    case "apart":
      return <Apart {...props} />;
    case "notes":
      return <Notes {...props} />;
  }
}

const LINE = "in-line gap-x-6 gap-y-2";

function Describe({ shoot, kept, wish, shown, onWish }: Props) {
  const stationery = useStationery();
  const kinds = stationery.data?.destination ?? [];
  const patterns = stationery.data?.folders ?? [];
  return (
    <p className={LINE}>
      <span>
        first day{" "}
        <Entry
          label="first day of the shoot"
          width={104}
          longest={10}
          value={wish.date ?? shoot.date}
          onDone={(date) => {
            onWish({ ...wish, date });
          }}
        />
      </span>
      <span>
        kind of work{" "}
        <Entry
          label="kind of work"
          width={150}
          longest={80}
          placeholder="none"
          value={wish.kindOfWork ?? kept.kindOfWork}
          onDone={(kindOfWork) => {
            onWish({ ...wish, kindOfWork });
          }}
        />{" "}
        {kinds.length > 0 && (
          <Choice
            label=""
            value={wish.kindOfWork ?? kept.kindOfWork}
            shown="of those kept"
            options={kinds.map((item) => ({ value: item.name, name: item.name, hint: item.document.folder }))}
            onChoose={(name) => {
              const of = kinds.find((item) => item.name === name)?.document;
              if (of) onWish({ ...wish, kindOfWork: of.kindOfWork, destination: of.folder });
            }}
          />
        )}
      </span>
      <span>
        filed in{" "}
        <Entry
          label="folder of the store that it is filed in"
          width={150}
          longest={1000}
          placeholder="as it is"
          value={wish.destination ?? ""}
          onDone={(destination) => {
            onWish({ ...wish, destination });
          }}
        />
      </span>
      <span>
        or exactly in{" "}
        <Entry
          label="exactly this folder"
          width={300}
          longest={1000}
          value={wish.folder ?? shown?.folderAfter ?? shoot.folder}
          onDone={(folder) => {
            onWish({ ...wish, folder });
          }}
        />
      </span>
      <Choice
        label="folder made by"
        value={patterns.find((item) => item.document === wish.folders)?.name ?? ""}
        shown={patterns.find((item) => item.document === wish.folders)?.name ?? "the pattern it has"}
        options={patterns.map((item) => ({ value: item.name, name: item.name }))}
        onChoose={(name) => {
          const folders = patterns.find((item) => item.name === name)?.document;
          if (folders) onWish({ ...without(wish, "folder"), folders });
        }}
      />
      <Choice
        label="names"
        value={wish.names ?? "follow"}
        options={[
          { value: "follow", name: "follow" },
          { value: "stay", name: "stay as they are" },
          { value: "anew", name: "are numbered anew" },
        ]}
        onChoose={(names) => {
          onWish({ ...wish, names });
        }}
      />
    </p>
  );
}

/** Of all, of what is kept, or of what is picked. */
function Of({ frames, picked, wish, onWish }: Props) {
  const kept = frames.filter((frame) => frame.judged.decision === "keep").map((frame) => frame.id);
  const lots = [
    { value: "picked", name: `the ${count(picked.length, "frame")} picked`, frames: picked },
    { value: "kept", name: `the ${figure(kept.length)} kept`, frames: kept },
  ].filter((one) => one.frames.length > 0 && one.frames.length < frames.length);
  if (lots.length === 0) return null;
  const of = lots.find((one) => one.frames.length === wish.frames?.length);
  return (
    <Choice
      label="of"
      value={of?.value ?? "all"}
      options={[{ value: "all", name: `all ${figure(frames.length)}` }, ...lots]}
      onChoose={(chosen) => {
        const lot = lots.find((one) => one.value === chosen);
        onWish({ ...without(wish, "frames"), ...(lot ? { frames: lot.frames } : {}) });
      }}
    />
  );
}

function Numbered(props: Props) {
  const { kind, kept, wish, onWish } = props;
  return (
    <p className={LINE}>
      {kind === "number" && (
        <span>
          from{" "}
          <Entry
            label="first number"
            type="number"
            width={64}
            value={String(wish.from ?? kept.pattern.pieces.find((one) => one.piece === "sequence")?.start ?? 1)}
            onDone={(typed) => {
              const rest = without(wish, "from");
              onWish(typed.trim() === "" ? rest : { ...rest, from: Math.max(0, Math.round(Number(typed))) });
            }}
          />
        </span>
      )}
      <Of {...props} />
      <span className="text-faded">
        {kind === "number"
          ? "In order of time over all bodies, without gaps; what is set aside keeps its name."
          : "Names that come out alike are told apart by _2, _3."}
      </span>
    </p>
  );
}

function Pieces(props: Props) {
  const { wish, kept, shown, onWish } = props;
  return (
    <div>
      <p className={`${LINE} pb-2`}>
        <Of {...props} />
      </p>
      <NamesPart
        value={wish.pattern ?? kept.pattern}
        samples={shown?.samples ?? null}
        onChange={(pattern) => {
          onWish({ ...wish, names: "anew", pattern });
        }}
      />
    </div>
  );
}

function Replace(props: Props) {
  const { wish, onWish } = props;
  return (
    <p className={LINE}>
      <span>
        instead of{" "}
        <Entry
          label="text in names that gives way"
          width={190}
          value={wish.find ?? ""}
          onDone={(find) => {
            onWish({ ...wish, find });
          }}
        />{" "}
        write{" "}
        <Entry
          label="text in its place"
          width={190}
          placeholder="nothing"
          value={wish.with ?? ""}
          onDone={(typed) => {
            onWish({ ...wish, with: typed });
          }}
        />
      </span>
      <Of {...props} />
    </p>
  );
}

function Clock(props: Props) {
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
function OneMoment({ one, other, wish, onWish }: { one: ShootFrame; other: ShootFrame; wish: KeepingWish; onWish: (wish: KeepingWish) => void }) {
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

function Into(props: Props) {
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

function Apart({ shoot, frames, picked, wish, onWish }: Props) {
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

function Notes({ kept, wish, onWish }: Props) {
  const [typed, setTyped] = useState(wish.notes ?? kept.notes);
  return (
    <textarea
      aria-label="notes on the shoot"
      data-blank=""
      autoFocus
      rows={4}
      maxLength={20_000}
      value={typed}
      onChange={(event) => {
        setTyped(event.target.value);
        onWish({ notes: event.target.value });
      }}
      className="w-full max-w-[90ch] border border-rule-strong bg-transparent px-2 py-1 focus:border-velvet focus:outline-none"
    />
  );
}

/** The same without one of its parts. */
function without(wish: KeepingWish, part: keyof KeepingWish): KeepingWish {
  return Object.fromEntries(Object.entries(wish).filter(([name]) => name !== part));
}

const secondsBetween = (from: string, to: string): number => Math.round((Date.parse(`${to}Z`) - Date.parse(`${from}Z`)) / 1000);
const moved = (moment: string, seconds: number): string => new Date(Date.parse(`${moment}Z`) + seconds * 1000).toISOString().slice(0, 19);

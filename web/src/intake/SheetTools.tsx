import type { CardFrame, HintName, Hints } from "../api/types";
import { Key, TextButton } from "../ledger/Field";
import { Choice, Ticks } from "../ledger/Menu";
import { count, figure, hour } from "../words/format";
import { MarkWords } from "./MarkWords";
import type { Picks } from "./usePicks";
import type { Marks } from "./useWishes";
import type { Span } from "../ledger/TimeScale";
import { FACTS, hasHint, kinds, type ShowName, SIZES, type View } from "./view";

interface Props {
  frames: CardFrame[];
  shown: CardFrame[];
  hints: Hints | undefined;
  marks: Marks;
  picks: Picks;
  show: ShowName;
  span: Span | null;
  onSpan: (span: Span | null) => void;
  view: View;
  onShow: (show: ShowName) => void;
  onView: (view: View) => void;
}

const LEAVABLE: HintName[] = ["black", "blown", "under"];
const HINTS: HintName[] = [...LEAVABLE, "soft", "burst", "bracket"];

/** The line above the pictures of one shoot: how many, marking, what to show and how. */
export function SheetTools({ frames, shown, hints, marks, picks, show, span, view, onShow, onSpan, onView }: Props) {
  const marked = frames.filter(marks.isMarked);
  const held = frames.filter((frame) => frame.held !== null);
  const withHint = (name: HintName) => frames.filter((frame) => hasHint(hints?.hints[frame.key], name));
  const bodies = [...new Set(frames.map((frame) => frame.facts?.body ?? "unknown"))];
  const sorts = [...new Set(frames.map(kinds))].sort();
  const measuring = hints !== undefined && hints.measured < hints.of;
  return (
    <div className="px-[14px] py-[7px] leading-6">
      <div className="in-line gap-x-6 gap-y-1">
        <span>
          <b>{count(frames.length, "frame")}</b>, {figure(marked.length)} marked
        </span>
        <span>
          <MarkWords onMat frames={shown} marks={marks} />
          {shown.length < frames.length && ` of the ${count(shown.length, "frame")} shown`}
        </span>
        {LEAVABLE.some((name) => withHint(name).some(marks.isMarked)) && (
          <span>
            leave out
            {LEAVABLE.map((name) => {
              const some = withHint(name).filter(marks.isMarked);
              return some.length > 0 ? (
                <span key={name} className="ml-2">
                  <TextButton
                    onMat
                    onClick={() => {
                      marks.mark(some, false);
                    }}
                  >
                    {figure(some.length)} {name}
                  </TextButton>
                </span>
              ) : null;
            })}
          </span>
        )}
        {measuring && (
          <span className="text-white">
            looking at pictures: {figure(hints.measured)} of {figure(hints.of)}
          </span>
        )}
        <span className="ml-auto flex gap-4">
          <span>
            {picks.on ? "pick" : "mark"}
            <Key>Space</Key>
          </span>
          <span>
            new shoot here<Key>C</Key>
          </span>
          <span>
            larger<Key>Enter</Key>
          </span>
        </span>
      </div>
      <div className="flex flex-wrap items-center gap-x-6 gap-y-1">
        <Choice
          onMat
          label="a press"
          value={picks.on ? "picks" : "marks"}
          onChoose={(to) => {
            picks.turn(to === "picks");
          }}
          options={[
            { value: "marks", name: "marks, to bring in or not" },
            { value: "picks", name: "picks, to move to another shoot" },
          ]}
          shown={picks.on ? "picks to move" : "marks"}
        />
        <Choice
          onMat
          label="show"
          value={show}
          onChoose={onShow}
          options={[
            { value: "all", name: "all", count: frames.length },
            { value: "new", name: "new", count: frames.filter((frame) => frame.isNew).length },
            { value: "held", name: "held", count: held.length },
            { value: "left out", name: "left out", count: frames.length - marked.length },
            ...(frames.some((frame) => frame.incomplete)
              ? [{ value: "incomplete" as const, name: "incomplete", count: frames.filter((frame) => frame.incomplete).length }]
              : []),
            ...(sorts.length > 1
              ? sorts.map((one) => ({ value: `kinds ${one}` as ShowName, name: one, count: frames.filter((frame) => kinds(frame) === one).length }))
              : []),
            ...(bodies.length > 1 ? bodies.map((body) => ({ value: `body ${body}` as ShowName, name: body })) : []),
            ...HINTS.map((name) => ({ value: `hint ${name}` as ShowName, name, count: withHint(name).length })).filter((option) => option.count > 0),
          ]}
        />
        <Choice
          onMat
          label="in order of"
          value={view.sort}
          onChoose={(sort) => {
            onView({ ...view, sort });
          }}
          options={[
            { value: "time", name: "time taken" },
            { value: "name", name: "name" },
            { value: "size", name: "size" },
            { value: "kind", name: "kind" },
          ]}
        />
        <Ticks
          onMat
          label="facts"
          values={view.captions}
          options={FACTS}
          onChange={(captions) => {
            onView({ ...view, captions });
          }}
        />
        {span && (
          <span>
            {hour(span.from)} to {hour(span.to)} only{" "}
            <TextButton
              onMat
              onClick={() => {
                onSpan(null);
              }}
            >
              all of it
            </TextButton>
          </span>
        )}
        {(show !== "all" || span) && <span>{figure(shown.length)} shown</span>}
        <span className="ml-auto">
          as{" "}
          <TextButton
            onMat
            disabled={!view.list}
            onClick={() => {
              onView({ ...view, list: false });
            }}
          >
            pictures
          </TextButton>
          {" · "}
          <TextButton
            onMat
            disabled={view.list}
            onClick={() => {
              onView({ ...view, list: true });
            }}
          >
            list
          </TextButton>
        </span>
        <label className="flex items-center gap-2">
          size
          <input
            type="range"
            min={0}
            max={SIZES.length - 1}
            value={view.size}
            disabled={view.list}
            onChange={(event) => {
              onView({ ...view, size: Number(event.target.value) });
            }}
            className="w-[84px] accent-white focus-visible:outline-white"
          />
        </label>
      </div>
    </div>
  );
}

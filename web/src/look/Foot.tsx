import type { ElsewhereFrame, LookFrame } from "../api/views";
import { Key, TextButton } from "../ledger/Field";
import { count, figure } from "../words/format";
import { judgedInWords } from "../words/judged";
import { amongInWords } from "./among";
import { inWords, Mark } from "./Mark";
import { keyOf } from "./keys";
import { lookedAt, type Sitting } from "./sitting";
import { Ticks } from "./Ticks";
import { useWaysHere } from "./ways";

interface Props {
  now: Sitting;
  /** The frames of the pass, in order. */
  ordered: (LookFrame | undefined)[];
  /** Which of its group the frame is, in words. */
  belongs: string | null;
  /** What another program wrote of it, and is not so here. */
  elsewhere: ElsewhereFrame | undefined;
  /** How many are to be delivered. */
  goal: number | null;
  trouble: Error | null;
  onGo: (to: number) => void;
  onSay: (word: string) => void;
  onTakeBack: () => void;
  onPasses: () => void;
  onKeys: () => void;
  onLeave: () => void;
}

/** The foot of a first look: the pass, how the frame is judged and how it can be, and what it comes to. */
export function Foot({ now, ordered, belongs, elsewhere, goal, trouble, onGo, onSay, onTakeBack, onPasses, onKeys, onLeave }: Props) {
  const frame = lookedAt(now);
  const besides = amongInWords(now.among);
  const { keys } = useWaysHere();
  return (
    <footer className="bg-mat-deep px-[14px] pt-1 pb-[8px] text-[13px]">
      <div className="grid grid-cols-[minmax(0,1fr)_auto] items-end gap-x-6 max-md:grid-cols-1">
        <Ticks frames={ordered} at={now.at} onGo={onGo} />
        <p className="min-w-[330px] pb-[3px] text-right font-semibold tabular-nums max-md:min-w-0">
          {now.standing.sentence}
          {goal !== null && ` · ${goalInWords(now.standing.kept, goal)}`}
        </p>
      </div>
      <div className="flex min-h-[30px] flex-wrap items-baseline gap-x-5 gap-y-1 pt-1">
        <p className="flex w-[400px] min-w-0 items-baseline gap-3 max-md:w-full">
          {frame ? (
            <>
              <Mark judged={frame.judged} />
              <span className="min-w-0 truncate">
                <b>{frame.stem}</b> <span className="whitespace-nowrap">{inWords(frame.judged)}</span>
                {belongs && <span className="whitespace-nowrap opacity-80"> · {belongs}</span>}
              </span>
            </>
          ) : (
            "the end of the pass"
          )}
        </p>
        <span className="flex flex-wrap items-baseline gap-x-4">
          {(
            [
              ["keep", "keep"],
              ["drop", "drop"],
              ["unsure", "unsure"],
            ] as const
          ).map(([word, says]) => (
            <span key={word}>
              <TextButton
                onMat
                onClick={() => {
                  onSay(word);
                }}
              >
                {says}
              </TextButton>
              <Key>{keyOf(keys, word)}</Key>
            </span>
          ))}
          <span className="flex items-baseline gap-x-2">
            stars
            {[1, 2, 3, 4, 5].map((stars) => (
              <button
                key={stars}
                type="button"
                aria-label={`${stars} ${stars === 1 ? "star" : "stars"}`}
                aria-pressed={frame?.judged.stars === stars}
                className="border border-white/60 px-[5px] text-[11px] leading-[15px] aria-pressed:bg-white aria-pressed:text-ink"
                onClick={() => {
                  onSay(frame?.judged.stars === stars ? "0" : String(stars));
                }}
              >
                {stars}
              </button>
            ))}
          </span>
          <span>
            <TextButton onMat disabled={!now.standing.canTakeBack && now.queue.length === 0} onClick={onTakeBack}>
              take back
            </TextButton>
            <Key>{keyOf(keys, "take back")}</Key>
          </span>
        </span>
        <p role="status" className="ml-auto">
          {elsewhere && (
            <span className="mr-5">
              elsewhere: {judgedInWords(elsewhere) || "no stars"}{" "}
              <TextButton
                onMat
                onClick={() => {
                  for (const word of wordsOf(elsewhere)) onSay(word);
                }}
              >
                take it
              </TextButton>
            </span>
          )}
          {trouble && (
            <b>
              {now.queue.length > 0 ? `${count(now.queue.length, "judgement")} not kept yet. ` : ""}
              {trouble.message}
            </b>
          )}
          {!trouble && now.met !== "" && <b>{now.met}</b>}
        </p>
        <span className="flex flex-wrap items-baseline gap-x-4">
          <span>
            {figure(Math.min(now.order.length, now.at + 1))} of {figure(now.order.length)},{" "}
            <TextButton onMat onClick={onPasses}>
              {now.pass}
              {besides && `: ${besides}`}
            </TextButton>
            <Key>{keyOf(keys, "passes")}</Key>
          </span>
          <span>
            <TextButton onMat onClick={onKeys}>
              keys
            </TextButton>
            <Key>?</Key>
          </span>
          <span>
            <TextButton onMat onClick={onLeave}>
              leave
            </TextButton>
            <Key>Esc</Key>
          </span>
        </span>
      </div>
    </footer>
  );
}

/** "32 more than the 180 to deliver" */
const goalInWords = (kept: number, goal: number): string =>
  kept === goal
    ? `the ${figure(goal)} to deliver`
    : `${figure(Math.abs(kept - goal))} ${kept > goal ? "more than" : "short of"} the ${figure(goal)} to deliver`;

/** What is said of a frame so that it is judged as another program has it. */
const wordsOf = (said: ElsewhereFrame): string[] => [
  said.label === null ? "no label" : `label ${said.label}`,
  said.decision === "drop" ? "drop" : String(said.stars),
];

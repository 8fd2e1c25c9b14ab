import { Key, TextButton } from "../ledger/Field";
import { count, figure } from "../words/format";
import { keyOfPass } from "./keys";
import type { Sitting } from "./sitting";

interface Choosing {
  now: Sitting;
  onGather: (pass: Sitting["pass"]) => void;
  /** Says a word of many frames, as one act. */
  onSayOf: (word: string, frames: readonly number[]) => void;
}

/** The pass is over: what it came to, and what comes next. */
export function Over({ now, onGather, onSayOf, onBack }: Choosing & { onBack: (by: number) => void }) {
  return (
    <section aria-label="The pass is over" className="m-auto max-w-[60ch]">
      <h2 className="text-title font-semibold">{now.order.length === 0 ? "Nothing is in this pass" : "The pass is over"}</h2>
      <p className="pt-2 pb-4">
        {count(now.order.length, "frame")} {now.pass === "all" ? "in all" : `in the pass "${now.pass}"`}. It comes to this: {now.standing.sentence}.
        {now.standing.dropped > 0 && " What is dropped can be set aside, on its shoot's page."}
        {now.standing.waiting > 0 && " Stars and labels are written into the files when you leave, or rest."}
      </p>
      <Passes now={now} onGather={onGather} onSayOf={onSayOf} />
      {now.order.length > 0 && (
        <p className="pt-4">
          <TextButton
            onMat
            onClick={() => {
              onBack(-1);
            }}
          >
            back to the last
          </TextButton>
          <Key>←</Key>
        </p>
      )}
    </section>
  );
}

/** Every pass, and how many frames it would have. */
export function Passes({ now, onGather, onSayOf, groups, alike, onAlike }: Choosing & { groups?: number; alike?: number; onAlike?: (alike: number) => void }) {
  const notKept = [...now.frames.values()].filter((frame) => frame.judged.decision === null || frame.judged.decision === "unsure").map((frame) => frame.id);
  return (
    <>
      <ul className="grid grid-cols-[auto_auto_auto] items-baseline justify-start gap-x-6 gap-y-1">
        {now.standing.passes.map((one) => (
          <li key={one.pass} className="contents">
            <span className={one.frames === 0 ? "opacity-70" : ""}>
              {one.frames > 0 ? (
                <TextButton
                  onMat
                  onClick={() => {
                    onGather(one.pass);
                  }}
                >
                  {one.pass}
                </TextButton>
              ) : (
                one.pass
              )}
            </span>
            <span className={`text-right tabular-nums ${one.pass === now.pass ? "font-semibold" : ""}`}>
              {figure(one.frames)}
              {one.pass === now.pass && <span className="sr-only"> (this pass)</span>}
            </span>
            <Key>{keyOfPass(one.pass)}</Key>
          </li>
        ))}
      </ul>
      <p className="flex max-w-[46ch] flex-wrap gap-x-5 gap-y-1 pt-3">
        {now.order.length > 0 && (
          <>
            <TextButton
              onMat
              onClick={() => {
                onSayOf("keep", now.order);
              }}
            >
              keep all {figure(now.order.length)} of this pass
            </TextButton>
            <TextButton
              onMat
              onClick={() => {
                onSayOf("drop", now.order);
              }}
            >
              drop all {figure(now.order.length)}
            </TextButton>
          </>
        )}
        {notKept.length > 0 && (
          <TextButton
            onMat
            onClick={() => {
              onSayOf("drop", notKept);
            }}
          >
            drop all {figure(notKept.length)} that are not kept
          </TextButton>
        )}
      </p>
      {onAlike && alike !== undefined && (
        <label className="flex items-center gap-3 pt-3">
          alike
          <input
            type="range"
            min={0}
            max={20}
            value={alike}
            onChange={(event) => {
              onAlike(Number(event.target.value));
            }}
            className="accent-white"
          />
          {count(groups ?? 0, "group")}: bursts, brackets, and what differs in {alike} of 64 places or fewer
        </label>
      )}
    </>
  );
}

import type { ReactNode } from "react";
import { type Among, useChoices } from "../api/look";
import type { Facet, Pass } from "../api/views";
import { Key, TextButton } from "../ledger/Field";
import { count, figure } from "../words/format";
import { amongInWords } from "./among";
import { keyOfPass } from "./keys";
import type { Sitting } from "./sitting";
import { useWaysHere } from "./ways";

interface Choosing {
  lot: string;
  now: Sitting;
  /** Whether it closes what it was chosen in. */
  onGather: (pass: Pass, among: Among, closes: boolean) => void;
  /** Says a word of many frames, as one act. */
  onSayOf: (word: string, frames: readonly number[]) => void;
  children?: ReactNode;
}

/** The pass is over: what it came to, and what comes next. */
export function Over({ lot, now, onGather, onSayOf, onBack }: Choosing & { onBack: (by: number) => void }) {
  const besides = amongInWords(now.among);
  return (
    <section aria-label="The pass is over" className="m-auto max-h-full max-w-[76ch] overflow-y-auto">
      <h2 className="text-title font-semibold">{now.order.length === 0 ? "Nothing is in this pass" : "The pass is over"}</h2>
      <p className="pt-2 pb-4">
        {count(now.order.length, "frame")} {now.pass === "all" ? "in all" : `in the pass "${now.pass}"`}
        {besides && `, ${besides}`}. It comes to this: {now.standing.sentence}.
        {now.standing.dropped > 0 && " What is dropped can be set aside, on its shoot's page."}
        {now.standing.waiting > 0 && " Stars and labels are written into the files when you leave, or rest."}
      </p>
      <Passes lot={lot} now={now} onGather={onGather} onSayOf={onSayOf} />
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

const FACETS: Record<Facet, string> = { label: "label", keyword: "keyword", hint: "hint", body: "body", lens: "lens", hour: "hour" };

/** Every pass, how many frames it would have, and what else it can be told by. */
export function Passes({ lot, now, onGather, onSayOf, children }: Choosing) {
  const { keys } = useWaysHere();
  const found = useChoices(lot, now.pass, now.among, now.standing.act).data;
  const passes = found?.passes ?? now.standing.passes;
  const notKept = [...now.frames.values()].filter((frame) => frame.judged.decision === null || frame.judged.decision === "unsure").map((frame) => frame.id);
  return (
    <>
      <div className="flex flex-wrap items-start gap-x-10 gap-y-4">
        <ul className="grid grid-cols-[auto_auto_auto] items-baseline justify-start gap-x-5 gap-y-1">
          {passes.map((one) => (
            <li key={one.pass} className="contents">
              <span className={one.frames === 0 ? "opacity-70" : ""}>
                {one.frames > 0 ? (
                  <TextButton
                    onMat
                    onClick={() => {
                      onGather(one.pass, now.among, true);
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
              <Key>{keyOfPass(keys, one.pass)}</Key>
            </li>
          ))}
        </ul>
        <div className="flex max-w-[560px] flex-wrap gap-x-8 gap-y-3">
          {(Object.keys(FACETS) as Facet[]).map((facet) => {
            // What is chosen is known here before the counts of it come: pressed twice, it is as it was.
            const choices = (found?.choices ?? []).filter((one) => one.facet === facet).map((one) => ({ ...one, chosen: now.among[facet] === one.value }));
            // One value that all have tells nothing apart.
            if (choices.length === 0 || (choices.length === 1 && facet !== "label" && facet !== "keyword" && facet !== "hint" && !choices[0]?.chosen))
              return null;
            return (
              <fieldset key={facet} className="min-w-[110px]">
                <legend className="opacity-80">{FACETS[facet]}</legend>
                <ul className="max-h-[230px] overflow-y-auto pr-2">
                  {choices.map((one) => (
                    <li key={one.value} className="flex items-baseline justify-between gap-4">
                      <TextButton
                        onMat
                        pressed={one.chosen}
                        onClick={() => {
                          const others = Object.fromEntries(Object.entries(now.among).filter(([other]) => other !== facet));
                          onGather(now.pass, one.chosen ? others : { ...others, [facet]: one.value }, false);
                        }}
                      >
                        {facet === "hour" ? `${one.value}:00` : one.value}
                        {one.chosen && <span aria-hidden="true"> ×</span>}
                      </TextButton>
                      <span className="tabular-nums">{figure(one.frames)}</span>
                    </li>
                  ))}
                </ul>
              </fieldset>
            );
          })}
        </div>
      </div>
      <p className="flex flex-wrap gap-x-5 gap-y-1 pt-3">
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
      {children}
    </>
  );
}

/** How far two prints may differ of frames that are said to look alike. */
export function Alike({ groups, alike, onAlike }: { groups: number; alike: number; onAlike: (alike: number) => void }) {
  return (
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
      {count(groups, "group")}: bursts, brackets, and what differs in {alike} of 64 places or fewer
    </label>
  );
}

/** How many are to be delivered in the end, if that is known. */
export function Goal({ goal, onGoal }: { goal: number | null; onGoal: (goal: number | null) => void }) {
  return (
    <label className="flex items-baseline gap-3 pt-2">
      to deliver
      <input
        type="number"
        min={0}
        max={99_999}
        value={goal ?? ""}
        placeholder="as many as are kept"
        onChange={(event) => {
          onGoal(event.target.value === "" ? null : Math.max(0, Math.min(99_999, Math.round(Number(event.target.value)))));
        }}
        className="w-[150px] border-b border-dotted border-white/60 bg-transparent placeholder:text-white/70 placeholder:italic"
      />
    </label>
  );
}

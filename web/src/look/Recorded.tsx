import { useFrameFacts } from "../api/queries";
import type { LookFrame } from "../api/views";
import { LookFact } from "../ledger/Look";
import { clock, dateInFull } from "../words/format";
import { RECORDED } from "../words/recorded";

/** What the camera recorded of the frame; that of the next is fetched with it. */
export function Recorded({ frame, next }: { frame: LookFrame; next: LookFrame | undefined }) {
  const facts = useFrameFacts(frame.id, next ? [next.id] : []).data?.facts;
  return (
    <section aria-label="What was recorded" className="absolute top-0 right-0 w-[260px] bg-mat-deep/90 p-3">
      <p className="pb-2">
        {dateInFull(frame.takenAt.slice(0, 10))}, {clock(frame.takenAt)}
      </p>
      <dl className="grid grid-cols-[84px_minmax(0,1fr)] gap-x-2 gap-y-[2px] text-[13px]">
        {Object.values(RECORDED).map((fact) => (
          <LookFact key={fact.name} name={fact.name} value={facts ? fact.of(facts) : ""} />
        ))}
        <LookFact name="came with" value={frame.came} />
        <LookFact name="files" value={frame.endings.map((ending) => ending.slice(1)).join(" + ")} />
      </dl>
    </section>
  );
}

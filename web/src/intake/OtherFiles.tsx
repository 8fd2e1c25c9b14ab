import type { CardFrame, Desk } from "../api/types";
import { TextButton } from "../ledger/Field";
import { count, figure, size } from "../words/format";

/** What is on the card, or on several, and will not be brought in: by name, and why. Clips and sounds among it can come along. */
export function OtherFiles({
  others,
  unreadable,
  clipsStay,
  othersStay,
  several,
  onClips,
}: {
  others: Desk["others"];
  unreadable: CardFrame[];
  clipsStay: boolean;
  othersStay: boolean;
  several: boolean;
  onClips: (() => void) | null;
}) {
  const clips = others.filter((other) => other.isClip).length;
  const stay = others.filter((other) => (other.isClip ? clipsStay : othersStay || !other.canCome));
  if (stay.length + unreadable.length === 0) return null;
  const heading = several ? "Stays on the cards" : "Stays on the card";
  return (
    <section aria-label={heading} className="pb-8">
      <div className="in-line justify-between gap-6 border-b border-rule-strong pt-6 pr-6 pb-[6px] pl-page">
        <h2 className="text-hand font-semibold">
          {heading} <span className="font-plain text-body font-normal text-faded">{count(stay.length + unreadable.length, "file")}</span>
        </h2>
        {clips > 0 && clipsStay && onClips && (
          <TextButton onClick={onClips}>bring {clips === 1 ? "the clip or sound" : `the ${figure(clips)} clips and sounds`} along</TextButton>
        )}
      </div>
      <ul>
        {unreadable.map((frame) => (
          <Line key={frame.key} path={frame.files.join(", ")} what={`unreadable: ${frame.caution ?? "no reason known"}`} bytes={frame.bytes} marked />
        ))}
        {stay.map((other) => (
          <Line key={other.path} {...other} />
        ))}
      </ul>
    </section>
  );
}

function Line({ path, what, bytes, marked = false }: { path: string; what: string; bytes: number; marked?: boolean }) {
  return (
    <li className="folds grid grid-cols-[var(--spacing-margin)_minmax(200px,1fr)_minmax(200px,2fr)_90px] items-baseline gap-x-[14px] border-b border-rule py-[6px] pr-6">
      <span className="justify-self-center font-hand font-semibold text-brass" aria-hidden="true">
        {marked ? "!" : ""}
      </span>
      <span className="as-path break-all">{path}</span>
      <span className="text-faded">{what}</span>
      <span className="text-right text-faded">{bytes > 0 ? size(bytes) : ""}</span>
    </li>
  );
}

import { Progress as Bar } from "radix-ui";
import type { Conversions as Sum } from "../api/views";
import { useConvertAgain } from "../api/queries";
import { TextButton } from "../ledger/Field";
import { Trouble } from "../ledger/Notice";
import { figure } from "../words/format";

/** How far a receipt's raws are on their way to being DNGs, apart from the copying; then what they came to. */
export function Conversions({ of, number, waits }: { of: Sum; number: string; waits: string | null }) {
  const again = useConvertAgain(number);
  const done = of.asked - of.waiting;
  return (
    <section aria-label="DNG" className="mb-5">
      {of.waiting > 0 && (
        <>
          <Bar.Root value={Math.round((100 * done) / of.asked)} aria-label="Converted" className="relative h-[7px] border-y border-ink">
            <Bar.Indicator className="h-full origin-left bg-brass transition-transform duration-300" style={{ transform: `scaleX(${done / of.asked})` }} />
          </Bar.Root>
          <p className="mt-2">
            <b>{figure(done)}</b> of {figure(of.asked)} raws converted.{" "}
            <span className="text-faded">{waits ? `The rest ${waits}.` : "Copying does not wait for it; this page can be left."}</span>
          </p>
        </>
      )}
      <p className={of.waiting > 0 ? "mt-1" : "totalled py-1"}>{of.sentence}</p>
      <Trouble error={again.error} />
      {of.refused.length > 0 && (
        <ul className="mt-1">
          <li>
            <TextButton
              disabled={again.isPending}
              onClick={() => {
                again.mutate();
              }}
            >
              try to convert {of.refused.length === 1 ? "it" : "them"} again
            </TextButton>
          </li>
          {of.refused.map((one) => (
            <li key={one.path} className="text-brass">
              <span className="font-path">{one.path}</span> {one.because}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

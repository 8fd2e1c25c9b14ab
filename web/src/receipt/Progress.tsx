import { framePicture } from "../api/pictures";
import { Progress as Bar } from "radix-ui";
import { useNavigate } from "react-router";
import type { Receipt } from "../api/types";
import { useHold, useLanded } from "../api/copies";
import { useContinue } from "../api/queries";
import { takeBackDesk } from "../intake/keptDesk";
import { Key, TextButton } from "../ledger/Field";
import { Glimpse } from "../ledger/Glimpse";
import { Trouble } from "../ledger/Notice";
import { useKeys } from "../ledger/useKeys";
import { count, duration, figure, size } from "../words/format";
import { waitsFor } from "../words/waits";

/** So many cards are copied at once, see ops/server.sh. */
const LANES = 2;

const waitsWords = ({ waits }: Receipt, begins: boolean): string => {
  if (waits.machine !== null) return `waits for ${waits.machine}, where its card is`;
  return begins && waits.copying.length < LANES ? "begins in a few seconds" : (waitsFor(waits.copying) ?? "waits for a worker");
};

/** How far a running intake is: a rule that fills with ink, and the same in numbers. */
export function Progress({ receipt, number }: { receipt: Receipt; number: string }) {
  const hold = useHold(number);
  const landed = useLanded(number, receipt.filesCopied, receipt.filesCopied > 0);
  const share = receipt.bytesToCopy > 0 ? receipt.bytesCopied / receipt.bytesToCopy : 0;
  const waiting = receipt.state === "waiting";
  const begins = waiting && receipt.begunAt === null;
  const goOn = useContinue(number);
  const go = useNavigate();
  const notYet = () => {
    // Not a callback of mutate: this line is gone from the page as soon as the receipt says that it was taken back, and callbacks with it.
    void hold.mutateAsync("take-back").then(
      () => {
        takeBackDesk(receipt.desk);
        void go(`/intake/${receipt.desk}`);
      },
      () => undefined, // hold.error is on the page
    );
  };
  const canTakeBack = receipt.filesCopied === 0 && !hold.isPending;
  useKeys(canTakeBack ? { n: notYet } : {});
  return (
    <div className="mb-5">
      <Bar.Root value={Math.round(share * 100)} aria-label="Copied" className="relative h-[7px] border-y border-ink">
        <Bar.Indicator className="h-full origin-left bg-velvet transition-transform duration-300" style={{ transform: `scaleX(${share})` }} />
      </Bar.Root>
      <p className="mt-2 flex justify-between">
        <span>
          <b>{figure(receipt.filesCopied)}</b> of {count(receipt.filesToCopy, "file")}, {size(receipt.bytesCopied)} of {size(receipt.bytesToCopy)}
        </span>
        <span className="text-faded">
          {waiting && waitsWords(receipt, begins)}
          {!waiting && receipt.bytesPerSecond !== null && `${size(receipt.bytesPerSecond)} a second`}
          {!waiting && receipt.secondsLeft !== null && `, about ${duration(receipt.secondsLeft)} left`}
        </span>
      </p>
      <p className="mt-1 flex flex-wrap gap-x-6">
        {receipt.filesCopied === 0 && (
          <span>
            <TextButton disabled={!canTakeBack} onClick={notYet}>
              not yet
            </TextButton>
            <Key>N</Key>
          </span>
        )}
        {begins && (
          <TextButton
            disabled={goOn.isPending}
            onClick={() => {
              goOn.mutate();
            }}
          >
            begin now
          </TextButton>
        )}
        {!begins &&
          (["pause", "stop"] as const).map((how) => (
            <TextButton
              key={how}
              disabled={hold.isPending}
              onClick={() => {
                hold.mutate(how);
              }}
            >
              {how}
            </TextButton>
          ))}
        <span className="text-faded">
          {begins
            ? 'Nothing is copied yet: "not yet" takes you back to the desk as it was.'
            : "This page can be left; the work goes on. Leave the card in its reader."}
        </span>
      </p>
      <Trouble error={hold.error ?? goOn.error} />
      <div className="mt-3 grid h-[60px] grid-cols-12 gap-[3px] overflow-hidden bg-mat p-[3px]" role="img" aria-label="The frames that came in last">
        {(landed.data ?? []).map((frame) => (
          <Glimpse key={frame} source={framePicture(frame, 160)} className="h-[54px] w-full object-contain" />
        ))}
      </div>
    </div>
  );
}

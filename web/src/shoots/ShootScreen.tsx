import { useMemo, useRef } from "react";
import { useParams } from "react-router";
import { useShoot } from "../api/queries";
import type { ShootFrame } from "../api/types";
import { Field } from "../ledger/Field";
import { Trouble } from "../ledger/Notice";
import { Page } from "../ledger/Page";
import { type GridPicture, PictureGrid } from "../ledger/PictureGrid";
import { clock, count, dateOf, day, hour, size } from "../words/format";

/** One shoot: its folder and sums, and its frames on the mat under their new names. */
export function ShootScreen() {
  const { id = "" } = useParams();
  const found = useShoot(id);
  const scroller = useRef<HTMLElement>(null);
  const pictures = useMemo(() => (found.data?.frames ?? []).map(picture), [found.data]);
  const shoot = found.data?.shoot;
  return (
    <Page title={shoot?.description ?? "Shoot"} scrollRef={scroller}>
      <div className="flex min-h-full flex-col">
        <Trouble error={found.error} />
        {shoot && (
          <>
            <section aria-label="The shoot" className="flex flex-wrap items-end gap-x-7 gap-y-2 border-b border-ink py-5 pr-6 pl-[72px]">
              <h1 className="mr-2 text-title font-semibold">{shoot.description || "Without a description"}</h1>
              <dl className="flex flex-wrap gap-x-7 gap-y-2">
                <Field label="taken">
                  {day(shoot.date)} {shoot.date.slice(0, 4)}, {hour(shoot.from)} to {hour(shoot.to)}
                </Field>
                <Field label="in it">
                  {count(shoot.frames, "frame")}, {count(shoot.files, "file")}, {size(shoot.bytes)}
                </Field>
                <Field label="folder">
                  <span className="font-path text-path">{shoot.folder}/</span>
                </Field>
                <Field label="copies">one, proven {dateOf(shoot.provenSince)}</Field>
              </dl>
            </section>
            <div className="ml-[59px] grow bg-mat py-3">
              <PictureGrid label={`Frames of ${shoot.description || day(shoot.date)}`} pictures={pictures} width={184} scroller={scroller} />
            </div>
          </>
        )}
      </div>
    </Page>
  );
}

function picture(frame: ShootFrame): GridPicture {
  return {
    id: String(frame.id),
    label: `${frame.names.join(", ")}, taken ${clock(frame.takenAt)}, was ${frame.originals.join(", ")}`,
    source: frame.hasPicture ? `/api/frames/${frame.id}/picture?edge=480` : null,
    stamp: frame.datedByFile ? "file time" : null,
    captions: [frame.stem.replace(/^\d{4}-\d\d-\d\d_/, ""), clock(frame.takenAt)],
  };
}

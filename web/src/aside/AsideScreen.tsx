import { useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { useAside, useBringBack } from "../api/aside";
import { framePicture } from "../api/pictures";
import type { AsideFrame } from "../api/views";
import { Field, Key, TextButton } from "../ledger/Field";
import { Nothing } from "../ledger/Nothing";
import { Trouble } from "../ledger/Notice";
import { Page } from "../ledger/Page";
import { type GridPicture, PictureGrid } from "../ledger/PictureGrid";
import { useKeys } from "../ledger/useKeys";
import { asideInWords } from "../words/aside";
import { clock, dateOf, day, figure, size } from "../words/format";
import { judgedInWords } from "../words/judged";
import { ForGood } from "./ForGood";

/** What is set aside from one shoot: brought back from here, or let go for good. */
export function AsideScreen() {
  const { id = "" } = useParams();
  const found = useAside(id);
  const back = useBringBack(id);
  const scroller = useRef<HTMLElement>(null);
  const [picked, setPicked] = useState<ReadonlySet<string>>(new Set());
  const frames = found.data?.frames ?? [];
  const chosen = frames.filter((frame) => picked.has(String(frame.id)));
  const meant = chosen.length > 0 ? chosen : frames;
  const bringBack = () => {
    if (meant.length === 0 || back.isPending) return;
    back.mutate(meant.map((frame) => frame.id));
    setPicked(new Set());
  };
  const all = () => {
    setPicked(new Set(frames.map((frame) => String(frame.id))));
  };
  const none = () => {
    setPicked(new Set());
  };
  const go = useNavigate();
  useKeys({
    b: bringBack,
    a: all,
    n: none,
    Escape: () => void go(`/shoots/${id}`),
  });
  const title = found.data ? found.data.description || day(found.data.date) : "";
  return (
    <Page title={`Set aside, ${title}`} scrollRef={scroller}>
      <Trouble error={found.error ?? back.error} />
      {found.data && (
        <>
          <section aria-label="The shoot" className="border-b border-ink py-5 pr-6 pl-page">
            <div className="in-line justify-between gap-x-6">
              <h1 className="text-title font-semibold">Set aside from {title}</h1>
              <span>
                <Link to={`/shoots/${id}`} className="linked">
                  the shoot
                </Link>
                <Key>Esc</Key>
              </span>
            </div>
            <dl className="flex flex-wrap gap-x-6 gap-y-2 pt-2">
              <Field label="taken">
                {day(found.data.date)} {found.data.date.slice(0, 4)}
              </Field>
              <Field label="set aside">{frames.length > 0 ? asideInWords(found.data.aside) : "nothing"}</Field>
              {frames.length > 0 && <Field label="since">{dateOf(frames.map((frame) => frame.since).sort()[0] ?? "")}</Field>}
              {found.data.away.length > 0 && <Field label="away">{found.data.away.join(", ")}: follows when it is back</Field>}
            </dl>
          </section>
          {frames.length === 0 ? (
            <Nothing heading="Nothing of it is set aside">What is dropped in a first look can be, on the shoot&apos;s page.</Nothing>
          ) : (
            <>
              <div className="ml-ruled bg-mat py-3">
                <p className="in-line justify-end gap-x-5 px-[14px] pb-2 text-[13px] text-white">
                  <span>
                    <TextButton onMat onClick={all}>
                      pick all
                    </TextButton>
                    <Key>A</Key>
                  </span>
                  {picked.size > 0 && (
                    <span>
                      <TextButton onMat onClick={none}>
                        pick none
                      </TextButton>
                      <Key>N</Key>
                    </span>
                  )}
                  <span>
                    <TextButton onMat disabled={back.isPending} onClick={bringBack}>
                      bring {chosen.length > 0 ? `the ${figure(chosen.length)} picked` : `all ${figure(frames.length)}`} back
                    </TextButton>
                    <Key>B</Key>
                  </span>
                </p>
                <PictureGrid
                  label={`Set aside from ${title}`}
                  pictures={frames.map((frame) => picture(frame, picked.has(String(frame.id))))}
                  width={184}
                  captionLines={2}
                  scroller={scroller}
                  onMark={(ids, on) => {
                    const next = new Set(picked);
                    for (const one of ids) {
                      if (on) next.add(one);
                      else next.delete(one);
                    }
                    setPicked(next);
                  }}
                />
              </div>
              <ForGood of={found.data} frames={meant} picked={chosen.length > 0} />
            </>
          )}
        </>
      )}
    </Page>
  );
}

function picture(frame: AsideFrame, picked: boolean): GridPicture {
  const judged = judgedInWords(frame.judged);
  const where = frame.copies < 2 ? "nowhere else" : "";
  return {
    id: String(frame.id),
    label: [`${frame.stem}, taken ${clock(frame.takenAt)}`, judged, where, ...frame.doubts].filter(Boolean).join("; "),
    source: frame.hasPicture ? framePicture(frame.id, 480, frame.judged.turned) : null,
    stamp: frame.doubts.length > 0 ? "look here" : where || null,
    captions: [frame.stem.replace(/^\d{4}-\d\d-\d\d_/, ""), clock(frame.takenAt), judged, size(frame.bytes)],
    chosen: picked,
    ticked: picked,
  };
}

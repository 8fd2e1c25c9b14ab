import { useMemo, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { IntoAlbum } from "../albums/IntoAlbum";
import { AsideLine } from "../aside/AsideLine";
import { SelectsLine } from "../aside/SelectsLine";
import { useFindings, useProveShoot } from "../api/copies";
import { type KeepingWish, useKeep, useKept } from "../api/keeping";
import { useShoot } from "../api/queries";
import { useStampState } from "../api/stamps";
import { Field, Key, TextButton } from "../ledger/Field";
import { KeepingPanel } from "../keeping/KeepingPanel";
import { COVER, firstWish, type Kind, KINDS } from "../keeping/kinds";
import { Title } from "../keeping/Title";
import { WhereaboutsLine } from "../placing/WhereaboutsLine";
import { Actions } from "../ledger/Menu";
import { Notice, Trouble } from "../ledger/Notice";
import { Page } from "../ledger/Page";
import { OpenElsewhere } from "../ledger/OpenElsewhere";
import { PictureGrid } from "../ledger/PictureGrid";
import { useKeys } from "../ledger/useKeys";
import { usePicked } from "../ledger/usePicked";
import { StampsOfShoot } from "../stamps/StampsOfShoot";
import { BadCopies } from "../stores/BadCopies";
import { copiesInWords } from "../words/copies";
import { count, dateOf, day, hours, size } from "../words/format";
import { FrameLook } from "./FrameLook";
import { shown } from "./shown";

/** One shoot: its folder and sums, its frames on the mat under their new names, and what those say that are picked. */
export function ShootScreen() {
  const { id = "" } = useParams();
  const found = useShoot(id);
  const prove = useProveShoot();
  const findings = useFindings(Number(id), prove.isSuccess || found.data?.looked === false);
  const stamps = useStampState(id);
  const kept = useKept(id, found.isWhole).data;
  const scroller = useRef<HTMLElement>(null);
  const [picked, pick, setPicked] = usePicked();
  const frames = found.data?.frames;
  const apart = useMemo(() => (frames ?? []).filter((frame) => frame.subfolder !== ""), [frames]);
  const pictures = useMemo(() => (frames ?? []).map((frame) => shown(frame, picked.has(String(frame.id)))), [frames, picked]);
  const shoot = found.data?.shoot;
  const all = () => {
    if (!found.isWhole) return; // the first screen of them is not all
    setPicked((frames ?? []).map((frame) => String(frame.id)));
  };
  const none = () => {
    setPicked([]);
  };
  const go = useNavigate();
  const [doing, setDoing] = useState<Kind | null>(null);
  const [wish, setWish] = useState<KeepingWish>({});
  const [choosing, setChoosing] = useState(false);
  const pickedFrames = useMemo(() => (frames ?? []).filter((frame) => picked.has(String(frame.id))).map((frame) => frame.id), [frames, picked]);
  const keep = useKeep();
  const begin = (kind: Kind | typeof COVER.value) => {
    if (kind === "cover") {
      keep.mutate({ shoot: id, wish: { cover: pickedFrames[0] ?? 0 } });
      return;
    }
    setWish(firstWish(kind, pickedFrames));
    setDoing(kind);
    if (kind === "describe") setTimeout(() => document.getElementById("shoot-title")?.focus()); // when the menu is closed
  };
  useKeys({
    d: () => document.getElementById("shoot-title")?.focus(),
    e: () => {
      setChoosing(true);
    },
    r: () => {
      begin("number");
    },
    a: all,
    n: none,
    l: () => {
      if (id !== "") void go(`/look/shoots-${id}`);
    },
  });
  const [look, setLook] = useState<number | null>(null);
  const [lastLook, setLastLook] = useState<string | null>(null);
  const looked = frames?.find((frame) => frame.id === look);
  return (
    <Page title={shoot?.description ?? "Shoot"} scrollRef={scroller}>
      <div className="flex min-h-full flex-col">
        <Trouble error={found.error ?? prove.error ?? keep.error} />
        {shoot && (
          <>
            <section aria-label="The shoot" className="flex flex-wrap items-end gap-x-6 gap-y-2 border-b border-ink py-5 pr-6 pl-page">
              <div className="w-full">
                <Title
                  description={shoot.description}
                  said={doing === "describe" ? (wish.description ?? null) : null}
                  onSay={(description) => {
                    setDoing("describe");
                    setWish({ ...(doing === "describe" ? wish : {}), description });
                  }}
                />
              </div>
              <dl className="flex flex-wrap gap-x-6 gap-y-2">
                <Field label="taken">
                  {day(shoot.date)} {shoot.date.slice(0, 4)}, {hours(shoot.from, shoot.to)}
                </Field>
                <Field label="in it">
                  {count(shoot.frames, "frame")}, {count(shoot.files, "file")}, {size(shoot.bytes)}
                </Field>
                <Field label="folder">
                  <span className="as-path">{shoot.folder}/</span>
                </Field>
                <Field label="copies">
                  {copiesInWords(shoot.copies, shoot.copiesOfEach)}: {shoot.copies.map((at) => at.store).join(", ")}
                </Field>
                <Field label="oldest proof">{dateOf(shoot.provenSince)}</Field>
              </dl>
              <span className="in-line w-full gap-x-6">
                <span>
                  <Link to={`/look/shoots-${shoot.id}`} className="linked">
                    first look
                  </Link>
                  <Key>L</Key>
                </span>
                <span>
                  <Actions
                    label="change"
                    options={pickedFrames.length === 1 ? [...KINDS, COVER] : KINDS}
                    open={choosing}
                    onOpen={setChoosing}
                    onChoose={begin}
                  />
                  <Key>E</Key>
                </span>
                <OpenElsewhere
                  of={picked.size > 0 ? { shoot: shoot.id, frames: [...picked].map(Number) } : { shoot: shoot.id }}
                  what={picked.size > 0 ? "what is picked" : "the shoot"}
                />
                <IntoAlbum
                  disabled={pickedFrames.length === 0}
                  withThem={(act) => {
                    act(pickedFrames);
                  }}
                />
                <TextButton
                  disabled={prove.isPending}
                  onClick={() => {
                    prove.mutate(shoot.id);
                  }}
                >
                  prove it again
                </TextButton>
                <Link to={`/daybook?shoot=${shoot.id}`} className="linked">
                  in the day book
                </Link>
              </span>
            </section>
            {kept?.notes && doing !== "notes" && (
              <p className="max-w-[110ch] border-b border-rule py-[7px] pr-6 pl-page font-hand whitespace-pre-line">{kept.notes}</p>
            )}
            {kept && !kept.inOrder && doing === null && (
              <Notice
                action={
                  <span>
                    <TextButton
                      onClick={() => {
                        begin("number");
                      }}
                    >
                      number it anew
                    </TextButton>
                    <Key>R</Key>
                  </span>
                }
              >
                Its numbers do not count in order of time
                {kept.bodies.length > 1 ? ": another body came in later, or a clock was put right." : "."}
              </Notice>
            )}
            {doing && found.isWhole && (
              <KeepingPanel
                kind={doing}
                shoot={shoot}
                frames={frames ?? []}
                picked={pickedFrames}
                wish={wish}
                onWish={setWish}
                onClose={() => {
                  setDoing(null);
                }}
              />
            )}
            <WhereaboutsLine shoot={id} />
            <AsideLine shoot={id} />
            <SelectsLine shoot={id} picked={pickedFrames} apart={apart.map((frame) => frame.id)} />
            {(findings.data?.copies.length ?? 0) > 0 && (
              <BadCopies
                copies={findings.data?.copies ?? []}
                shoot={shoot.id}
                looking={findings.data?.looking ?? false}
                following={findings.data?.following ?? false}
                copying={findings.data?.copying ?? []}
              />
            )}
            <div className="folds-flat grid grow grid-cols-[minmax(0,1fr)_340px]">
              <div className="ml-ruled bg-mat py-3">
                {looked && frames && (
                  <FrameLook
                    frames={frames}
                    frame={looked}
                    picked={picked.has(String(looked.id))}
                    onStep={(by) => {
                      setLook(frames[Math.max(0, Math.min(frames.length - 1, frames.indexOf(looked) + by))]?.id ?? null);
                    }}
                    onPick={() => {
                      pick([String(looked.id)], !picked.has(String(looked.id)));
                    }}
                    onClose={() => {
                      setLastLook(String(looked.id));
                      setLook(null);
                    }}
                  />
                )}
                {!looked && (frames?.length ?? 0) > 0 && (
                  <p className="px-[14px] pb-2 text-right text-[13px] text-white">
                    larger<Key>Enter</Key>
                  </p>
                )}
                {!looked && (
                  <PictureGrid
                    label={`Frames of ${shoot.description || day(shoot.date)}`}
                    pictures={pictures}
                    width={184}
                    captionLines={2}
                    scroller={scroller}
                    start={lastLook}
                    onMark={pick}
                    onLook={(of, afterMark) => {
                      if (afterMark) pick([of], !picked.has(of)); // the first press of two picked it
                      setLook(Number(of));
                    }}
                  />
                )}
              </div>
              <StampsOfShoot shoot={id} frames={frames ?? []} picked={pickedFrames} state={stamps.data} onAll={all} onNone={none} />
            </div>
          </>
        )}
      </div>
    </Page>
  );
}

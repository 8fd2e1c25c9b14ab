import { useMemo, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { useCopyOut } from "../api/apart";
import { type AlbumChange, useAlbum, useChangeAlbum, useDropAlbum, useLookAtPicked } from "../api/find";
import { CopyTo } from "../ledger/CopyTo";
import { Entry } from "../ledger/Entry";
import { Key, TextButton } from "../ledger/Field";
import { Trouble } from "../ledger/Notice";
import { Page } from "../ledger/Page";
import { PictureGrid } from "../ledger/PictureGrid";
import { useKeys } from "../ledger/useKeys";
import { usePicked } from "../ledger/usePicked";
import { FrameLook } from "../shoots/FrameLook";
import { shown } from "../shoots/shown";
import { count } from "../words/format";

/** An album: frames of any shoots in an order of their own, which is changed by picking some and saying before which they go. */
export function AlbumScreen() {
  const { id = "" } = useParams();
  const found = useAlbum(id);
  const change = useChangeAlbum();
  const drop = useDropAlbum();
  const look = useLookAtPicked();
  const go = useNavigate();
  const scroller = useRef<HTMLElement>(null);
  const [picked, pick, setPicked] = usePicked();
  const [at, setAt] = useState<string | null>(null);
  const [sure, setSure] = useState(false);
  const copy = useCopyOut();
  const [copying, setCopying] = useState(false);
  const frames = useMemo(() => found.data?.frames ?? [], [found.data]);
  const pictures = useMemo(() => frames.map((frame) => shown(frame, picked.has(String(frame.id)))), [frames, picked]);
  const album = found.data?.album;
  const chosen = frames.filter((frame) => picked.has(String(frame.id))).map((frame) => frame.id);
  const put = (how: Omit<AlbumChange, "id">) => {
    change.mutate({ id: Number(id), ...how });
  };
  const takeOut = () => {
    if (chosen.length === 0) return;
    put({ remove: chosen });
    setPicked([]);
  };
  const lookAt = () => {
    if (frames.length === 0) return;
    look.mutate(
      { frames: chosen.length > 0 ? chosen : frames.map((frame) => frame.id), called: album?.name ?? "" },
      {
        onSuccess: ({ lot }) => {
          void go(`/look/${lot}`);
        },
      },
    );
  };
  useKeys({
    l: lookAt,
    x: takeOut,
    t: () => {
      put({ byTime: true });
    },
    n: () => {
      setPicked([]);
    },
    o: () => {
      setCopying(frames.length > 0);
    },
  });
  const looked = frames.find((frame) => String(frame.id) === at);
  return (
    <Page title={album?.name ?? "Album"} scrollRef={scroller}>
      <Trouble error={found.error ?? change.error ?? drop.error ?? look.error} />
      {album && (
        <>
          <section aria-label="The album" className="border-b border-ink py-4 pr-6 pl-page">
            <h1 className="text-title font-semibold">
              <Entry
                label="what the album is called"
                value={album.name}
                width={520}
                onDone={(name) => {
                  put({ name });
                }}
              />
            </h1>
            <div className="in-line gap-x-6 gap-y-[6px] pt-1">
              <b>{count(album.frames, "frame")}</b>
              <span>
                <TextButton disabled={frames.length === 0} onClick={lookAt}>
                  first look
                </TextButton>
                <Key>L</Key>
              </span>
              <span>
                <TextButton
                  disabled={frames.length === 0}
                  onClick={() => {
                    put({ byTime: true });
                  }}
                >
                  in order of time
                </TextButton>
                <Key>T</Key>
              </span>
              <span>
                <TextButton
                  disabled={frames.length === 0}
                  onClick={() => {
                    setCopying(true);
                  }}
                >
                  copies to a folder…
                </TextButton>
                <Key>O</Key>
              </span>
              {chosen.length > 0 && (
                <>
                  <span>
                    {count(chosen.length, "frame")} picked: before the one that the keys are on<Key>P</Key>
                  </span>
                  <TextButton
                    onClick={() => {
                      put({ move: chosen });
                    }}
                  >
                    behind all
                  </TextButton>
                  <span>
                    <TextButton onClick={takeOut}>out of the album</TextButton>
                    <Key>X</Key>
                  </span>
                  {chosen.length === 1 && (
                    <TextButton
                      onClick={() => {
                        put({ cover: chosen[0] ?? 0 });
                      }}
                    >
                      as its cover
                    </TextButton>
                  )}
                </>
              )}
              <Link to={`/find?album=${album.id}`} className="linked">
                narrow it down
              </Link>
              {sure ? (
                <TextButton
                  onClick={() => {
                    drop.mutate(album.id, {
                      onSuccess: () => {
                        void go("/albums");
                      },
                    });
                  }}
                >
                  put {album.name} away; its frames stay where they are
                </TextButton>
              ) : (
                <TextButton
                  onClick={() => {
                    setSure(true);
                  }}
                >
                  put the album away…
                </TextButton>
              )}
            </div>
            <p className="pt-2">
              <Entry
                label="a note on the album"
                value={album.note}
                width={720}
                longest={2000}
                placeholder="a note"
                onDone={(note) => {
                  put({ note });
                }}
              />
            </p>
          </section>
          {copying && (
            <CopyTo
              what={`${count(frames.length, "frame")}, numbered in this order,`}
              asked={copy}
              done="read back and as the ledger has them"
              mayLink
              onCopy={(folder, link) => {
                copy.mutate({ frames: null, album: album.id, folder, link });
              }}
              onClose={() => {
                setCopying(false);
                copy.reset();
              }}
            />
          )}
          <div className="ml-ruled bg-mat py-3">
            {looked ? (
              <FrameLook
                frames={frames}
                frame={looked}
                picked={picked.has(String(looked.id))}
                onStep={(by) => {
                  setAt(String(frames[Math.max(0, Math.min(frames.length - 1, frames.indexOf(looked) + by))]?.id ?? ""));
                }}
                onPick={() => {
                  pick([String(looked.id)], !picked.has(String(looked.id)));
                }}
                onClose={() => {
                  setAt(null);
                }}
              />
            ) : (
              <PictureGrid
                label={`Frames of ${album.name}`}
                pictures={pictures}
                width={184}
                captionLines={2}
                scroller={scroller}
                onMark={pick}
                onLook={(of, afterMark) => {
                  if (afterMark) pick([of], !picked.has(of));
                  setAt(of);
                }}
                onDrop={(before) => {
                  if (before === null) put({ move: chosen });
                  else if (!picked.has(before)) put({ move: chosen, before: Number(before) });
                }}
                onKey={(key, of) => {
                  if (key !== "p" || chosen.length === 0 || picked.has(of)) return false;
                  put({ move: chosen, before: Number(of) });
                  setPicked([]);
                  return true;
                }}
              />
            )}
          </div>
        </>
      )}
    </Page>
  );
}

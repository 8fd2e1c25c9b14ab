import { useEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import { framePicture, pictureOf, wantPicture } from "../api/pictures";
import type { LookFrame } from "../api/views";
import { useBoxAround } from "../ledger/useBoxAround";
import { CloseUp } from "./CloseUp";
import { Decoded } from "./decoded";
import { Overlay, type Shown } from "./Overlay";

/** So many are decoded ahead of the one that is looked at, and kept behind it. */
const AHEAD = 6;
const BEHIND = 3;
/** Milliseconds on a frame after which whoever looks pixel by pixel has it decoded whole, before it is asked for. */
const RESTED = 350;
/** So many small ones around it are there for keys that are held down. */
const SMALL = 40;

/** As the camera recorded it: it is turned where it is drawn, at once. */
const screenPicture = (frame: LookFrame): string => framePicture(frame.id, 2048, 0);
const smallPicture = (frame: LookFrame): string => framePicture(frame.id, 160, frame.judged.turned);

const wholePicture = (frame: LookFrame): string => framePicture(frame.id, "whole", frame.judged.turned);

interface Props {
  frame: LookFrame;
  /** The frames of the pass before it and after it, the nearest first. */
  around: { before: LookFrame[]; after: LookFrame[] };
  /** The place that is looked at pixel by pixel, 0 to 1 from the left and the top; null for the whole. */
  magnified: { x: number; y: number } | null;
  onMagnify: (at: { x: number; y: number } | null) => void;
  /** What is marked on it. */
  shown: Shown;
}

/** The picture, as large as the window allows: there at once where it was decoded ahead, a small one in its place until then. */
export function Stage({ frame, around, magnified, onMagnify, shown }: Props) {
  const [decoded] = useState(() => new Decoded());
  const near = screenPicture(frame);
  const order = [frame, ...interleaved(around.after.slice(0, AHEAD), around.before.slice(0, BEHIND))].filter((one) => one.hasPicture).map(screenPicture);
  const wanted = order.join("\n");
  useEffect(() => {
    decoded.want(wanted === "" ? [] : wanted.split("\n"));
  }, [decoded, wanted]);
  useEffect(
    () => () => {
      decoded.want([]);
    },
    [decoded],
  );
  useSmall([frame, ...interleaved(around.after.slice(0, SMALL), around.before.slice(0, SMALL))]);
  const recorded = useSyncExternalStore(decoded.subscribe, () => decoded.get(near));
  const bitmap = useTurned(recorded, frame.judged.turned);
  // Who has looked pixel by pixel once is likely to again: then it is there before the key.
  const [looksClose, setLooksClose] = useState(magnified !== null);
  if (magnified !== null && !looksClose) setLooksClose(true);
  const whole = useWholes(
    looksClose && frame.hasPicture ? wholePicture(frame) : null,
    magnified !== null && around.after[0]?.hasPicture ? wholePicture(around.after[0]) : null,
    magnified !== null,
  );
  if (!frame.hasPicture || bitmap === "failed") return <p className="m-auto">{frame.stem}: no picture can be shown of it now.</p>;
  if (magnified && whole)
    return (
      <CloseUp
        picture={whole}
        alt={`${frame.stem}, pixel by pixel`}
        at={magnified}
        onMoved={onMagnify}
        onClose={() => {
          onMagnify(null);
        }}
      />
    );
  return (
    <>
      <Whole frame={frame} bitmap={bitmap} onPress={onMagnify} shown={shown} />
      {magnified && (
        <p role="status" className="absolute bottom-2 left-2 bg-paper px-2 text-ink">
          The whole picture is on its way…
        </p>
      )}
    </>
  );
}

function Whole({
  frame,
  bitmap,
  onPress,
  shown,
}: {
  frame: LookFrame;
  bitmap: ImageBitmap | null;
  onPress: (at: { x: number; y: number }) => void;
  shown: Shown;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const box = useBoxAround(canvas);
  const [small, setSmall] = useState<HTMLImageElement | null>(null);
  const of = pictureOf(smallPicture(frame));
  useEffect(() => {
    if (bitmap || !of?.startsWith("blob:")) return;
    const image = new Image();
    image.onload = () => {
      setSmall(image);
    };
    image.src = of;
    return () => {
      image.onload = null;
      setSmall(null);
    };
  }, [bitmap, of]);
  useEffect(() => {
    const on = canvas.current;
    const context = on?.getContext("2d");
    if (!on || !context || box.width === 0) return;
    const ratio = window.devicePixelRatio || 1;
    [on.width, on.height] = [Math.round(box.width * ratio), Math.round(box.height * ratio)];
    const picture = bitmap ?? small;
    if (!picture) return;
    const at = fitted(picture, on);
    context.imageSmoothingQuality = "high";
    context.drawImage(picture, at.left, at.top, at.width, at.height);
    on.dataset.shown = bitmap ? String(frame.id) : "";
  }, [bitmap, small, box, frame.id]);
  return (
    <>
      <canvas
        ref={canvas}
        role="img"
        aria-label={frame.stem}
        className="absolute inset-0 h-full w-full cursor-zoom-in"
        onClick={(event) => {
          if (!bitmap) return;
          const seen = event.currentTarget.getBoundingClientRect();
          const at = fitted(bitmap, seen);
          onPress({ x: share(event.clientX - seen.left - at.left, at.width), y: share(event.clientY - seen.top - at.top, at.height) });
        }}
      />
      {bitmap && box.width > 0 && (shown.clipped || shown.edges || shown.histogram) && (
        <Overlay picture={bitmap} raw={frame.hasRaw ? frame.id : null} at={fitted(bitmap, box)} shown={shown} />
      )}
    </>
  );
}

/** The whole picture, decoded at once where it is looked at, with the next one; else when one has rested on its frame. */
function useWholes(of: string | null, next: string | null, atOnce: boolean): ImageBitmap | null {
  const [wholes] = useState(() => new Decoded(0));
  useEffect(() => {
    const want = () => {
      wholes.want([of, next].filter((one) => one !== null));
    };
    if (atOnce) {
      want();
      return;
    }
    wholes.want([]);
    const timer = setTimeout(want, RESTED);
    return () => {
      clearTimeout(timer);
    };
  }, [wholes, of, next, atOnce]);
  useEffect(
    () => () => {
      wholes.want([]);
    },
    [wholes],
  );
  const found = useSyncExternalStore(wholes.subscribe, () => (of === null ? null : wholes.get(of)));
  return found === "failed" ? null : found;
}

/** The same picture turned by so many quarters to the right; let go of with it. */
function useTurned(picture: ImageBitmap | "failed" | null, quarters: number): ImageBitmap | "failed" | null {
  const turned = useMemo(() => (picture === null || picture === "failed" || quarters === 0 ? null : turn(picture, quarters)), [picture, quarters]);
  useEffect(() => () => turned?.close(), [turned]);
  return turned ?? picture;
}

function turn(picture: ImageBitmap, quarters: number): ImageBitmap {
  const { width, height } = picture;
  const canvas = quarters % 2 === 1 ? new OffscreenCanvas(height, width) : new OffscreenCanvas(width, height);
  const context = canvas.getContext("2d");
  context?.translate(canvas.width / 2, canvas.height / 2);
  context?.rotate((quarters * Math.PI) / 2);
  context?.drawImage(picture, -width / 2, -height / 2);
  return canvas.transferToImageBitmap();
}

const share = (at: number, of: number): number => Math.max(0, Math.min(1, at / of));

/** Where a picture lies that is shown whole. */
function fitted(
  picture: { width: number; height: number },
  box: { width: number; height: number },
): { left: number; top: number; width: number; height: number } {
  const by = Math.min(box.width / picture.width, box.height / picture.height);
  const [width, height] = [picture.width * by, picture.height * by];
  return { left: (box.width - width) / 2, top: (box.height - height) / 2, width, height };
}

/** Small pictures around the one that is looked at are fetched, many by one request. */
function useSmall(frames: LookFrame[]): void {
  const addresses = frames.filter((frame) => frame.hasPicture).map(smallPicture);
  const key = addresses.join("\n");
  useEffect(() => {
    const leave = (key === "" ? [] : key.split("\n")).map((address) =>
      wantPicture(
        address,
        () => null,
        () => undefined,
      ),
    );
    return () => {
      for (const one of leave) one();
    };
  }, [key]);
}

/** One of these, one of those, in turn. */
function interleaved<T>(these: T[], those: T[]): T[] {
  return Array.from({ length: Math.max(these.length, those.length) }, (_, i) => [these[i], those[i]]).flatMap((pair) =>
    pair.filter((one): one is T => one !== undefined),
  );
}

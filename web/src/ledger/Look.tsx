import { Dialog } from "radix-ui";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { clock, figure } from "../words/format";
import { Key, TextButton } from "./Field";
import { Magnified } from "./Magnified";
import type { Viewable } from "./viewable";

interface Props {
  frame: Viewable;
  /** Frames that the keys lead to, whose pictures are fetched before they are asked for. */
  beside: (Viewable | undefined)[];
  position: number;
  of: number;
  /** Whether it is shown as left out. */
  dimmed: boolean;
  /** On the picture, below it, and beside it. */
  badge?: string | null;
  caption?: string;
  second?: ReactNode;
  /** What is known of it. */
  children: ReactNode;
  /** What Space does. */
  mark: { word: string; act: () => void };
  onStep: (by: number) => void;
  onClose: () => void;
}

const MIDDLE = { x: 0.5, y: 0.5 };

/** One picture as large as the page allows, with what is known of it; the keys go on to the next, and look pixel by pixel. */
export function Look({ frame, beside, position, of, dimmed, badge, caption, second, children, mark, onStep, onClose }: Props) {
  const { name } = frame;
  const alt = `${name}, ${clock(frame.at)}`;
  const [near, whole] = [frame.picture(2048), frame.picture("whole")];
  const box = useRef<HTMLDivElement>(null);
  const [failed, setFailed] = useState<string | null>(null);
  // Of which picture the whole is looked at, and at which place.
  const [magnified, setMagnified] = useState<{ of: string; at: { x: number; y: number } } | null>(null);
  const isMagnified = near !== null && magnified?.of === near;
  const next = beside.flatMap((one) => one?.picture(2048) ?? []).join("\n");
  useEffect(() => {
    for (const address of next === "" ? [] : next.split("\n")) new Image().src = address;
  }, [next]);
  const magnify = (at: { x: number; y: number }) => {
    setMagnified(isMagnified || near === null ? null : { of: near, at });
  };
  const acts: Record<string, () => void> = {
    ArrowRight: () => {
      onStep(1);
    },
    ArrowLeft: () => {
      onStep(-1);
    },
    " ": mark.act,
    Escape: isMagnified
      ? () => {
          setMagnified(null);
        }
      : onClose,
    Enter: onClose,
    "1": () => {
      magnify(MIDDLE);
    },
  };
  return (
    <Dialog.Root open>
      <Dialog.Portal>
        <Dialog.Content
          ref={box}
          data-takes-keys=""
          aria-label={`${name}, larger`}
          aria-labelledby={undefined}
          aria-describedby={undefined}
          onOpenAutoFocus={(event) => {
            event.preventDefault(); // the keys are the whole dialog's
            box.current?.focus({ preventScroll: true });
          }}
          onCloseAutoFocus={(event) => {
            event.preventDefault(); // the sheet takes it, at the frame that was looked at last
          }}
          onEscapeKeyDown={(event) => {
            event.preventDefault(); // it leads back from the magnified part first
          }}
          onPointerDownOutside={(event) => {
            event.preventDefault();
          }}
          onKeyDown={(event) => {
            const isTheButtons = event.target instanceof HTMLButtonElement && (event.key === "Enter" || event.key === " ");
            const act = isTheButtons ? undefined : acts[event.key];
            if (act) {
              event.preventDefault();
              act();
            }
          }}
          className="folds-flat fixed inset-0 z-20 grid grid-cols-[minmax(0,1fr)_250px] grid-rows-[minmax(0,1fr)] gap-x-5 overflow-y-auto bg-mat p-[14px] text-white outline-none max-[900px]:grid-rows-[minmax(240px,60vh)_auto]"
        >
          <div className={`grid min-h-0 gap-x-3 ${second ? "grid-cols-2" : ""}`}>
            <figure className="relative flex min-h-0 flex-col">
              {near && whole && isMagnified ? (
                <Magnified
                  key={near}
                  near={near}
                  whole={whole}
                  alt={`${name}, pixel by pixel`}
                  at={magnified.at}
                  onClose={() => {
                    setMagnified(null);
                  }}
                />
              ) : near ? (
                <img
                  key={near}
                  src={near}
                  alt={alt}
                  onClick={(event) => {
                    magnify(placePressed(event.currentTarget, event));
                  }}
                  onError={() => {
                    setFailed(near);
                  }}
                  className={`cursor-zoom-in ${failed === near ? "invisible" : ""} min-h-0 w-full grow object-contain ${dimmed ? "opacity-50" : ""}`}
                />
              ) : (
                <p className="pt-10 text-center">no picture to show</p>
              )}
              {near !== null && failed === near && <p className="absolute top-10 w-full text-center">no picture can be made of it</p>}
              {badge && <span className="absolute top-0 left-0 bg-paper px-2 font-semibold text-ink">{badge}</span>}
              {caption && <figcaption className="pt-1 text-center">{caption}</figcaption>}
            </figure>
            {second}
          </div>
          <div className="flex min-h-0 flex-col gap-3 overflow-y-auto text-[13px]">
            <Dialog.Title asChild>
              <h3 className="-mb-3 font-path text-[14px] break-all">{name}</h3>
            </Dialog.Title>
            {children}
            <div className="mt-auto flex flex-col items-start gap-[3px] pb-1">
              <span>
                {figure(position + 1)} of {figure(of)}
                <Key>←</Key>
                <Key>→</Key>
              </span>
              <span>
                <TextButton
                  onMat
                  onClick={() => {
                    magnify(MIDDLE);
                  }}
                >
                  {isMagnified ? "the whole frame" : "pixel by pixel, or press the place"}
                </TextButton>
                <Key>1</Key>
              </span>
              <span>
                <TextButton onMat onClick={mark.act}>
                  {mark.word}
                </TextButton>
                <Key>Space</Key>
              </span>
              <span>
                <TextButton onMat onClick={onClose}>
                  back to all
                </TextButton>
                <Key>Esc</Key>
              </span>
            </div>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** One thing that is known of it, where it is. */
export function LookFact({ name, value }: { name: string; value: string }) {
  if (value === "") return null;
  return (
    <>
      <dt className="text-white">{name}</dt>
      <dd className="break-words">{value}</dd>
    </>
  );
}

/** Where in the picture a press was, whatever room the picture leaves beside it. */
function placePressed(image: HTMLImageElement, press: { clientX: number; clientY: number }): { x: number; y: number } {
  const box = image.getBoundingClientRect();
  const scale = Math.min(box.width / image.naturalWidth, box.height / image.naturalHeight);
  const [width, height] = [image.naturalWidth * scale, image.naturalHeight * scale];
  const within = (at: number) => Math.max(0, Math.min(1, at));
  return {
    x: within((press.clientX - box.left - (box.width - width) / 2) / width),
    y: within((press.clientY - box.top - (box.height - height) / 2) / height),
  };
}

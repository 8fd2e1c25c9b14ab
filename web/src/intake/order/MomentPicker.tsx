import { framePicture } from "../../api/pictures";
import { useMemo, useRef, useState } from "react";
import { useDesk, useShoot, useAllShoots } from "../../api/queries";
import type { ClockWish } from "../../api/plan";
import type { Card, CardFrame } from "../../api/types";
import { TextButton } from "../../ledger/Field";
import { Choice } from "../../ledger/Menu";
import { type GridPicture, PictureGrid } from "../../ledger/PictureGrid";
import { clock, dated } from "../../words/format";
import { cardsOf } from "../together";
import { pictureOf } from "../view";

interface Props {
  card: string;
  cards: Card[];
  body: string;
  frames: CardFrame[];
  onMatch: (clock: ClockWish) => void;
  onClose: () => void;
}

/** Two frames of one moment: one of this body, one of a clock that is right, on any card in a reader or in the ledger. */
export function MomentPicker({ card, cards, body, frames, onMatch, onClose }: Props) {
  const shoots = useAllShoots();
  const [source, setSource] = useState(() => (cardsOf(card).length > 1 ? card : (cards.find((one) => one.id !== card)?.id ?? card)));
  const [mine, setMine] = useState<string | null>(null);
  const [theirs, setTheirs] = useState<string | null>(null);
  const held = source.startsWith("shoot ");
  const other = useDesk(held ? "" : source, !held && source !== card);
  const shoot = useShoot(held ? source.slice(6) : "");
  const own = useMemo(() => frames.filter((frame) => frame.body === body).map((frame) => picture(frame, mine)), [frames, body, mine]);
  const right = useMemo((): GridPicture[] => {
    if (held) {
      return (shoot.data?.frames ?? []).map((frame) => ({
        id: String(frame.id),
        label: `${frame.stem}, ${clock(frame.takenAt)}`,
        source: frame.hasPicture ? framePicture(frame.id, 160, frame.judged.turned) : null,
        captions: [dated(frame.takenAt.slice(0, 10)), clock(frame.takenAt)],
        chosen: String(frame.id) === theirs,
        ticked: String(frame.id) === theirs,
      }));
    }
    const on = source === card ? frames.filter((frame) => frame.body !== body) : (other.data?.frames ?? []);
    return on.filter((frame) => !frame.datedByFile).map((frame) => picture(frame, theirs));
  }, [held, source, card, frames, body, other.data, shoot.data, theirs]);
  return (
    <div role="group" aria-label="Two frames of one moment" className="mt-2 border border-ink bg-mat text-white">
      <div className="grid grid-cols-2">
        <Side heading={`a frame of ${body}`} pictures={own} onPick={setMine} />
        <Side
          heading={
            <Choice
              onMat
              label="the same moment, on"
              value={source}
              onChoose={(picked) => {
                setSource(picked);
                setTheirs(null);
              }}
              options={[
                { value: card, name: `this ${cardsOf(card).length > 1 ? "desk" : "card"}, by another body` },
                ...cards.filter((one) => !cardsOf(card).includes(one.id)).map((one) => ({ value: one.id, name: one.label, hint: "card" })),
                ...(shoots.data ?? []).map((one) => ({ value: `shoot ${one.id}`, name: `${dated(one.date)} ${one.description}`, hint: "held" })),
              ]}
            />
          }
          pictures={right}
          onPick={setTheirs}
        />
      </div>
      <p className="flex items-baseline gap-6 border-t border-white/60 px-[14px] py-[6px]">
        <TextButton
          onMat
          disabled={mine === null || theirs === null}
          onClick={() => {
            if (mine && theirs) onMatch({ frame: mine, same: held ? { held: Number(theirs) } : { card: source, frame: theirs } });
          }}
        >
          these two are of one moment
        </TextButton>
        {(mine === null || theirs === null) && <span>Press one on each side.</span>}
        <span className="ml-auto">
          <TextButton onMat onClick={onClose}>
            not now
          </TextButton>
        </span>
      </p>
    </div>
  );
}

function Side({ heading, pictures, onPick }: { heading: React.ReactNode; pictures: GridPicture[]; onPick: (id: string) => void }) {
  const scroller = useRef<HTMLDivElement>(null);
  return (
    <section className="min-w-0 border-r border-white/60 last:border-r-0">
      <h3 className="px-[14px] py-[6px] font-plain text-body font-semibold">{heading}</h3>
      <div ref={scroller} className="relative h-[232px] overflow-y-auto">
        <div>
          {pictures.length > 0 ? (
            <PictureGrid
              label={typeof heading === "string" ? heading : "the same moment"}
              pictures={pictures}
              width={116}
              captionLines={1}
              scroller={scroller}
              onMark={(ids) => {
                const last = ids.at(-1);
                if (last) onPick(last);
              }}
            />
          ) : (
            <p className="px-[14px] py-2">No frames with a time here.</p>
          )}
        </div>
      </div>
    </section>
  );
}

const picture = (frame: CardFrame, picked: string | null): GridPicture => ({
  id: frame.key,
  label: `${frame.name}, ${dated(frame.date)} ${clock(frame.takenAt)}`,
  source: pictureOf(frame, 160),
  captions: [dated(frame.date), clock(frame.takenAt)],
  chosen: frame.key === picked,
  ticked: frame.key === picked,
});

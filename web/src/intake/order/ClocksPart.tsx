import { useState } from "react";
import type { BodyClock, ClockWish } from "../../api/plan";
import type { Card, CardFrame } from "../../api/types";
import { Entry } from "../../ledger/Entry";
import { TextButton } from "../../ledger/Field";
import { count, instant } from "../../words/format";
import { MomentPicker } from "./MomentPicker";

interface Props {
  card: string;
  cards: Card[];
  frames: CardFrame[];
  clocks: BodyClock[];
  onClock: (body: string, span: string[] | null, clock: ClockWish | null) => void;
}

/** The clock of each body on the card, and of frames in which it was another: what the first of them shows, before and after it is put right. */
export function ClocksPart({ card, cards, frames, clocks, onClock }: Props) {
  const [matching, setMatching] = useState<string | null>(null);
  return (
    <ul aria-label="Clocks">
      {clocks.map((clock) => (
        <li key={idOf(clock)} aria-label={`Clock of ${nameOf(clock)}`}>
          <span className="in-line gap-x-5 gap-y-1">
            <b>{nameOf(clock)}</b>
            <span>
              {clock.frames === 1 ? "it" : `the first of ${clock.frames}`} showed <span className={clock.seconds === 0 ? "" : "line-through"}>{instant(clock.before)}</span>
              {clock.seconds !== 0 && (
                <>
                  {" "}
                  → <b>{instant(clock.after)}</b>, {clock.inWords}
                </>
              )}
            </span>
            <span className="flex items-baseline gap-x-4">
              <TextButton
                onClick={() => {
                  onClock(clock.body, clock.span, { seconds: clock.seconds - 3600 });
                }}
              >
                −1 h
              </TextButton>
              <TextButton
                onClick={() => {
                  onClock(clock.body, clock.span, { seconds: clock.seconds + 3600 });
                }}
              >
                +1 h
              </TextButton>
              <span>
                it was really{" "}
                <Entry
                  label={`when the first frame of ${nameOf(clock)} was really taken`}
                  type="datetime-local"
                  width={214}
                  value={clock.after}
                  onDone={(time) => {
                    if (time !== "") onClock(clock.body, clock.span, { frame: clock.first, time });
                  }}
                />
              </span>
              <TextButton
                onClick={() => {
                  setMatching(matching === idOf(clock) ? null : idOf(clock));
                }}
              >
                two frames of one moment
              </TextButton>
              {(clock.seconds !== 0 || clock.because !== "") && (
                <TextButton
                  onClick={() => {
                    onClock(clock.body, clock.span, null);
                  }}
                >
                  as it was
                </TextButton>
              )}
            </span>
          </span>
          {clock.span && clock.because === "" && clock.seconds === 0 && (
            <span className="block text-faded">Its clock stood far back while it took these, and not before: say when the first of them was really taken, and these alone are moved.</span>
          )}
          {clock.because !== "" && clock.because !== "by hand" && <span className="block text-faded">{clock.because}</span>}
          {matching === idOf(clock) && (
            <MomentPicker
              card={card}
              cards={cards}
              body={clock.body}
              frames={clock.span ? frames.filter((frame) => clock.span?.includes(frame.key)) : frames}
              onClose={() => {
                setMatching(null);
              }}
              onMatch={(match) => {
                setMatching(null);
                onClock(clock.body, clock.span, match);
              }}
            />
          )}
        </li>
      ))}
      {clocks.length === 0 && <li className="text-faded">No body on this card wrote a time.</li>}
    </ul>
  );
}

const idOf = (clock: BodyClock): string => `${clock.body} ${clock.span?.[0] ?? ""}`;

/** "Orrel M4", or "12 frames of Orrel M4" where they are not all. */
const nameOf = (clock: BodyClock): string => (clock.span ? `${count(clock.frames, "frame")} of ${clock.body}` : clock.body);

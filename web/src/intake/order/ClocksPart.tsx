import { useState } from "react";
import type { BodyClock, ClockWish } from "../../api/plan";
import type { Card, CardFrame } from "../../api/types";
import { Entry } from "../../ledger/Entry";
import { TextButton } from "../../ledger/Field";
import { instant } from "../../words/format";
import { MomentPicker } from "./MomentPicker";

interface Props {
  card: string;
  cards: Card[];
  frames: CardFrame[];
  clocks: BodyClock[];
  onClock: (body: string, clock: ClockWish | null) => void;
}

/** The clock of each body on the card: what its first frame shows, before and after it is put right. */
export function ClocksPart({ card, cards, frames, clocks, onClock }: Props) {
  const [matching, setMatching] = useState<string | null>(null);
  return (
    <ul aria-label="Clocks">
      {clocks.map((clock) => (
        <li key={clock.body} aria-label={`Clock of ${clock.body}`}>
          <span className="flex flex-wrap items-baseline gap-x-5 gap-y-1">
            <b>{clock.body}</b>
            <span>
              first of {clock.frames} showed <span className={clock.seconds === 0 ? "" : "line-through"}>{instant(clock.before)}</span>
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
                  onClock(clock.body, { seconds: clock.seconds - 3600 });
                }}
              >
                −1 h
              </TextButton>
              <TextButton
                onClick={() => {
                  onClock(clock.body, { seconds: clock.seconds + 3600 });
                }}
              >
                +1 h
              </TextButton>
              <span>
                it was really{" "}
                <Entry
                  label={`when the first frame of ${clock.body} was really taken`}
                  type="datetime-local"
                  width={214}
                  value={clock.after}
                  onDone={(time) => {
                    if (time !== "") onClock(clock.body, { frame: clock.first, time });
                  }}
                />
              </span>
              <TextButton
                onClick={() => {
                  setMatching(matching === clock.body ? null : clock.body);
                }}
              >
                two frames of one moment
              </TextButton>
              {clock.seconds !== 0 && (
                <TextButton
                  onClick={() => {
                    onClock(clock.body, null);
                  }}
                >
                  as it was
                </TextButton>
              )}
            </span>
          </span>
          {clock.because !== "" && clock.because !== "by hand" && <span className="block text-faded">{clock.because}</span>}
          {matching === clock.body && (
            <MomentPicker
              card={card}
              cards={cards}
              body={clock.body}
              frames={frames}
              onClose={() => {
                setMatching(null);
              }}
              onMatch={(match) => {
                setMatching(null);
                onClock(clock.body, match);
              }}
            />
          )}
        </li>
      ))}
      {clocks.length === 0 && <li className="text-faded">No body on this card wrote a time.</li>}
    </ul>
  );
}

import { useState } from "react";
import { useNavigate } from "react-router";
import type { Card } from "../api/types";
import { Key } from "../ledger/Field";
import { useKeys } from "../ledger/useKeys";
import { deskOf, named, ofTheSameDays } from "./together";

/** Which cards are picked for one desk, and the desk that T opens: of those, or where none is picked, of those that seem to be of one event. */
export function useTogether(present: Card[]) {
  const go = useNavigate();
  const [picked, setPicked] = useState<string[]>([]);
  const chosen = present.filter((card) => picked.includes(card.id));
  const cards = chosen.length > 0 ? chosen : ofTheSameDays(present);
  const open = () => {
    if (cards.length > 1) void go(`/intake/${deskOf(cards)}`);
  };
  useKeys({ t: open });
  const pick = (card: string) => {
    setPicked((now) => (now.includes(card) ? now.filter((one) => one !== card) : [...now, card]));
  };
  return { picked, pick, cards, isChosen: chosen.length > 0, open };
}

/** Several cards on one desk: those that were picked, or where none were, those that seem to be of one event. */
export function TogetherLine({ cards, isChosen, onOpen }: { cards: Card[]; isChosen: boolean; onOpen: () => void }) {
  if (cards.length === 0) return null;
  return (
    <p className="in-line gap-x-5 border-b border-rule py-[9px] pr-6 pl-page">
      <span>
        {isChosen ? (
          <>
            <b>{named(cards.map((card) => card.label))}</b>{" "}
            {cards.length > 1 ? "picked: one desk, one numbering by time, shoots shared." : "picked: pick another to put them on one desk."}
          </>
        ) : (
          <>{named(cards.map((card) => card.label))} are of the same days: on one desk they share shoots, and are numbered by time.</>
        )}
      </span>
      {cards.length > 1 && (
        <button type="button" onClick={onOpen} className="whitespace-nowrap linked">
          On one desk
          <Key>T</Key>
        </button>
      )}
    </p>
  );
}

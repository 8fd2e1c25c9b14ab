import { Link } from "react-router";
import { useClearance } from "../api/copies";
import { usePutFolderAway } from "../api/queries";
import type { Card } from "../api/types";
import { Key, TextButton } from "../ledger/Field";
import { figure, size, span } from "../words/format";

interface Picking {
  picked: string[];
  onPick: (card: string) => void;
}

/** The cards in the readers, each with its number; where there are several, they can be picked for one desk. */
export function CardTable({ cards, asOf, picked, onPick }: { cards: Card[]; asOf: string } & Picking) {
  return (
    <div role="table" aria-label="Cards in the readers">
      <div role="row" className="card-columns border-b border-rule-strong pb-1 as-label max-[1000px]:sr-only">
        <span />
        <span role="columnheader">card</span>
        <span role="columnheader">taken</span>
        {["frames", "new", "files", "size"].map((head) => (
          <span key={head} role="columnheader" className="text-right">
            {head}
          </span>
        ))}
        <span />
      </div>
      {cards.map((card, i) => (
        <CardLine key={card.id} card={card} number={i + 1} asOf={asOf} picking={cards.length > 1 ? { picked, onPick } : null} />
      ))}
    </div>
  );
}

/** A card in a reader; where nothing of it is new, also whether it may be formatted. */
function CardLine({ card, number, asOf, picking }: { card: Card; number: number; asOf: string; picking: Picking | null }) {
  const putAway = usePutFolderAway();
  const clearance = useClearance({ card: card.id }, card.new === 0 && !card.isFolder, asOf);
  return (
    <div className="relative border-b border-rule hover:bg-wash">
      <div role="row" className="card-columns group items-baseline py-[10px]">
        <span role="cell" className="relative z-[1] justify-self-center">
          {picking && (
            <input
              type="checkbox"
              aria-label={`put ${card.label} on one desk with others`}
              title="on one desk with others"
              checked={picking.picked.includes(card.id)}
              onChange={() => {
                picking.onPick(card.id);
              }}
              className="ticked"
            />
          )}
        </span>
        <span role="cell" className="font-hand text-[20px] leading-[24px] font-semibold group-hover:text-velvet">
          <Link
            to={`/intake/${card.id}`}
            className="after:absolute after:inset-0 focus-visible:outline-none focus-visible:after:outline-2 focus-visible:after:-outline-offset-2"
          >
            {card.label}
          </Link>
          {card.isFolder && <span className="ml-2 font-plain text-body font-normal text-faded">a folder</span>}
        </span>
        <span role="cell">{card.firstDate && card.lastDate ? span(card.firstDate, card.lastDate) : <span className="text-faded">no stills on it</span>}</span>
        <span role="cell" className="text-right">
          {figure(card.frames)}
          <span className="min-[1000px]:hidden"> {card.frames === 1 ? "frame" : "frames"}</span>
        </span>
        <span role="cell" className={`text-right ${card.new ? "font-semibold" : "text-faded"}`}>
          {card.new === null ? "…" : card.new === 0 ? "none" : figure(card.new)}
          <span className="min-[1000px]:hidden"> new</span>
        </span>
        <span role="cell" className="text-right max-[1000px]:hidden">
          {figure(card.files)}
        </span>
        <span role="cell" className="text-right">
          {card.files > 0 ? size(card.bytes) : "—"}
        </span>
        <span role="cell" className="text-right text-faded">
          <Key>{String(number)}</Key>
        </span>
      </div>
      {clearance.data && (
        <p className={`pr-6 pb-[8px] pl-page ${clearance.data.mayBeFormatted ? "text-velvet" : "text-faded"}`}>
          {clearance.data.sentence}{" "}
          {clearance.data.files > 0 && (
            <Link to={`/clearance/${card.id}`} className="relative z-[1] linked">
              {clearance.data.mayBeFormatted ? "the proof of it" : "what is missing"}
            </Link>
          )}
        </p>
      )}
      {card.isFolder && (
        <span className="absolute right-[110px] bottom-[2px] text-label">
          <TextButton
            onClick={() => {
              putAway.mutate(card.id);
            }}
          >
            put away
          </TextButton>
        </span>
      )}
    </div>
  );
}

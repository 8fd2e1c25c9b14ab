import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { useClearance } from "../api/copies";
import { useCards, usePutFolderAway, useReceipts, useShootsOfReceipts, useStillOpen, useTryAgain } from "../api/queries";
import type { Card, FailedPiece, Receipt } from "../api/types";
import { Key, TextButton } from "../ledger/Field";
import { Nothing } from "../ledger/Nothing";
import { Notice, Trouble } from "../ledger/Notice";
import { Page } from "../ledger/Page";
import { useKeys } from "../ledger/useKeys";
import { deskOf, named, ofTheSameDays } from "./together";
import { useNumberKeys } from "./useNumberKeys";
import { count, dateOf, figure, moment, size, span, timeOfDay } from "../words/format";
import { ShootsOf } from "../receipt/ShootsOf";
import { FolderSource } from "./FolderSource";

/** Which cards are in the readers now, and the receipts written so far. */
export function CardsScreen() {
  const cards = useCards();
  const receipts = useReceipts();
  const go = useNavigate();
  const present = cards.data?.cards ?? [];
  const inReaders = present.filter((card) => !card.isFolder);
  const [picking, setPicking] = useState(false);
  const [picked, setPicked] = useState<string[]>([]);
  const chosen = present.filter((card) => picked.includes(card.id));
  const together = chosen.length > 0 ? chosen : ofTheSameDays(present);
  const openTogether = () => {
    if (together.length > 1) void go(`/intake/${deskOf(together)}`);
  };
  useKeys({ t: openTogether });
  useNumberKeys(present.length, (i) => {
    const card = present[i];
    if (card) void go(`/intake/${card.id}`);
  });
  const store = cards.data?.store;
  const written = receipts.data?.pages.flatMap((page) => page.receipts) ?? [];
  return (
    <Page title="Intake">
      <Trouble error={cards.error} />
      {store && !store.present && <Notice grave>{store.absentBecause} Cards can be looked at; nothing can be brought in until then.</Notice>}
      <Failed pieces={receipts.data?.pages[0]?.failed ?? []} />
      <div className="in-line justify-between gap-x-6 pt-6 pr-6 pb-3 pl-page">
        <h1 className="text-title font-semibold">Cards</h1>
        {cards.data && (
          <p className="flex flex-wrap justify-end gap-x-6 text-faded">
            {inReaders.length === 0 ? "none in the readers" : `${count(inReaders.length, "card")} in the readers`}
            <TextButton
              onClick={() => {
                setPicking(true);
              }}
            >
              from a folder…
            </TextButton>
          </p>
        )}
      </div>
      {picking && (
        <FolderSource
          onClose={() => {
            setPicking(false);
          }}
        />
      )}
      {cards.data && present.length > 0 && (
        <CardTable
          cards={present}
          asOf={`${cards.data.revision}`}
          picked={picked}
          onPick={(card) => {
            setPicked((now) => (now.includes(card) ? now.filter((one) => one !== card) : [...now, card]));
          }}
        />
      )}
      {together.length > 1 || chosen.length > 0 ? <TogetherLine cards={together} isChosen={chosen.length > 0} onOpen={openTogether} /> : null}
      {cards.data && inReaders.length === 0 && (
        <Nothing heading="No card is in a reader">
          <p>Put one in: it appears here by itself. A card is any volume with a DCIM folder, looked for in</p>
          <ul className="mt-2 as-path text-ink">
            {cards.data.readers.map((reader) => (
              <li key={reader}>{reader}</li>
            ))}
          </ul>
        </Nothing>
      )}
      {cards.isPending && <p className="pl-page text-faded">Looking into the readers…</p>}
      <StillOpen />
      {written.length > 0 && (
        <Receipts
          receipts={written}
          older={receipts.hasNextPage}
          onOlder={() => {
            void receipts.fetchNextPage();
          }}
        />
      )}
    </Page>
  );
}

/** Several cards on one desk: those that were picked, or where none were, those that seem to be of one event. */
function TogetherLine({ cards, isChosen, onOpen }: { cards: Card[]; isChosen: boolean; onOpen: () => void }) {
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

interface Picking {
  picked: string[];
  onPick: (card: string) => void;
}

function CardTable({ cards, asOf, picked, onPick }: { cards: Card[]; asOf: string } & Picking) {
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

/** What is still on the photographer, over all cards, shoots and drives; that nothing is, is said too. */
function StillOpen() {
  const open = useStillOpen();
  if (!open.data) return null; // why not is said above, as of the cards
  return (
    <section aria-label="Still open">
      <h2 className="border-b border-rule-strong pt-9 pb-1 pl-page text-[20px] font-semibold">Still open</h2>
      {open.data.length === 0 && (
        <p className="py-[7px] pl-page text-faded">Nothing: no run is stopped, no copy, stamp or DNG is owed, and every shoot has its words.</p>
      )}
      <ul>
        {open.data.map((one) => (
          <li key={one.sentence} className="receipt-row items-baseline border-b border-rule py-[7px]">
            <span className="justify-self-center font-hand font-semibold text-brass" aria-hidden="true">
              {one.isGrave ? "!" : ""}
            </span>
            <Link to={one.page} className="col-span-4 linked">
              {one.sentence}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What came in lately: a heading for each day, a line for each receipt, with its shoots. */
function Receipts({ receipts, older, onOlder }: { receipts: Receipt[]; older: boolean; onOlder: () => void }) {
  const shoots = useShootsOfReceipts(receipts);
  const days = new Map<string, Receipt[]>();
  for (const receipt of receipts) days.set(dateOf(receipt.askedAt), [...(days.get(dateOf(receipt.askedAt)) ?? []), receipt]);
  return (
    <section aria-label="Receipts" className="pb-10">
      <h2 className="pt-9 pb-1 pl-page text-[20px] font-semibold">Receipts</h2>
      {[...days].map(([day, of]) => (
        <section key={day} aria-label={day}>
          <h3 className="border-b border-rule-strong pt-3 pb-1 pl-page font-plain text-body font-normal text-faded">{day}</h3>
          {of.map((receipt) => (
            <div key={receipt.number} className="receipt-row items-baseline border-b border-rule py-[7px]">
              <span className="justify-self-center font-hand font-semibold text-brass" aria-hidden="true">
                {receipt.state === "stopped" ? "!" : ""}
              </span>
              <Link to={`/receipts/${receipt.number}`} className="group contents">
                <span className="text-right text-faded">{receipt.number}</span>
                <span className="font-semibold underline decoration-velvet/50 underline-offset-3 group-hover:text-velvet">{receipt.card}</span>
              </Link>
              <span>
                {receipt.state === "stopped" && <b className="text-brass">stopped. </b>}
                {receipt.state === "taken back" && <b>taken back. </b>}
                {receipt.state === "running" && <b className="text-velvet">being written. </b>}
                {receipt.sentence}
                <ShootsOf shoots={shoots.data?.get(receipt.number) ?? []} />
              </span>
              <span className="text-right text-faded">{timeOfDay(receipt.askedAt).slice(0, 5)}</span>
            </div>
          ))}
        </section>
      ))}
      {older && (
        <p className="pt-3 pl-page">
          <TextButton onClick={onOlder}>older receipts</TextButton>
        </p>
      )}
    </section>
  );
}

/** Work that was tried as often as it is, and failed each time. */
function Failed({ pieces }: { pieces: FailedPiece[] }) {
  const again = useTryAgain();
  return (
    <>
      <Trouble error={again.error} />
      {pieces.map((piece) => (
        <Notice
          key={piece.id}
          grave
          action={
            <TextButton
              disabled={again.isPending}
              onClick={() => {
                again.mutate(piece.id);
              }}
            >
              try again
            </TextButton>
          }
        >
          {piece.receipt === null ? piece.what : <Link to={`/receipts/${piece.receipt}`}>{piece.what}</Link>} could not be worked on
          {piece.at && `, last tried ${moment(piece.at)}`}: {piece.because}. What was copied and proven before stays.
        </Notice>
      ))}
    </>
  );
}

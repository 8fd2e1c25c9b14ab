import { Link, useNavigate } from "react-router";
import { useCards, useReceipts, useTryAgain } from "../api/queries";
import type { Card, FailedPiece, Receipt } from "../api/types";
import { Key, TextButton } from "../ledger/Field";
import { Nothing } from "../ledger/Nothing";
import { Notice, Trouble } from "../ledger/Notice";
import { Page } from "../ledger/Page";
import { useNumberKeys } from "./useNumberKeys";
import { count, figure, moment, size, span } from "../words/format";

/** Which cards are in the readers now, and the receipts written so far. */
export function CardsScreen() {
  const cards = useCards();
  const receipts = useReceipts();
  const go = useNavigate();
  const present = cards.data?.cards ?? [];
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
      <div className="flex items-baseline justify-between pt-6 pr-6 pb-3 pl-[72px]">
        <h1 className="text-title font-semibold">Cards</h1>
        {cards.data && <p className="text-faded">{present.length === 0 ? "none in the readers" : `${count(present.length, "card")} in the readers`}</p>}
      </div>
      {cards.data && present.length > 0 && <CardTable cards={present} />}
      {cards.data && present.length === 0 && (
        <Nothing heading="No card is in a reader">
          <p>Put one in: it appears here by itself. A card is any volume with a DCIM folder, looked for in</p>
          <ul className="mt-2 font-path text-path text-ink">
            {cards.data.readers.map((reader) => (
              <li key={reader}>{reader}</li>
            ))}
          </ul>
        </Nothing>
      )}
      {cards.isPending && <p className="pl-[72px] text-faded">Looking into the readers…</p>}
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

const COLUMNS = "grid grid-cols-[var(--spacing-margin)_minmax(180px,1.2fr)_minmax(200px,2fr)_90px_90px_110px_60px] gap-x-[14px] pr-6";

function CardTable({ cards }: { cards: Card[] }) {
  return (
    <div role="table" aria-label="Cards in the readers">
      <div role="row" className={`${COLUMNS} border-b border-rule-strong pb-1 text-label text-faded`}>
        <span />
        <span role="columnheader">card</span>
        <span role="columnheader">taken</span>
        <span role="columnheader" className="text-right">
          frames
        </span>
        <span role="columnheader" className="text-right">
          files
        </span>
        <span role="columnheader" className="text-right">
          size
        </span>
        <span />
      </div>
      {cards.map((card, i) => (
        <Link
          key={card.id}
          role="row"
          to={`/intake/${card.id}`}
          className={`${COLUMNS} group items-baseline border-b border-rule py-[10px] hover:bg-wash focus-visible:-outline-offset-2`}
        >
          <span />
          <span role="cell" className="font-hand text-[20px] leading-[24px] font-semibold group-hover:text-velvet">
            {card.label}
          </span>
          <span role="cell">{card.firstDate && card.lastDate ? span(card.firstDate, card.lastDate) : <span className="text-faded">no stills on it</span>}</span>
          <span role="cell" className="text-right">
            {figure(card.frames)}
          </span>
          <span role="cell" className="text-right">
            {figure(card.files)}
          </span>
          <span role="cell" className="text-right">
            {card.files > 0 ? size(card.bytes) : "—"}
          </span>
          <span role="cell" className="text-right text-faded">
            <Key>{String(i + 1)}</Key>
          </span>
        </Link>
      ))}
    </div>
  );
}

function Receipts({ receipts, older, onOlder }: { receipts: Receipt[]; older: boolean; onOlder: () => void }) {
  return (
    <section aria-label="Receipts" className="pb-10">
      <h2 className="pt-9 pb-3 pl-[72px] text-[20px] font-semibold">Receipts</h2>
      <div className="border-t border-rule-strong">
        {receipts.map((receipt) => (
          <Link
            key={receipt.number}
            to={`/receipts/${receipt.number}`}
            className="group grid grid-cols-[var(--spacing-margin)_60px_minmax(140px,1fr)_minmax(0,3fr)_200px] items-baseline gap-x-[14px] border-b border-rule py-[7px] pr-6 hover:bg-wash focus-visible:-outline-offset-2"
          >
            <span className="justify-self-center font-hand font-semibold text-brass" aria-hidden="true">
              {receipt.state === "stopped" ? "!" : ""}
            </span>
            <span className="text-right text-faded">{receipt.number}</span>
            <span className="font-semibold group-hover:text-velvet">{receipt.card}</span>
            <span>
              {receipt.state === "stopped" && <b className="text-brass">stopped. </b>}
              {receipt.state === "running" && <b className="text-velvet">being written. </b>}
              {receipt.sentence}
            </span>
            <span className="text-right text-faded">{moment(receipt.askedAt)}</span>
          </Link>
        ))}
      </div>
      {older && (
        <p className="pt-3 pl-[72px]">
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

import { useState } from "react";
import { useNavigate } from "react-router";
import { useCards, useReceipts } from "../api/queries";
import { TextButton } from "../ledger/Field";
import { Nothing } from "../ledger/Nothing";
import { Notice, Trouble } from "../ledger/Notice";
import { Page } from "../ledger/Page";
import { ReceiptList } from "../receipt/ReceiptList";
import { count } from "../words/format";
import { CardTable } from "./CardTable";
import { FailedWork } from "./FailedWork";
import { FolderSource } from "./FolderSource";
import { StillOpen } from "./StillOpen";
import { TogetherLine, useTogether } from "./TogetherLine";
import { useNumberKeys } from "./useNumberKeys";

/** Which cards are in the readers now, and the receipts written so far. */
export function CardsScreen() {
  const cards = useCards();
  const receipts = useReceipts();
  const go = useNavigate();
  const present = cards.data?.cards ?? [];
  const inReaders = present.filter((card) => !card.isFolder);
  const [picking, setPicking] = useState(false);
  const together = useTogether(present);
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
      <FailedWork pieces={receipts.data?.pages[0]?.failed ?? []} />
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
      {cards.data && present.length > 0 && <CardTable cards={present} asOf={`${cards.data.revision}`} picked={together.picked} onPick={together.pick} />}
      <TogetherLine cards={together.cards} isChosen={together.isChosen} onOpen={together.open} />
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
        <ReceiptList
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

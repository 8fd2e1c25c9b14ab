import { useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import type { OrderDocument } from "../api/orders";
import { useEject } from "../api/queries";
import { toNextDescription } from "../ledger/blanks";
import { Nothing } from "../ledger/Nothing";
import { Notice, Trouble } from "../ledger/Notice";
import { Page } from "../ledger/Page";
import { useKeys } from "../ledger/useKeys";
import { StampLine } from "../stamps/StampLine";
import { PART_NAMES } from "../words/order";
import { CardSlip } from "./CardSlip";
import { saidAbove, withoutWords } from "./describing";
import { DeskFoot } from "./DeskFoot";
import { ClocksPart } from "./order/ClocksPart";
import { OrderLine, PartLine } from "./order/OrderLine";
import { OtherFiles } from "./OtherFiles";
import { Result } from "./Result";
import { isOpen, type Opened } from "./rows";
import { problemsOf, ShootHead, ShootRow } from "./ShootRow";
import { cardsOf, named } from "./together";
import { useDeskOf } from "./useDeskOf";
import { useOpenedAtFirstBlank } from "./useOpenedAtFirstBlank";

export function DeskScreen() {
  const { card = "" } = useParams();
  return <DeskForCard key={card} card={card} />;
}

/** The desk for one card, or for several: its slip, a row for each shoot it becomes, and the totals with the button that begins. */
function DeskForCard({ card }: { card: string }) {
  const { present, pulled, cards, desk, said, sheet, orderName, order, wishes, settled, asked, plan, hints, rows, begin, underWay, gone, readiness } =
    useDeskOf(card);
  const eject = useEject();
  const go = useNavigate();
  const scroller = useRef<HTMLElement>(null);
  const [open, setOpen] = useState<Opened>({});
  const onlyOne = desk.data?.complete === true && rows.length === 1; // its pictures are shown at once
  const [orderOpen, setOrderOpen] = useState(false);
  const [stampsOpen, setStampsOpen] = useState(false);
  const toggleOrder = () => {
    setOrderOpen((now) => !now);
  };
  const sayOrder = (name: string, document: OrderDocument | null, what: string) => {
    said.say({ do: "order", name, document, what });
  };
  const start = () => {
    if (!readiness.is) return;
    if (readiness.does === "prove") {
      void go(`/clearance/${card}`);
      return;
    }
    begin.mutate(wishes, {
      onSuccess: ({ receipt }) => {
        said.begun();
        void go(`/receipts/${receipt}`);
      },
    });
  };
  // The key leads to the button; only Enter on it begins: one letter, pressed by accident, copies nothing.
  const toBegin = () => {
    document.querySelector<HTMLElement>("[data-begins]")?.focus();
  };
  useOpenedAtFirstBlank(plan !== undefined);
  useKeys({
    b: toBegin,
    z: said.undo,
    o: toggleOrder,
    d: () => {
      toNextDescription();
    },
  });
  const bringClips = () => {
    if (order) sayOrder(order.name, { ...order, clips: "with the stills" }, PART_NAMES.clips);
  };

  if (!desk.data) {
    return (
      <Page title="Intake">
        {gone ? (
          <Nothing heading={cardsOf(card).length > 1 ? "Not all of these cards are in a reader" : "This card is in no reader"}>
            Put {cardsOf(card).length > 1 ? "them" : "it"} back and this page opens by itself. <BackToCards />
          </Nothing>
        ) : (
          <>
            <Trouble error={desk.error} />
            {desk.isPending && <p className="pt-8 pl-page text-faded">Looking at what is on the card…</p>}
          </>
        )}
      </Page>
    );
  }
  const unreadable = desk.data.frames.filter((frame) => frame.unreadable);
  return (
    <Page
      title={desk.data.label}
      scrollRef={scroller}
      foot={
        <DeskFoot
          desk={desk.data}
          plan={plan}
          failed={asked.error !== null}
          present={present}
          readiness={readiness}
          underWay={underWay}
          stale={asked.isPlaceholderData}
          last={said.last}
          onUndo={said.undo}
          onBegin={start}
        />
      }
    >
      <div>
        <CardSlip
          desk={desk.data}
          ejecting={eject.isPending}
          canEject={present && !begin.isPending && underWay === null}
          onEject={(one) => {
            eject.mutate(one);
          }}
        />
        {gone && eject.isSuccess && <Notice>The card {named(pulled)} was let go: it can be taken out.</Notice>}
        {gone && !eject.isSuccess && (
          <Notice grave>
            {pulled.length > 1 ? "The cards" : "The card"} {named(pulled)} {pulled.length > 1 ? "were" : "was"} pulled out. What you marked and wrote is kept;
            put {pulled.length > 1 ? "them" : "it"} back to go on.
          </Notice>
        )}
        <Trouble error={gone ? null : (begin.error ?? eject.error ?? asked.error ?? desk.error)} />
        {problemsOf(plan, null).map((problem) => (
          <Notice key={problem.message}>{problem.message}</Notice>
        ))}
        {rows.length > 0 && (
          <OrderLine plan={plan} name={orderName} changed={wishes.order.document} open={orderOpen} onOpen={toggleOrder} onOrder={sayOrder}>
            <PartLine label="clocks">
              <ClocksPart
                card={card}
                cards={cards}
                frames={desk.data.frames}
                clocks={plan?.clocks ?? []}
                onClock={(body, span, clock) => {
                  said.say({ do: "set a clock", body, span, clock });
                }}
              />
            </PartLine>
          </OrderLine>
        )}
        {rows.length > 0 && !plan && <div aria-hidden className="h-[35px] border-b border-rule-strong" /> /* the place of the line that comes */}
        {rows.length > 0 && plan && (
          <StampLine
            plan={plan}
            order={order}
            open={stampsOpen}
            onOpen={() => {
              setStampsOpen(!stampsOpen);
            }}
            onStamps={(stamps) => {
              if (order) sayOrder(order.name, { ...order, stamps }, PART_NAMES.stamps);
            }}
          />
        )}
        {rows.length === 0 && desk.data.complete && (
          <Nothing heading={desk.data.cards.length > 1 ? "There are no stills on these cards" : "There are no stills on this card"}>
            {desk.data.others.length > 0
              ? "What else is there is listed below."
              : desk.data.cards.length > 1
                ? "They hold no files at all."
                : "It holds no files at all; it is ready to be used."}{" "}
            <BackToCards />
          </Nothing>
        )}
        {rows.length > 0 && <ShootHead frames={desk.data.frames.filter((frame) => !frame.unreadable)} marks={sheet.marks} />}
        {rows.map((row, at) => (
          <ShootRow
            key={row.id}
            card={card}
            row={row}
            shoots={plan?.shoots ?? []}
            above={saidAbove(rows, at, said.wishes.shoots)}
            below={withoutWords(rows, at, said.wishes.shoots)}
            problems={problemsOf(plan, row.id)}
            desk={sheet}
            stale={asked.isPlaceholderData}
            hints={hints}
            open={isOpen(row, rows, open) ?? onlyOne}
            present={present}
            scroller={scroller}
            onClocks={() => {
              setOrderOpen(true);
              setTimeout(() => document.querySelector<HTMLElement>('[aria-label="Clocks"] li:last-child input')?.focus(), 300);
            }}
            onOpen={() => {
              setOpen((now) => ({
                ...now,
                [row.id]: !(isOpen(row, rows, now) ?? onlyOne),
              }));
            }}
          />
        ))}
        {plan && rows.length > 0 && <Result card={card} plan={plan} wishes={settled} scroller={scroller} />}
        <OtherFiles
          others={desk.data.others}
          unreadable={unreadable}
          clipsStay={(order?.clips ?? "stay on the card") === "stay on the card"}
          several={desk.data.cards.length > 1}
          othersStay={(order?.others ?? "stay on the card") === "stay on the card"}
          onClips={order ? bringClips : null}
        />
      </div>
    </Page>
  );
}

function BackToCards() {
  return (
    <Link to="/intake" className="linked">
      All cards
    </Link>
  );
}

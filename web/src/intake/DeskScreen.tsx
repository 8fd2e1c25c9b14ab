import { useMemo, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { Refused } from "../api/client";
import { useBegin, useCards, useDesk, useDeskFollows, useEject, useHints, usePlan, useReceipts } from "../api/queries";
import type { CardFrame } from "../api/types";
import { toNextDescription } from "../ledger/blanks";
import { Nothing } from "../ledger/Nothing";
import { Notice, Trouble } from "../ledger/Notice";
import { Page } from "../ledger/Page";
import { useKeys } from "../ledger/useKeys";
import { CardSlip } from "./CardSlip";
import { DeskFoot } from "./DeskFoot";
import { ClocksPart } from "./order/ClocksPart";
import { OrderLine, PartLine } from "./order/OrderLine";
import { OtherFiles } from "./OtherFiles";
import { Result } from "./Result";
import { isOpen, type Opened, rowsOf } from "./rows";
import { problemsOf, ShootHead, ShootRow } from "./ShootRow";
import { useLast, useSettled } from "./useSettled";
import { StampLine } from "../stamps/StampLine";
import { PART_NAMES } from "../words/order";
import { useWishes } from "./useWishes";

export function DeskScreen() {
  const { card = "" } = useParams();
  return <DeskForCard key={card} card={card} />;
}

/** The desk for one card: its slip, a row for each shoot it becomes, and the totals with the button that begins. */
function DeskForCard({ card }: { card: string }) {
  const cards = useCards();
  const present = cards.data === undefined || cards.data.cards.some((one) => one.id === card);
  const desk = useDesk(card, present);
  useDeskFollows(card, cards.data);
  const said = useWishes(card);
  // Until another order is chosen here, the desk follows the one last used for this card or its bodies.
  const orderName = said.wishes.order.name || (desk.data?.order ?? "");
  const wishes = useMemo(() => ({ ...said.wishes, order: { ...said.wishes.order, name: orderName } }), [said.wishes, orderName]);
  const settled = useSettled(wishes, said.last?.startsWith("describing") ? 120 : 0);
  const asked = usePlan(card, settled, desk.data?.complete === true && present && settled.order.name !== "");
  const plan = useLast(asked.data); // what cannot be planned leaves the last plan in view, to be mended
  // What is marked is the plan's to say; until it has answered, what was just said stands in for it.
  const answered = asked.data && !asked.isPlaceholderData && settled === wishes ? asked.data : undefined;
  const sheet = useMemo(() => {
    if (!answered) return said;
    const marked = new Set(answered.shoots.flatMap((shoot) => shoot.marked));
    return { ...said, marks: { ...said.marks, isMarked: (frame: CardFrame) => marked.has(frame.key) } };
  }, [said, answered]);
  const hints = useHints(card, desk.data?.complete === true && present);
  const begin = useBegin(card);
  const receipts = useReceipts();
  const underWay = receipts.data?.pages[0]?.receipts.find((one) => one.desk === card && ["waiting", "running", "paused"].includes(one.state));
  const eject = useEject(card);
  const go = useNavigate();
  const scroller = useRef<HTMLElement>(null);
  const [open, setOpen] = useState<Opened>({});

  const rows = useMemo(() => (desk.data ? rowsOf(desk.data, plan) : []), [desk.data, plan]);
  const onlyOne = desk.data?.complete === true && rows.length === 1; // its pictures are shown at once
  const [orderOpen, setOrderOpen] = useState(false);
  const [stampsOpen, setStampsOpen] = useState(false);
  const toggleOrder = () => {
    setOrderOpen((now) => !now);
  };
  const gone = !present || (desk.error instanceof Refused && desk.error.status === 404);
  const ready =
    present &&
    !underWay &&
    plan !== undefined &&
    asked.error === null &&
    plan.totals.filesToBringIn > 0 &&
    plan.hasRoom &&
    plan.store.present &&
    !begin.isPending;
  const start = () => {
    if (!ready) return;
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
  useKeys({
    b: toBegin,
    z: said.undo,
    o: toggleOrder,
    d: () => {
      toNextDescription();
    },
  });
  // What the browser kept of an earlier version may lack a part.
  const order = wishes.order.document && plan ? { ...plan.order, ...wishes.order.document } : (wishes.order.document ?? plan?.order);
  const bringClips = () => {
    if (order) said.setOrder(order.name, { ...order, clips: "with the stills" }, PART_NAMES.clips);
  };

  if (!desk.data) {
    return (
      <Page title="Intake">
        {gone ? (
          <Nothing heading="This card is in no reader">
            Put it back and this page opens by itself. <BackToCards />
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
          ready={ready}
          underWay={underWay?.number ?? null}
          busy={begin.isPending}
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
          canEject={present && !begin.isPending && !underWay}
          onEject={() => {
            eject.mutate();
          }}
        />
        {gone && eject.isSuccess && <Notice>The card {desk.data.label} was let go: it can be taken out.</Notice>}
        {gone && !eject.isSuccess && <Notice grave>The card {desk.data.label} was pulled out. What you marked and wrote is kept; put it back to go on.</Notice>}
        <Trouble error={gone ? null : (begin.error ?? eject.error ?? asked.error ?? desk.error)} />
        {problemsOf(plan, null).map((problem) => (
          <Notice key={problem.message}>{problem.message}</Notice>
        ))}
        {rows.length > 0 && (
          <OrderLine plan={plan} name={orderName} changed={wishes.order.document} open={orderOpen} onOpen={toggleOrder} onOrder={said.setOrder}>
            <PartLine label="clocks">
              <ClocksPart card={card} cards={cards.data?.cards ?? []} frames={desk.data.frames} clocks={plan?.clocks ?? []} onClock={said.setClock} />
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
              if (order) said.setOrder(order.name, { ...order, stamps }, PART_NAMES.stamps);
            }}
          />
        )}
        {rows.length === 0 && desk.data.complete && (
          <Nothing heading="There are no stills on this card">
            {desk.data.others.length === 0 ? "It holds no files at all; it is ready to be used." : "What else it holds is listed below."} <BackToCards />
          </Nothing>
        )}
        {rows.length > 0 && <ShootHead frames={desk.data.frames.filter((frame) => !frame.unreadable)} marks={sheet.marks} />}
        {rows.map((row) => (
          <ShootRow
            key={row.id}
            card={card}
            row={row}
            shoots={plan?.shoots ?? []}
            problems={problemsOf(plan, row.id)}
            desk={sheet}
            stale={asked.isPlaceholderData}
            hints={hints.data}
            open={isOpen(row, rows, open) ?? onlyOne}
            present={present}
            scroller={scroller}
            onOpen={() => {
              setOpen((now) => ({ ...now, [row.id]: !(isOpen(row, rows, now) ?? onlyOne) }));
            }}
          />
        ))}
        {plan && rows.length > 0 && <Result card={card} plan={plan} wishes={settled} scroller={scroller} />}
        <OtherFiles
          others={desk.data.others}
          unreadable={unreadable}
          clipsStay={(order?.clips ?? "stay on the card") === "stay on the card"}
          othersStay={(order?.others ?? "stay on the card") === "stay on the card"}
          onClips={order ? bringClips : null}
        />
      </div>
    </Page>
  );
}

function BackToCards() {
  return (
    <Link to="/intake" className="text-velvet underline underline-offset-3">
      All cards
    </Link>
  );
}

import { useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { Refused } from "../api/client";
import { useBegin, useCards, useDesk, useEject, useHints, usePlan } from "../api/queries";
import type { CardFrame } from "../api/types";
import { Nothing } from "../ledger/Nothing";
import { Notice, Trouble } from "../ledger/Notice";
import { Page } from "../ledger/Page";
import { useKeys } from "../ledger/useKeys";
import { CardSlip } from "./CardSlip";
import { DeskFoot } from "./DeskFoot";
import { OtherFiles } from "./OtherFiles";
import { ShootHead, ShootRow } from "./ShootRow";
import { useSettled } from "./useSettled";
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
  const { wishes, marks, describe, forget, setCompanions } = useWishes(card);
  const settled = useSettled(wishes, 120);
  const plan = usePlan(card, settled, desk.data?.complete === true && present);
  const hints = useHints(card, desk.data?.complete === true && present);
  const begin = useBegin(card);
  const eject = useEject(card);
  const go = useNavigate();
  const scroller = useRef<HTMLElement>(null);
  const [open, setOpen] = useState<Record<string, boolean>>({});

  const byDate = group(desk.data?.frames ?? []);
  const dates = Object.keys(byDate).sort();
  const onlyOne = desk.data?.complete === true && dates.length === 1; // its pictures are shown at once
  const gone = !present || (desk.error instanceof Refused && desk.error.status === 404);
  const ready = present && plan.data !== undefined && plan.data.totals.filesToBringIn > 0 && plan.data.store.present && !begin.isPending;
  const start = () => {
    if (!ready) return;
    begin.mutate(wishes, {
      onSuccess: ({ receipt }) => {
        forget();
        void go(`/receipts/${receipt}`);
      },
    });
  };
  useKeys({ b: start });

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
            {desk.isPending && <p className="pt-8 pl-[72px] text-faded">Looking at what is on the card…</p>}
          </>
        )}
      </Page>
    );
  }
  const shoots = new Map(plan.data?.shoots.map((shoot) => [shoot.date, shoot]));
  const unreadable = desk.data.frames.filter((frame) => frame.unreadable);
  return (
    <Page
      title={desk.data.label}
      scrollRef={scroller}
      foot={
        <DeskFoot
          desk={desk.data}
          plan={plan.data}
          present={present}
          ready={ready}
          busy={begin.isPending}
          stale={plan.isPlaceholderData}
          companions={wishes.companions}
          onCompanions={setCompanions}
          onBegin={start}
        />
      }
    >
      <div>
        <CardSlip
          desk={desk.data}
          ejecting={eject.isPending}
          canEject={present && !begin.isPending}
          onEject={() => {
            eject.mutate();
          }}
        />
        {gone && eject.isSuccess && <Notice>The card {desk.data.label} was let go: it can be taken out.</Notice>}
        {gone && !eject.isSuccess && <Notice grave>The card {desk.data.label} was pulled out. What you marked and wrote is kept; put it back to go on.</Notice>}
        <Trouble error={gone ? null : (begin.error ?? eject.error ?? plan.error ?? desk.error)} />
        {plan.data?.problems
          .filter((problem) => problem.date === null)
          .map((problem) => (
            <Notice key={problem.message}>{problem.message}</Notice>
          ))}
        {dates.length === 0 && desk.data.complete && (
          <Nothing heading="There are no stills on this card">
            {desk.data.others.length === 0 ? "It holds no files at all; it is ready to be used." : "What else it holds is listed below."} <BackToCards />
          </Nothing>
        )}
        {dates.length > 0 && <ShootHead frames={desk.data.frames.filter((frame) => !frame.unreadable)} marks={marks} />}
        {dates.map((date) => (
          <ShootRow
            key={date}
            card={card}
            date={date}
            frames={byDate[date] ?? []}
            shoot={shoots.get(date)}
            problems={plan.data?.problems.filter((problem) => problem.date === date) ?? []}
            description={wishes.descriptions[date] ?? ""}
            hints={hints.data}
            marks={marks}
            open={open[date] ?? onlyOne}
            present={present}
            scroller={scroller}
            onDescribe={describe}
            onOpen={() => {
              setOpen((now) => ({ ...now, [date]: !(now[date] ?? onlyOne) }));
            }}
          />
        ))}
        <OtherFiles others={desk.data.others} unreadable={unreadable} />
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

function group(frames: CardFrame[]): Record<string, CardFrame[]> {
  const groups: Record<string, CardFrame[]> = {};
  for (const frame of frames) {
    if (!frame.unreadable) (groups[frame.date] ??= []).push(frame);
  }
  return groups;
}

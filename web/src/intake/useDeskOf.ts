import { useMemo } from "react";
import { Refused } from "../api/client";
import { useBegin, useCards, useDesk, useDeskFollows, useHints, usePlan, useReceipts } from "../api/queries";
import type { CardFrame } from "../api/types";
import { readinessOf } from "./readiness";
import { cardsOf, share } from "./together";
import { rowsOf } from "./rows";
import { useLast, useSettled } from "../ledger/useSettled";
import { useWishes } from "./useWishes";

/** Milliseconds that words are waited for, while they are typed. */
const TYPING = 120;

/** All that the desk of a card shows, or of several: what is on it, what was said of it, the plan that this makes, and whether it may begin. */
export function useDeskOf(card: string) {
  const cards = useCards();
  const out = cards.data === undefined ? [] : cardsOf(card).filter((id) => !cards.data.cards.some((one) => one.id === id));
  const present = out.length === 0;
  const desk = useDesk(card, present);
  useDeskFollows(card, cards.data);
  const said = useWishes(card);
  // Until another order is chosen here, the desk follows the one last used for this card or its bodies.
  const orderName = said.wishes.order.name || (desk.data?.order ?? "");
  const wishes = useMemo(() => ({ ...said.wishes, order: { ...said.wishes.order, name: orderName } }), [said.wishes, orderName]);
  const settled = useSettled(wishes, said.isTyped ? TYPING : 0);
  const isRead = desk.data?.complete === true && present;
  const asked = usePlan(card, settled, isRead && settled.order.name !== "");
  const plan = useLast(asked.data); // what cannot be planned leaves the last plan in view, to be mended
  // What is marked is the plan's to say; until it has answered, what was just said stands in for it.
  const answered = asked.data && !asked.isPlaceholderData && settled === wishes ? asked.data : undefined;
  const sheet = useMemo(() => {
    if (!answered) return said;
    const marked = new Set(answered.shoots.flatMap((shoot) => shoot.marked));
    return { ...said, marks: { ...said.marks, isMarked: (frame: CardFrame) => marked.has(frame.key) } };
  }, [said, answered]);
  const hints = useHints(card, isRead);
  const begin = useBegin(card);
  const receipts = useReceipts();
  const underWay =
    receipts.data?.pages[0]?.receipts.find((one) => share(one.desk, card) && ["waiting", "running", "paused"].includes(one.state))?.number ?? null;
  const rows = useMemo(() => (desk.data ? rowsOf(desk.data, plan) : []), [desk.data, plan]);
  // What the browser kept of an earlier version may lack a part.
  const order = wishes.order.document && plan ? { ...plan.order, ...wishes.order.document } : (wishes.order.document ?? plan?.order);
  return {
    present,
    /** What was pulled out, by its name. */
    pulled: (desk.data?.cards ?? []).filter((one) => out.includes(one.id)).map((one) => one.label),
    cards: cards.data?.cards ?? [],
    desk,
    said,
    sheet,
    orderName,
    order,
    wishes,
    settled,
    asked,
    plan,
    hints: hints.data,
    rows,
    begin,
    underWay,
    gone: !present || (desk.error instanceof Refused && desk.error.status === 404),
    readiness: readinessOf({ present, several: cardsOf(card).length > 1, underWay, plan, failed: asked.error !== null, beginning: begin.isPending }),
  };
}

import type { Card } from "../api/types";

/** A desk is called by the cards that lie on it. */
const AND = "+";

/** The cards that lie on a desk. */
export const cardsOf = (desk: string): string[] => desk.split(AND);

/** The desk that some cards lie on, in the order of the list. */
export const deskOf = (cards: Pick<Card, "id">[]): string => cards.map((card) => card.id).join(AND);

/** Whether two desks have a card in common. */
export const share = (desk: string, other: string): boolean => cardsOf(desk).some((card) => cardsOf(other).includes(card));

/** Cards of the same days, of which anything is new: two bodies at one event, maybe. The first such lot of the list; none where there is only one of each. */
export function ofTheSameDays(cards: Card[]): Card[] {
  const worth = cards.filter((card) => card.new !== 0 && !card.isFolder && card.firstDate !== null && card.lastDate !== null);
  for (const card of worth) {
    const lot = worth.filter((other) => (other.firstDate ?? "") <= (card.lastDate ?? "") && (card.firstDate ?? "") <= (other.lastDate ?? ""));
    if (lot.length > 1) return lot;
  }
  return [];
}

/** "ORREL_A and VANTRY_1". */
export const named = (labels: string[]): string => [labels.slice(0, -1).join(", "), ...labels.slice(-1)].filter((part) => part !== "").join(" and ");

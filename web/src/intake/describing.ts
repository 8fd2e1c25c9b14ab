import type { ShootWish } from "../api/plan";
import type { Description } from "../api/types";
import type { Offer } from "../ledger/Offers";
import { dateInFull } from "../words/format";
import type { Row } from "./rows";

/** What a shoot is described as: by what others were called, by what stands above it. */

export interface Offered extends Offer {
  said: ShootWish;
}

const MOST = 6;

/** Descriptions that go on from what was typed, at any of their words, in their order; each also with what else its pictures say, where they say anything. */
export function offersFor(typed: string, known: Description[]): Offered[] {
  const wanted = typed.trim().toLowerCase();
  const found = known.filter(({ description }) => ` ${description}`.toLowerCase().includes(` ${wanted}`) && description !== typed.trim());
  return found.slice(0, MOST).flatMap(({ description, date, said, keywords }): Offered[] => {
    const plain = {
      key: description,
      text: description,
      hint: dateInFull(date),
      said: { description },
    };
    const more = [...said.map(({ text }) => text), ...keywords.map((path) => path.at(-1) ?? "")].join(", ");
    if (more === "") return [plain];
    const whole = {
      description,
      texts: Object.fromEntries(said.map(({ field, text }) => [field, text])),
      keywords,
    };
    return [
      plain,
      {
        key: `${description}\0more`,
        text: description,
        hint: `with ${more}`,
        said: whole,
      },
    ];
  });
}

/** What of another shoot's is said of one too: its words, and of the occasion what is not said otherwise. */
export const saidToo = (wish: ShootWish, other: ShootWish): ShootWish => ({
  ...wish,
  description: other.description ?? "",
  ...(other.texts || wish.texts ? { texts: { ...other.texts, ...wish.texts } } : {}),
  ...(other.keywords && !wish.keywords?.length ? { keywords: other.keywords } : {}),
});

export const comesIn = (row: Row, wish: ShootWish): boolean => wish.leftOut !== true && row.shoot?.toBringIn !== 0;

/** The nearest shoot above that comes in and has words: what was said of it. */
export function saidAbove(rows: Row[], at: number, wishes: Record<string, ShootWish>): ShootWish | null {
  for (let i = at - 1; i >= 0; i -= 1) {
    const row = rows[i];
    const wish = row && (wishes[row.anchor] ?? {});
    if (!row || !comesIn(row, wish ?? {})) continue;
    if (wish?.description) return wish;
    if (row.shoot?.joins != null && row.shoot.description) return { ...wish, description: row.shoot.description };
  }
  return null;
}

/** Below a row, those that come in and have no words. */
export const withoutWords = (rows: Row[], at: number, wishes: Record<string, ShootWish>): Row[] =>
  rows.slice(at + 1).filter((row) => {
    const wish = wishes[row.anchor] ?? {};
    return comesIn(row, wish) && !wish.description && (row.shoot?.joins ?? null) === null;
  });

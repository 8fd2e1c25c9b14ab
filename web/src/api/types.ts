/** What the server sends, from api/views.ts, and what the desk adds to it. Sizes in bytes, dates "2026-05-04", times "2026-05-04T21:14:09". */
import type * as views from "./views";

export type {
  BodyClock,
  Card,
  Cards,
  Description,
  Facts,
  FailedPiece,
  FrameHint,
  HeldAs,
  Hint as HintName,
  Hints,
  Histogram,
  Outcome,
  Plan,
  PlanLine,
  PlannedShoot,
  Problem,
  Receipt,
  ReceiptLine,
  Receipts,
  SavedOrder,
  Samples,
  Shoot,
  ShootFrame,
  ShootPage,
  Shoots,
  Store,
  Totals,
  Year,
} from "./views";

export interface CardFrame extends views.CardFrame {
  /** As the plan has it, clocks put right. */
  plannedAt: string;
}

export interface Desk extends Omit<views.Desk, "frames"> {
  frames: CardFrame[];
}

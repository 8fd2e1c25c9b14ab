import type { Destination, OrderDocument } from "./orders";

export type { BodyClock, Plan, PlanLine, PlannedShoot, Problem, Totals } from "./types";

/** What the desk says; read by server/Http/DeskInput.php. */

/** What is said on the desk. Shoots, frames and moments are named by keys of frames. */
export interface Wishes {
  order: { name: string; document: OrderDocument | null };
  shoots: Record<string, ShootWish>;
  edits: Edit[];
  clocks: Record<string, ClockWish>;
  byHand: Record<string, string>;
  leftOut: string[];
  broughtAgain: string[];
  /** Shoots that are their own, whatever their neighbours are. */
  apart: string[];
}

export interface ShootWish {
  description?: string;
  leftOut?: boolean;
  order?: string;
  destination?: Destination;
  folder?: string;
  into?: number;
  /** Of the occasion: job, event, location, city, country, description. */
  texts?: Record<string, string>;
  keywords?: string[][];
}

export type Edit = { do: "cut"; frame: string } | { do: "join"; frame: string; other: string } | { do: "move"; frames: string[]; to: string | null };

export type ClockWish = { seconds: number } | { frame: string; time: string } | { frame: string; same: { card: string; frame: string } | { held: number } };

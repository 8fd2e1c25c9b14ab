import * as v from "valibot";
import { given, type Schema } from "./checks";
import type { Destination, OrderDocument } from "./orders";

export type { BodyClock, Plan, PlanLine, PlannedShoot, Problem, Totals } from "./types";

/** What the desk says; read by server/Http/DeskInput.php. */

/** What is said on the desk. Shoots, frames and moments are named by keys of frames. */
export interface Wishes {
  order: { name: string; document: OrderDocument | null };
  shoots: Record<string, ShootWish>;
  edits: Edit[];
  clocks: Record<string, ClockWish>;
  /** Of some frames of a body only. */
  spans: { frames: string[]; clock: ClockWish }[];
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

const SHOOT: Schema<ShootWish> = v.object({
  description: v.exactOptional(v.string()),
  leftOut: v.exactOptional(v.boolean()),
  order: v.exactOptional(v.string()),
  destination: v.exactOptional(given<Destination>()),
  folder: v.exactOptional(v.string()),
  into: v.exactOptional(v.number()),
  texts: v.exactOptional(v.record(v.string(), v.string())),
  keywords: v.exactOptional(v.array(v.array(v.string()))),
});

const EDIT: Schema<Edit> = v.variant("do", [
  v.object({ do: v.literal("cut"), frame: v.string() }),
  v.object({ do: v.literal("join"), frame: v.string(), other: v.string() }),
  v.object({ do: v.literal("move"), frames: v.array(v.string()), to: v.nullable(v.string()) }),
]);

const CLOCK: Schema<ClockWish> = v.union([
  v.object({ seconds: v.number() }),
  v.object({ frame: v.string(), time: v.string() }),
  v.object({ frame: v.string(), same: v.union([v.object({ card: v.string(), frame: v.string() }), v.object({ held: v.number() })]) }),
]);

const NO_ORDER = { name: "", document: null };

/** What a browser kept of a desk; a part that is not what it should be is as if nothing had been said of it. */
export const WISHES: Schema<Wishes> = v.object({
  order: v.fallback(v.object({ name: v.string(), document: v.nullable(given<OrderDocument>()) }), NO_ORDER),
  shoots: v.fallback(v.record(v.string(), SHOOT), {}),
  edits: v.fallback(v.array(EDIT), []),
  clocks: v.fallback(v.record(v.string(), CLOCK), {}),
  spans: v.fallback(v.array(v.object({ frames: v.array(v.string()), clock: CLOCK })), []),
  byHand: v.fallback(v.record(v.string(), v.string()), {}),
  leftOut: v.fallback(v.array(v.string()), []),
  broughtAgain: v.fallback(v.array(v.string()), []),
  apart: v.fallback(v.array(v.string()), []),
});

import type { Bench, JobEvent } from "@averin/core";

/** A sheet to be printed: the job as it stands, and the bytes of its pictures. */
export type SheetWork = {
  number: string;
  bench: Bench;
  events: JobEvent[];
  photos: Record<string, Uint8Array>;
  release: number | null;
  /** The zone that the shop's clocks run in. */
  zone: string;
};

/** An estimate to be printed: the job as it stands at a moment. */
export type EstimateWork = Pick<SheetWork, "number" | "bench" | "events" | "zone"> & { at: string };

/** The processes that do one sort of work: how many, how long one work may take, how much memory, how long a queue. */
export type Lane = {
  processes: number;
  mostMs: number;
  mostMb: number;
  mostWaiting: number;
  /** A pause after each work while others wait, so that many of them leave the machine to whoever is at a bench. */
  restMs: number;
};

/**
 * Passwords have a process of their own, one at a time, so that twenty people at the door take nobody's processor; what is
 * heavy has another. Both stand below the server in priority.
 */
export const LANES = {
  secrets: { processes: 1, mostMs: 30_000, mostMb: 192, mostWaiting: 100, restMs: 120 },
  heavy: { processes: 1, mostMs: 60_000, mostMb: 768, mostWaiting: 12, restMs: 0 },
} as const satisfies Record<string, Lane>;

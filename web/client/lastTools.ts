"use client";

import { useEffect, useSyncExternalStore } from "react";
import { z } from "zod";
import { send } from "./send.ts";

/** Which gauge or wrench each person takes at each step, as far as this page knows: a convenience, and no record. */
const taken = new Map<string, string>();
/** What was taken on this page itself: what the server told before it knew of that is older. */
const takenHere = new Set<string>();
let version = 0;

const listeners = new Set<() => void>();
const listen = (told: () => void): (() => void) => {
  listeners.add(told);
  return () => listeners.delete(told);
};

const at = (person: string, step: string): string => `${person} ${step}`;

function learn(person: string, pairs: readonly (readonly [string, string])[]): void {
  for (const [step, tool] of pairs) if (!takenHere.has(at(person, step))) taken.set(at(person, step), tool);
  version += 1;
  for (const told of listeners) told();
}

/** Remembers what a person took at a step, here and for every other screen. */
export function tookTool(person: string, step: string, tool: string): void {
  takenHere.delete(at(person, step));
  learn(person, [[step, tool]]);
  takenHere.add(at(person, step));
  // Where the server is not there, it lies ready on this page alone.
  void send("POST", "/api/tools/taken", { step, tool });
}

/** What a person took last at a step, or null. */
export const lastTool = (person: string, step: string): string | null => taken.get(at(person, step)) ?? null;

/** The same for a screen, which is drawn anew when another is taken. */
export const useLastTool = (person: string, step: string | null): string | null => {
  useSyncExternalStore(
    listen,
    () => version,
    () => 0,
  );
  return step === null ? null : lastTool(person, step);
};

const takenSchema = z.object({ taken: z.array(z.tuple([z.string(), z.string()])) });

/** Learns what somebody takes at which step: told with the page, or asked for where another person takes over. */
export function useTaken(person: string, told: { of: string; pairs: readonly (readonly [string, string])[] }): void {
  const { of, pairs } = told;
  useEffect(() => {
    if (person === of) learn(person, pairs);
    else
      void send("GET", "/api/tools/taken", undefined, takenSchema).then((answer) => {
        if (answer.kind === "kept") learn(person, answer.value.taken);
      });
  }, [person, of, pairs]);
}

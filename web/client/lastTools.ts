"use client";

import { useSyncExternalStore } from "react";
import { z } from "zod";

/** Which gauge or wrench each person took last at each step, on this machine: a convenience, and no record. */
const KEY = "averin-tools";
/** So many steps are remembered; the oldest are forgotten. */
const MOST = 300;
const heldSchema = z.array(z.tuple([z.string(), z.string()]));

const listeners = new Set<() => void>();
const listen = (told: () => void): (() => void) => {
  listeners.add(told);
  return () => listeners.delete(told);
};

function held(text: string): [string, string][] {
  try {
    return heldSchema.parse(JSON.parse(text));
  } catch {
    return [];
  }
}

/** What was taken since the page was opened, where the browser keeps nothing. */
let unkept = "[]";

function stored(): string {
  try {
    return localStorage.getItem(KEY) ?? unkept;
  } catch {
    return unkept;
  }
}

const at = (person: string, step: string): string => `${person} ${step}`;

/** Remembers what a person took at a step. */
export function tookTool(person: string, step: string, tool: string): void {
  const others = held(stored()).filter(([key]) => key !== at(person, step));
  const text = JSON.stringify([...others, [at(person, step), tool]].slice(-MOST));
  try {
    localStorage.setItem(KEY, text);
  } catch {
    unkept = text;
  }
  for (const told of listeners) told();
}

/** What a person took last at a step, or null. */
export const lastTool = (person: string, step: string, text = stored()): string | null =>
  held(text).find(([key]) => key === at(person, step))?.[1] ?? null;

/** The same for a screen, which is drawn anew when another is taken. */
export const useLastTool = (person: string, step: string | null): string | null => {
  const text = useSyncExternalStore(listen, stored, () => "[]");
  return step === null ? null : lastTool(person, step, text);
};

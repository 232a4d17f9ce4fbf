"use client";

import { useSyncExternalStore } from "react";

const never = (): (() => void) => () => undefined;

/**
 * True once the page listens. Before that a form would be sent by the browser itself, losing what was typed or putting
 * it into the address; so forms wait for this.
 */
export function useReady(): boolean {
  return useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
}

"use client";

import { useSyncExternalStore } from "react";

const KEY = "averin.bench";
const never = () => () => undefined;
const read = (): string | null => {
  try {
    return sessionStorage.getItem(KEY);
  } catch {
    return null;
  }
};

/** Remembers which bench this tab stood at last. */
export function atBench(jobId: string): void {
  try {
    sessionStorage.setItem(KEY, jobId);
  } catch {
    // A browser that keeps nothing proposes the newest job.
  }
}

/** The job whose bench this tab stood at last, or null. */
export const useLastBench = (): string | null => useSyncExternalStore(never, read, () => null);

"use client";
import { useEffect, useState } from "react";

/** The time now in ms, once a second; null until the page listens, so that server and browser draw the same. */
export function useNow(): number | null {
  const [now, setNow] = useState<number | null>(null);
  useEffect(() => {
    const first = setTimeout(() => setNow(Date.now()), 0);
    const tick = setInterval(() => setNow(Date.now()), 1000);
    return () => {
      clearTimeout(first);
      clearInterval(tick);
    };
  }, []);
  return now;
}

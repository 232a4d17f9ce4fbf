"use client";

import { useRouter } from "next/navigation";
import { useEffect } from "react";

/** Draws the page anew every so often while it is seen: nobody stands at a wall, or before Today, to press a key. */
export function Anew({ seconds }: { seconds: number }) {
  const router = useRouter();
  useEffect(() => {
    const every = setInterval(() => {
      if (!document.hidden) router.refresh();
    }, seconds * 1000);
    return () => clearInterval(every);
  }, [router, seconds]);
  return null;
}

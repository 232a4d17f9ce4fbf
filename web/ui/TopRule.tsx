"use client";

import { Ellipsis } from "lucide-react";
import { type ReactNode, useState } from "react";
import { WayRound } from "./WayRound.tsx";
import { ThemeKey } from "./ThemeKey.tsx";
import { SignOutKey } from "./SignOutKey.tsx";

/** What stands in the rule only where there is room, or once more is asked for. */
export const ROOM = "max-md:hidden max-md:group-data-[more=true]/rule:flex";

/**
 * The rule along the top of every screen: where you are on the left, who you are on the right. In a hand it is one line
 * high, and the rest is behind a touch.
 */
export function TopRule({ children, person }: { children: ReactNode; person: ReactNode }) {
  const [more, setMore] = useState(false);
  return (
    <header
      data-more={more}
      className="no-print group/rule flex min-h-[52px] flex-wrap items-center gap-x-4 border-b-2 border-ink bg-sheet px-4 max-md:gap-x-2 max-md:px-2 md:flex-nowrap"
    >
      <WayRound />
      <div className="flex min-w-0 flex-1 flex-wrap items-center gap-x-4 gap-y-1 py-1 max-md:gap-x-2 md:flex-nowrap">
        {children}
      </div>
      <button
        type="button"
        aria-label="More"
        aria-expanded={more}
        className="key border-0! px-2! md:hidden"
        onClick={() => setMore(!more)}
      >
        <Ellipsis size={22} aria-hidden />
      </button>
      <div className={`flex items-center gap-4 max-md:w-full max-md:justify-end max-md:gap-2 max-md:pb-1 ${ROOM}`}>
        {person}
        <ThemeKey />
        <SignOutKey />
      </div>
    </header>
  );
}

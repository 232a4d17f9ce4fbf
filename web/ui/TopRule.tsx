import type { ReactNode } from "react";
import { WayRound } from "./WayRound.tsx";
import { ThemeKey } from "./ThemeKey.tsx";
import { SignOutKey } from "./SignOutKey.tsx";

/** The rule along the top of every screen: where you are on the left, who you are on the right. */
export function TopRule({ children, person }: { children: ReactNode; person: ReactNode }) {
  return (
    <header className="no-print flex min-h-[52px] items-center gap-4 border-b-2 border-ink bg-sheet px-4">
      <WayRound />
      <div className="flex min-w-0 flex-1 flex-wrap items-center gap-x-4 py-1 md:flex-nowrap">{children}</div>
      {person}
      <ThemeKey />
      <SignOutKey />
    </header>
  );
}

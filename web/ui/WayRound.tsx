"use client";

import { Menu } from "lucide-react";
import Link from "next/link";
import { DropdownMenu } from "radix-ui";

/** Where everything of a shop is: the same on every screen, behind its mark. */
const PLACES = [
  ["/", "Today"],
  ["/intake", "Take in a machine"],
  ["/jobs", "All jobs"],
  ["/machines", "Machines"],
  ["/board", "Shared machines"],
  ["/books", "Spec books"],
  ["/parts", "Parts"],
  ["/tools", "Gauges and wrenches"],
  ["/shop", "Shop and people"],
  ["/exchange", "Files in and out"],
  ["/workings/chain", "Workings"],
] as const;

export function WayRound() {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <button
          type="button"
          aria-label="Averin: where everything is"
          className="flex min-h-[44px] items-center gap-2 text-lg font-semibold tracking-[0.14em] uppercase"
        >
          <Menu size={20} aria-hidden />
          <span className="hidden lg:inline">Averin</span>
        </button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={6}
          className="z-10 min-w-[260px] border-2 border-ink bg-sheet py-1"
        >
          {PLACES.map(([to, name]) => (
            <DropdownMenu.Item key={to} asChild>
              <Link
                href={to}
                className="flex min-h-[52px] items-center px-4 text-lg font-semibold outline-none data-highlighted:bg-petrol data-highlighted:text-on-petrol"
              >
                {name}
              </Link>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

"use client";

import { Menu } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { DropdownMenu } from "radix-ui";
import { useEffect } from "react";
import { letterOf } from "./letterOf.ts";

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
  ["/workings/convert", "Convert a unit"],
] as const;

/** Alt and U: the converter, from any screen. */
function useUnitsKey(): void {
  const router = useRouter();
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (letterOf(event) !== "U" || !event.altKey || event.ctrlKey || event.metaKey) return;
      event.preventDefault();
      router.push("/workings/convert");
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, [router]);
}

export function WayRound() {
  useUnitsKey();
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <button
          type="button"
          aria-label="Averin: where everything is"
          className="flex min-h-[48px] items-center gap-2 text-lg font-semibold tracking-[0.14em] uppercase"
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

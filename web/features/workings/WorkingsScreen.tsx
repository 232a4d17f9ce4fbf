"use client";

import Link from "next/link";
import { useEffect, useRef, useState } from "react";
import { type Kept, type OpenJob, toAddress } from "./address.ts";
import { type Group, GROUPS, type Texts, TITLES } from "./groups.ts";
import { Working } from "./Working.tsx";

/** Every calculator of one stretch of work, sharing the figures that mean the same; all of it in the address. */
export function WorkingsScreen({
  group,
  calculator,
  begun,
  kept,
  jobs,
}: {
  group: Group;
  calculator: string;
  /** What the group starts with: only what differs from it stands in the address. */
  begun: Texts;
  kept: Kept;
  jobs: OpenJob[];
}) {
  const [inHand, setInHand] = useState(calculator);
  const [figures, setFigures] = useState(kept);
  const first = useRef(true);

  useEffect(() => {
    if (first.current) {
      first.current = false;
      return;
    }
    window.history.replaceState(null, "", toAddress(begun, inHand, figures));
  }, [begun, inHand, figures]);

  return (
    <div className="grid min-h-[calc(100dvh-52px)] grid-cols-1 content-start lg:content-stretch lg:grid-cols-[190px_1fr]">
      <nav
        aria-label="Workings"
        className="flex flex-wrap border-b border-line bg-sheet lg:flex-col lg:flex-nowrap lg:border-r lg:border-b-0 lg:py-2"
      >
        {GROUPS.map((other) => (
          <Link
            key={other.id}
            href={`/workings/${other.id}`}
            aria-current={other.id === group.id ? "page" : undefined}
            className={`flex min-h-[48px] items-center px-4 ${other.id === group.id ? "bg-petrol font-semibold text-on-petrol" : "hover:bg-ground"}`}
          >
            {other.title}
          </Link>
        ))}
      </nav>
      <main className="min-w-0 p-4">
        <div role="tablist" aria-label={group.title} className="mb-3 flex flex-wrap gap-2 border-b-2 border-ink pb-2">
          {group.calculators.map((name) => (
            <button
              key={name}
              type="button"
              role="tab"
              aria-selected={name === inHand}
              className="key"
              data-main={name === inHand}
              onClick={() => setInHand(name)}
            >
              {TITLES[name] ?? name}
            </button>
          ))}
        </div>
        <Working
          key={inHand}
          group={group}
          name={inHand}
          texts={figures.texts}
          units={figures.units}
          jobs={jobs}
          onText={(key, text) => setFigures((before) => ({ ...before, texts: { ...before.texts, [key]: text } }))}
          onUnit={(key, unit) => setFigures((before) => ({ ...before, units: { ...before.units, [key]: unit } }))}
        />
      </main>
    </div>
  );
}

"use client";

import {
  type Bench,
  comesInSizes,
  costNow,
  currencyOf,
  type JobState,
  kitsFor,
  overAgreed,
  type PullLine,
  pullList,
  pullListTotal,
  storesSay,
} from "@averin/core";
import Link from "next/link";
import { useState } from "react";
import { PartKey } from "@/ui/ToolKeys";
import { Drawer } from "./Drawer.tsx";
import { sumAsked } from "./plans.ts";
import type { Asking } from "./useBenchHand.ts";

/** What is pulled from stores for this job as it stands: what lies there, what is short, and what is put on file here. */
export function PartsKey({
  jobId,
  bench,
  state,
  onAsk,
}: {
  jobId: string;
  bench: Bench;
  state: JobState;
  /** Asks in the line for the owner's word on the sum. */
  onAsk: (asking: Asking) => void;
}) {
  const [open, setOpen] = useState(false);
  return (
    <Drawer
      far="P"
      label="Parts"
      title="Parts to pull"
      about="What this job needs from stores, as far as it is decided, and what it comes to."
      open={open}
      onOpenChange={setOpen}
    >
      <Lines bench={bench} state={state} />
      <Sum
        {...{ jobId, bench, state }}
        onAgree={() => {
          setOpen(false);
          onAsk(sumAsked(bench, state));
        }}
      />
    </Drawer>
  );
}

/** What the job comes to by now beside what the owner agreed to. */
function Sum({ jobId, bench, state, onAgree }: { jobId: string; bench: Bench; state: JobState; onAgree: () => void }) {
  const now = costNow(bench, state);
  const over = overAgreed(bench, state);
  const { agreed } = state;
  return (
    <section aria-label="What it comes to" className="flex flex-wrap items-center gap-3 border-t border-line px-4 py-3">
      <p className="min-w-[260px] flex-1 text-lg leading-tight">
        With <span className="figure">{now.minutes}</span> min of work
        {now.labour === null ? ", no rate on file," : <span className="figure"> ({now.labour})</span>}
        {now.tax && ` and ${now.tax.name} (${now.tax.sum})`} it comes to{" "}
        <strong className="figure">
          {now.total} {now.currency}
        </strong>{" "}
        by now.
        <span className={`block ${over ? "font-semibold text-past" : "text-soft"}`}>
          {agreed === null
            ? "The owner has agreed to no sum."
            : over
              ? `${over.over} more than ${agreed.body.name} agreed to (${agreed.body.sum}): nothing new goes in before they are asked.`
              : `${agreed.body.name} agreed to ${agreed.body.sum}: ${agreed.body.words}`}
        </span>
      </p>
      {!state.released && (
        <button type="button" className="key" onClick={onAgree}>
          The owner agrees
        </button>
      )}
      <Link href={`/jobs/${jobId}/estimate`} className="key">
        Estimate
      </Link>
    </section>
  );
}

/** Worked out only while the list is open. */
function Lines({ bench, state }: { bench: Bench; state: JobState }) {
  const lines = pullList(bench, state);
  const total = pullListTotal(lines);
  const unpriced = lines.filter(({ part }) => part?.price == null).length;
  if (lines.length === 0) {
    return <p className="p-4 text-xl">Nothing yet: what is renewed, used once or built anew comes to stand here.</p>;
  }
  return (
    <>
      <ul className="min-h-0 flex-1 overflow-y-auto px-4">
        {lines.map((line, i) => (
          <Line key={`${line.role} ${i}`} bench={bench} state={state} line={line} />
        ))}
        {kitsFor(bench, lines).map(({ kit, covers }) => (
          <li key={kit.id} className="py-3 text-lg">
            <strong className="figure">{kit.number}</strong> {kit.name} holds {covers.length} of these:{" "}
            {covers.map(({ name }) => name).join(", ")}
            {kit.price !== null && (
              <span className="figure">
                {" "}
                · {kit.price} {kit.currency}
              </span>
            )}
            , {kit.stock} in stores.
          </li>
        ))}
      </ul>
      <p className="border-t-2 border-ink px-4 py-2 text-xl">
        <strong className="figure">{total === "" ? "no price on file" : total}</strong>
        {total !== "" && unpriced > 0 && <span className="text-past"> and {unpriced} without a price</span>}
      </p>
    </>
  );
}

function Line({ bench, state, line }: { bench: Bench; state: JobState; line: PullLine }) {
  const { part, quantity, role } = line;
  const short = part === null || part.stock < quantity;
  return (
    <li className="grid min-h-[56px] grid-cols-[52px_1fr_auto] items-center gap-3 border-b border-line py-1 leading-tight">
      <strong className="figure text-2xl">{quantity} ×</strong>
      <span className="text-lg">
        <strong>{line.name}</strong> <span className="text-soft">{line.why}</span>
        <span className="block text-[15px]">
          {part && <span className="figure">{part.number} · </span>}
          <span className={short ? "font-semibold text-past" : ""}>{storesSay(bench, line)}</span>
        </span>
      </span>
      {part === null ? (
        <PartKey
          machine={state.opened?.body.machine.id ?? ""}
          role={role}
          name={line.name}
          currency={currencyOf(bench)}
          sized={comesInSizes(bench, state, role)}
          words="Which part?"
        />
      ) : (
        <span className="figure text-right">
          {part.price === null ? "no price" : `${part.price} ${part.currency} each`}
        </span>
      )}
    </li>
  );
}

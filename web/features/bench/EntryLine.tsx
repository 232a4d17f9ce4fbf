"use client";

import type { Draft, Task } from "@averin/core";
import { CornerDownLeft } from "lucide-react";
import { Dialog } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import { useReady } from "@/client/useReady";

export type Asking = { question: string; reasons: readonly string[]; draft: (reason: string) => Draft };
export type Said = { tone: "said" | "stop"; text: string };

const HINTS: Record<Task["kind"], string> = {
  measure: "2.94 or several: 2.94 2.91 2.90",
  inspect: "first letters or number",
  decide: "Enter takes the proposal; 1 keep 2 renew 3 leave",
  build: "Enter takes the first; or its number",
  torque: "Enter: clicked at the setting; or the value",
  off: "Enter: it is off",
  fit: "Enter: it is in, facing right",
  do: "Enter: done",
};

const KEYS: [string, string][] = [
  ["Enter", "records, confirms, or takes what is proposed"],
  ["2.94 2.91 2.90", "records several at once; 1 3/16 is one value"],
  [".116in", "a unit may follow; otherwise the gauge's unit holds"],
  ["- Enter", "strikes your last entry; it stays readable"],
  ["/ Enter", "skips this place, with a reason"],
  ["+ Enter", "goes on to the next step that waits"],
  ["*7 Enter", "goes to step 7"],
  ["Esc", "leaves a question unanswered"],
  ["?", "these keys"],
];

type Props = {
  aim: string;
  task: Task | null;
  unit: string;
  tool: string;
  asking: Asking | null;
  said: Said | null;
  waitingCount: number;
  reachable: boolean;
  released: boolean;
  onEnter: (typed: string) => void;
  onCancel: () => void;
};

/** The one line that takes everything, with the answer in the same place. */
export function EntryLine({
  aim,
  task,
  unit,
  tool,
  asking,
  said,
  waitingCount,
  reachable,
  released,
  onEnter,
  onCancel,
}: Props) {
  const [typed, setTyped] = useState("");
  const [keysOpen, setKeysOpen] = useState(false);
  const line = useRef<HTMLInputElement>(null);
  const ready = useReady();

  // The line is where typing goes after every touch elsewhere: nobody has to aim at it with a glove.
  useEffect(() => line.current?.focus(), [aim, asking, task?.id, ready]);

  const submit = (): void => {
    const text = typed;
    setTyped("");
    onEnter(text);
    line.current?.focus();
  };
  const hint = asking ? "number or words" : task ? HINTS[task.kind] : "Enter";
  return (
    <section aria-label="Entry line" className="no-print border-t-2 border-ink bg-sheet">
      <div className="flex min-h-[34px] items-center gap-4 px-4 pt-1">
        <p
          role="status"
          aria-live="polite"
          className={`min-w-0 flex-1 font-semibold ${said?.tone === "stop" ? "text-past" : "text-ink"}`}
        >
          {asking ? (
            <>
              {asking.question}{" "}
              <span className="font-normal">{asking.reasons.map((reason, i) => `${i + 1} ${reason}`).join(" · ")}</span>
            </>
          ) : (
            (said?.text ?? "")
          )}
        </p>
        <p className={reachable ? "text-[15px] text-soft" : "font-semibold text-past"}>
          {reachable
            ? waitingCount === 0
              ? "all kept"
              : `${waitingCount} on the way`
            : `${waitingCount} not yet kept: the server does not answer. Go on; it is sent when it is back.`}
        </p>
      </div>
      <form
        className="flex items-stretch gap-2 px-4 pb-2"
        onSubmit={(event) => {
          event.preventDefault();
          submit();
        }}
      >
        <label
          htmlFor="entry"
          className="flex max-w-[38%] min-w-[150px] items-center text-xl leading-none font-semibold"
        >
          <span>{asking ? "why" : aim}</span>
          <span aria-hidden className="pl-2 text-petrol">
            ▸
          </span>
        </label>
        <input
          id="entry"
          ref={line}
          autoFocus
          autoComplete="off"
          inputMode={asking ? "text" : "decimal"}
          enterKeyHint="enter"
          disabled={released || !ready}
          value={typed}
          placeholder={released ? "released: nothing more is taken" : hint}
          onChange={(event) => {
            if (event.target.value.endsWith("?")) setKeysOpen(true);
            else setTyped(event.target.value);
          }}
          onKeyDown={(event) => {
            if (event.key !== "Escape") return;
            setTyped("");
            onCancel();
          }}
          className="figure min-h-[52px] min-w-0 flex-1 border-2 border-ink bg-ground px-3 text-2xl font-bold placeholder:font-sans placeholder:text-base placeholder:font-normal placeholder:text-soft"
        />
        <span className="figure hidden items-center px-1 text-lg sm:flex">{unit}</span>
        <span className="hidden items-center text-[15px] text-soft md:flex">{tool}</span>
        <button
          type="submit"
          className="key min-h-[52px]! px-5!"
          data-main="true"
          disabled={released || !ready}
          aria-label="Enter"
        >
          <CornerDownLeft size={26} aria-hidden />
        </button>
        <Dialog.Root open={keysOpen} onOpenChange={setKeysOpen}>
          <Dialog.Trigger asChild>
            <button type="button" className="key min-h-[52px]!">
              ? keys
            </button>
          </Dialog.Trigger>
          <Dialog.Portal>
            <Dialog.Overlay className="fixed inset-0 bg-ink/40" />
            <Dialog.Content className="fixed top-1/2 left-1/2 w-[min(560px,92vw)] -translate-x-1/2 -translate-y-1/2 border-2 border-ink bg-sheet p-5">
              <Dialog.Title className="text-xl font-semibold">Keys of the entry line</Dialog.Title>
              <Dialog.Description className="text-soft">All of them are on the numeric keypad.</Dialog.Description>
              <dl className="mt-3 grid grid-cols-[auto_1fr] gap-x-5 gap-y-2">
                {KEYS.map(([key, does]) => (
                  <div key={key} className="contents">
                    <dt className="figure font-bold">{key}</dt>
                    <dd>{does}</dd>
                  </div>
                ))}
              </dl>
              <Dialog.Close asChild>
                <button type="button" className="key mt-4">
                  Close
                </button>
              </Dialog.Close>
            </Dialog.Content>
          </Dialog.Portal>
        </Dialog.Root>
      </form>
    </section>
  );
}

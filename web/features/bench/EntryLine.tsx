"use client";

import type { LineHelp, Task } from "@averin/core";
import { CornerDownLeft, RefreshCw } from "lucide-react";
import { Dialog } from "radix-ui";
import { useEffect, useRef, useState, useSyncExternalStore } from "react";
import { useReady } from "@/client/useReady";
import { toEntry } from "@/ui/toEntry";
import { Keypad } from "./Keypad.tsx";
import type { Asking, LastSaid, Said } from "./useBenchHand.ts";
import { FAR } from "./useFarKeys.ts";
import { useGoneTo } from "./useGoneTo.ts";

const KEYS: [string, string][] = [
  ["Enter", "records, confirms, or takes what is proposed"],
  ["2.94 2.91 2.90", "records several at once; 1 3/16 is one value"],
  [".116in", "a unit may follow; otherwise the gauge's unit holds"],
  ["s gl 3", "words by first letters or number, several at once"],
  [".. Enter", "records the last reading again"],
  ["all", "every pull left of this pass, once the first was made by itself; 24 all where they read 24"],
  ["feel", "no wrench at hand: all that is left of a group, by feel"],
  ["g Enter", "takes another gauge or wrench of those that can"],
  ["↑ ↓", "to the place before or after, answered or not; typing there replaces what stands, and both stay readable"],
  ["- Enter", "strikes what stands at this place, or your last here; of another step it asks first"],
  ["/ Enter", "skips this place, with a reason"],
  ["// Enter", "skips all that waits in this step"],
  ["+ Enter", "goes on to the next step that waits; where a value is asked back, what the line says that it does"],
  ["*7 Enter", "goes to step 7; *7.4 to its fourth place; *.4 to the fourth here"],
  ["** Enter", "asks again what was answered at this step; what a change undoes is told first"],
  ["# words", "a note"],
  ["@ Enter", "a photo of what is in hand"],
  ["Esc", "leaves a question; the line says what becomes of the value"],
  ["?", "these keys"],
];

/** What Enter and Esc do with a line that is asked back. */
type Keys = { hint: string; keys: readonly (readonly [key: "" | "+" | "Esc", label: string])[] };
function keysOf(asking: Exclude<Asking, { kind: "reason" }>): Keys {
  if (asking.kind === "sure") {
    return {
      hint: "Enter: yes; Esc: no, nothing is kept",
      keys: [
        ["", "yes, it is so"],
        ["Esc", "no, nothing is kept"],
      ],
    };
  }
  if (asking.corrected === null) {
    return {
      hint: "+ keeps it; Enter: read it again",
      keys: [
        ["+", "it is so, keep it"],
        ["", "read it again"],
      ],
    };
  }
  if (asking.better) {
    return {
      hint: "+ takes that; Enter: as it was typed",
      keys: [
        ["+", "take that"],
        ["", "as it was typed"],
        ["Esc", "nothing is kept"],
      ],
    };
  }
  return {
    hint: "Enter takes it",
    keys: [
      ["", "take it"],
      ["Esc", "keep as typed"],
    ],
  };
}

/** How far what was typed is kept, and what to do where the server or its database is away. */
function keptWords(waiting: number, { server, database }: Props["reach"]): string {
  if (server && database) return waiting === 0 ? "all kept" : `${waiting} on the way`;
  const away = server ? "the server’s database does not answer" : "the server does not answer";
  return waiting === 0
    ? `${away.replace(/^t/, "T")}. Go on: what you type stays here and is sent when it is back.`
    : `${waiting} not yet kept: ${away}. Go on; it is sent when it is back.`;
}

/** A text without its last sign: a sign of two halves, such as a picture sign, goes whole. */
const withoutLast = (text: string): string => [...text].slice(0, -1).join("");

type Span = { from: number; to: number };

/**
 * Where the fault lies in a line that was not taken: of several words what its answer quotes, or what is too many; else all
 * of it, since whoever typed one value types it whole again.
 */
export function faultIn(typed: string, answer: string): Span {
  const whole = { from: 0, to: typed.length };
  const words = [...typed.matchAll(/\S+/g)];
  if (words.length < 3) return whole;
  const [, quoted = ""] = /["“]([^"”]+)["”]/.exec(answer) ?? [];
  const at = quoted === "" ? -1 : typed.indexOf(quoted);
  if (at >= 0) return { from: at, to: at + quoted.length };
  const [, had, room] = /^(\d+) \w+ for (\d+)\b/.exec(answer) ?? [];
  const first = Number(had) === words.length ? words[Number(room)] : undefined;
  return first ? { ...whole, from: first.index } : whole;
}

let asked: MediaQueryList | null = null;
/** Whether a finger types here: a touch screen, or one too narrow for a desk and high enough for keys. Asked of the browser once. */
const finger = (): MediaQueryList =>
  (asked ??= window.matchMedia("(pointer: coarse), (max-width: 1023px) and (min-height: 600px)"));
const watchFinger = (changed: () => void): (() => void) => {
  finger().addEventListener("change", changed);
  return () => finger().removeEventListener("change", changed);
};

type Props = {
  aim: string;
  help: LineHelp;
  task: Task | null;
  unit: string;
  tool: string;
  /** Takes another of those that can; null where there is only one. */
  onTool: (() => void) | null;
  asking: Asking | null;
  said: LastSaid;
  /** Why a line that was shown is not taken after all: it stands instead of what was said. */
  refused: string | null;
  waitingCount: number;
  reach: { server: boolean; database: boolean };
  released: boolean;
  /** Whether a line can be taken yet. */
  loaded: boolean;
  /** A line to be typed again: put into the line whenever it is another one. */
  fill: { text: string; times: number } | null;
  onEnter: (typed: string) => void;
  onCancel: () => void;
  onPhoto: () => void;
  /** To the place before or after the one aimed at. */
  onStep: (by: 1 | -1) => void;
};

/** The one line that takes everything, with the answer in the same place; large keys where a finger types. */
export function EntryLine(props: Props) {
  const { aim, help, task, unit, tool, onTool, asking, refused, waitingCount, reach, released, loaded, fill } = props;
  const { onEnter, onCancel, onPhoto, onStep } = props;
  const last = useSyncExternalStore(props.said.listen, props.said.now, () => null);
  const said: Said | null = refused === null ? last : { tone: "stop", text: refused };
  const [typed, setTyped] = useState("");
  const [keysOpen, setKeysOpen] = useState(false);
  const [letters, setLetters] = useState(false);
  const line = useRef<HTMLInputElement>(null);
  const ready = useReady() && loaded;
  const touch = useSyncExternalStore(
    watchFinger,
    () => finger().matches,
    () => false,
  );
  // What was not taken stands in the line again, its fault marked: what is typed next takes the place of that.
  const [heard, setHeard] = useState(last);
  const [marked, setMarked] = useState<Span | null>(null);
  if (last !== heard) {
    setHeard(last);
    if (last?.typed && typed === "") {
      setTyped(last.typed);
      setMarked(faultIn(last.typed, last.text));
    }
  }
  useEffect(() => {
    if (marked) line.current?.setSelectionRange(marked.from, marked.to);
  }, [marked]);
  const [filled, setFilled] = useState(0);
  if (fill !== null && fill.times !== filled) {
    setFilled(fill.times);
    setTyped(fill.text);
  }
  // The line is where typing goes after every touch elsewhere: nobody has to aim at it with a glove.
  const goneTo = useGoneTo(line);
  useEffect(() => {
    if (!goneTo()) line.current?.focus();
  }, [aim, asking, task?.id, ready, filled, goneTo]);

  const submit = (text: string): void => {
    setTyped("");
    setMarked(null);
    setLetters(false);
    onEnter(text);
    line.current?.focus();
  };
  const hint = asking
    ? asking.kind !== "reason"
      ? keysOf(asking).hint
      : (asking.hint ?? "number or words")
    : help.hint;
  const off = (released && !asking) || !ready;
  const inputMode = touch && !letters ? "none" : asking?.kind === "reason" || letters ? "text" : "decimal";
  return (
    <section aria-label="Entry line" className="no-print border-t-2 border-ink bg-sheet">
      <div className="flex min-h-[34px] items-center gap-4 px-4 pt-1 max-sm:px-2">
        <p
          role="status"
          aria-live="polite"
          className={`min-w-0 flex-1 leading-tight font-semibold ${said?.tone === "stop" && !asking ? "text-past" : "text-ink"}`}
        >
          {asking ? asking.question : (said?.text ?? "")}
          {asking && said?.tone === "stop" && <span className="block text-past">{said.text}</span>}
        </p>
        <p className={reach.server && reach.database ? "text-[15px] text-soft" : "font-semibold text-past"}>
          {keptWords(waitingCount, reach)}
        </p>
      </div>
      {asking && (
        <div className="flex flex-wrap gap-2 px-4 py-1">
          {asking.kind === "reason"
            ? asking.reasons.map((reason, i) => (
                <button
                  key={reason}
                  type="button"
                  className="key"
                  onClick={() => submit(asking.byWord ? reason : String(i + 1))}
                >
                  {!asking.byWord && <span className="figure">{i + 1}</span>} {reason}
                </button>
              ))
            : keysOf(asking).keys.map(([key, label], i) => (
                <button
                  key={key}
                  type="button"
                  className="key"
                  data-main={i === 0}
                  onClick={() => (key === "Esc" ? onCancel() : submit(key))}
                >
                  {key === "" ? "Enter" : key}: {label}
                </button>
              ))}
        </div>
      )}
      {!asking && !off && (touch || help.between === ", ") && help.words.length > 0 && (
        <div role="group" aria-label="Words" className="flex flex-wrap gap-2 px-4 py-1">
          {help.words.map((word) => (
            <button
              key={word}
              type="button"
              className="key"
              onClick={() => {
                setTyped((now) => (now.trim() === "" ? word : `${now.trim().replace(/,$/, "")}${help.between}${word}`));
                line.current?.focus();
              }}
            >
              {word}
            </button>
          ))}
        </div>
      )}
      <form
        className="flex items-stretch gap-2 px-4 pb-2 max-sm:flex-wrap max-sm:gap-y-1 max-sm:px-2"
        onSubmit={(event) => {
          event.preventDefault();
          submit(typed);
        }}
      >
        <label
          htmlFor="entry"
          className="flex max-w-[38%] min-w-[150px] items-center text-xl leading-none font-semibold max-sm:max-w-none max-sm:basis-full"
        >
          <span>{asking?.kind === "reason" ? "why" : aim}</span>
          <span aria-hidden className="pl-2 text-petrol">
            ▸
          </span>
        </label>
        <input
          id="entry"
          ref={line}
          autoFocus
          autoComplete="off"
          inputMode={inputMode}
          enterKeyHint="enter"
          disabled={off}
          value={typed}
          placeholder={released ? "ended: nothing more is taken" : hint}
          onChange={(event) => {
            setMarked(null);
            if (event.target.value.endsWith("?")) setKeysOpen(true);
            else setTyped(event.target.value);
          }}
          onKeyDown={(event) => {
            const by = { ArrowUp: -1, ArrowDown: 1 }[event.key] as 1 | -1 | undefined;
            if (by !== undefined && typed === "" && !asking) {
              event.preventDefault();
              onStep(by);
            }
            if (event.key !== "Escape") return;
            setTyped("");
            setMarked(null);
            onCancel();
          }}
          className="figure min-h-[52px] min-w-0 flex-1 border-2 border-ink bg-ground px-3 text-2xl font-bold placeholder:font-sans placeholder:text-base placeholder:font-normal placeholder:text-soft"
        />
        <span className="hidden items-center px-1 text-lg sm:flex">{unit}</span>
        {onTool ? (
          <button
            type="button"
            className="key min-h-[52px]! px-2! text-[15px]"
            aria-label={`${tool}: take another`}
            onClick={() => {
              onTool();
              line.current?.focus();
            }}
          >
            {tool}
            <RefreshCw size={16} aria-hidden />
          </button>
        ) : (
          <span className="hidden items-center text-[15px] text-soft md:flex">{tool}</span>
        )}
        {!touch && (
          <button type="submit" className="key min-h-[52px]! px-5!" data-main="true" disabled={off} aria-label="Enter">
            <CornerDownLeft size={26} aria-hidden />
          </button>
        )}
        <KeysKey open={keysOpen} setOpen={setKeysOpen} />
      </form>
      {touch && (!released || asking) && (
        <Keypad
          onType={(text) => {
            setTyped((now) => (marked ? now.slice(0, marked.from) + text + now.slice(marked.to) : now + text));
            setMarked(null);
          }}
          onBack={() => {
            setTyped((now) => (marked ? now.slice(0, marked.from) + now.slice(marked.to) : withoutLast(now)));
            setMarked(null);
          }}
          onEnter={() => submit(typed)}
          onLine={submit}
          onLetters={() => {
            setLetters(true);
            line.current?.blur();
            setTimeout(() => line.current?.focus(), 0);
          }}
          onPhoto={onPhoto}
          signed={help.signed && !asking}
        />
      )}
    </section>
  );
}

function KeysKey({ open, setOpen }: { open: boolean; setOpen: (open: boolean) => void }) {
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <button type="button" className="key min-h-[52px]!">
          ?<span className="max-sm:hidden">keys</span>
        </button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/50" />
        <Dialog.Content
          onCloseAutoFocus={toEntry}
          className="fixed top-1/2 left-1/2 max-h-[94dvh] w-[min(980px,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border-2 border-ink bg-sheet px-5 py-3"
        >
          <Dialog.Title className="text-xl font-semibold">Keys of the entry line</Dialog.Title>
          <Dialog.Description className="text-soft">Figures and signs are on the numeric keypad.</Dialog.Description>
          <div className="mt-3 grid gap-x-8 gap-y-2 lg:grid-cols-[1fr_320px]">
            <KeyList keys={KEYS} />
            <div>
              <h3 className="caption pb-2">what is far</h3>
              <KeyList keys={FAR.map(([key, does]) => [`Alt ${key}`, does])} />
            </div>
          </div>
          <Dialog.Close asChild>
            <button type="button" className="key mt-2">
              Close
            </button>
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

const KeyList = ({ keys }: { keys: readonly (readonly [key: string, does: string])[] }) => (
  <dl className="grid grid-cols-[auto_1fr] content-start gap-x-5 gap-y-1">
    {keys.map(([key, does]) => (
      <div key={key} className="contents">
        <dt className="figure font-bold">{key}</dt>
        <dd>{does}</dd>
      </div>
    ))}
  </dl>
);

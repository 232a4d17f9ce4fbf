"use client";

import { Delete } from "lucide-react";

const FIGURES = ["7", "8", "9", "4", "5", "6", "1", "2", "3", ".", "0", " "] as const;
/** How far something was turned has a direction: typed, spoken and shown. */
const SIGNS = [
  ["+", "plus", "+"],
  ["-", "minus", "−"],
] as const;
const NAMES: Record<string, string> = { " ": "space", ".": "point" };

/** The entry line's keys for a gloved finger: figures, the line's own keys, and Enter across two. */
export function Keypad({
  onType,
  onBack,
  onEnter,
  onLine,
  onLetters,
  onPhoto,
  signed,
}: {
  onType: (text: string) => void;
  onBack: () => void;
  onEnter: () => void;
  /** Sends a line at once, whatever is typed. */
  onLine: (line: string) => void;
  onLetters: () => void;
  onPhoto: () => void;
  /** Whether a figure may be below nothing: how far something was turned back. */
  signed: boolean;
}) {
  const lines: [string, string][] = [
    ["-", "strike"],
    ["/", "skip"],
    ["+", "go on"],
    // Where a turn is typed there is nothing to repeat: the signs have their place there.
    ...(signed ? [] : ([["..", "repeat"]] as [string, string][])),
  ];
  return (
    <div
      aria-label="Keys"
      role="group"
      className="no-print grid grid-cols-[3fr_2fr] gap-2 px-4 pb-2 max-sm:gap-1.5 max-sm:px-2 max-sm:pb-1"
    >
      <div className="grid grid-cols-3 gap-2 max-sm:gap-1.5">
        {FIGURES.map((figure) => (
          <button
            key={figure}
            type="button"
            tabIndex={-1}
            aria-label={NAMES[figure] ?? figure}
            className="key figure min-h-[54px]! max-sm:min-h-[46px]! max-sm:px-1! text-2xl"
            onClick={() => onType(figure)}
          >
            {figure === " " ? "␣" : figure}
          </button>
        ))}
      </div>
      <div className="grid grid-cols-2 gap-2 max-sm:gap-1.5">
        {signed &&
          SIGNS.map(([sign, name, shown]) => (
            <button
              key={sign}
              type="button"
              tabIndex={-1}
              aria-label={name}
              className="key figure min-h-[54px]! max-sm:min-h-[46px]! max-sm:px-1! text-2xl"
              onClick={() => onType(sign)}
            >
              {shown}
            </button>
          ))}
        {lines.map(([line, does]) => (
          <button
            key={line}
            type="button"
            tabIndex={-1}
            className="key min-h-[54px]! max-sm:min-h-[46px]! max-sm:px-1! flex-col gap-0! leading-none"
            onClick={() => onLine(line)}
          >
            <span className="text-lg">{does}</span>
          </button>
        ))}
        {!signed && (
          <button
            type="button"
            tabIndex={-1}
            className="key min-h-[54px]! max-sm:min-h-[46px]! max-sm:px-1!"
            onClick={onPhoto}
          >
            photo
          </button>
        )}
        <button
          type="button"
          tabIndex={-1}
          className="key min-h-[54px]! max-sm:min-h-[46px]! max-sm:px-1!"
          onClick={onLetters}
        >
          letters
        </button>
        <button
          type="button"
          tabIndex={-1}
          className="key min-h-[54px]! max-sm:min-h-[46px]! max-sm:px-1!"
          aria-label="take back a sign"
          onClick={onBack}
        >
          <Delete size={26} aria-hidden />
        </button>
        <button
          type="button"
          tabIndex={-1}
          className="key min-h-[54px]! max-sm:min-h-[46px]! max-sm:px-1! text-xl"
          data-main="true"
          onClick={onEnter}
        >
          Enter
        </button>
      </div>
    </div>
  );
}

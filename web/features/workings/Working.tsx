"use client";

import { useMemo } from "react";
import { useAnswer } from "@/client/useAnswer";
import { Drawing } from "./Drawing.tsx";
import { FieldList } from "./FieldList.tsx";
import { assemble, formOf, measureOf, naming, shownFigure, unitsFor } from "./fields.ts";
import { calculatorCalled, type Group, TITLES, type Texts } from "./groups.ts";
import { inWords } from "./sentences.ts";
import { SendToJob } from "./SendToJob.tsx";
import type { OpenJob } from "./address.ts";

type Props = {
  group: Group;
  name: string;
  texts: Texts;
  units: Texts;
  jobs: OpenJob[];
  onText: (key: string, text: string) => void;
  onUnit: (key: string, unit: string) => void;
};

/** One calculator as an instrument: its drawing, its answer in words and figures, its fields, its formula and source. */
export function Working({ group, name, texts, units, jobs, onText, onUnit }: Props) {
  const calculator = calculatorCalled(name);
  const fields = useMemo(() => formOf(calculator), [calculator]);
  const keyOf = (path: string): string => (group.shared.includes(path) ? path : `${name}.${path}`);
  const assembled = assemble(fields, texts, units, keyOf);
  const input = assembled.ok ? assembled.input : null;
  const { answer, busy } = useAnswer(name, input);
  const trouble = !assembled.ok ? assembled : answer && !answer.ok ? answer.error : null;
  const output = !trouble && answer?.ok ? (answer.value as Record<string, unknown>) : null;
  const said = output && input ? inWords(name, output, input) : null;

  return (
    <section aria-label={TITLES[name]} className="grid gap-5 xl:grid-cols-[minmax(0,1fr)_380px]">
      <div className="flex min-w-0 flex-col gap-3">
        {said !== null && (
          <p role="status" className="text-3xl leading-tight font-semibold text-petrol">
            {said}
          </p>
        )}
        <div className="min-h-[300px] border border-line bg-sheet p-3" aria-busy={busy}>
          {busy && <progress aria-label="working it out" className="h-1 w-full accent-petrol" />}
          {output && input && (
            <Drawing name={name} input={input} output={output} onText={(path, text) => onText(keyOf(path), text)} />
          )}
          {trouble && (
            <p role="alert" className="p-4 text-xl">
              <span className="caption block text-past">no answer yet</span>
              {trouble.message}
            </p>
          )}
        </div>
        {output && <Answers name={name} output={output} units={units} onUnit={onUnit} />}
        {output && (
          <SendToJob
            jobs={jobs}
            text={`${TITLES[name]}: ${[said, summary(output)].filter(Boolean).join(" ")}`.slice(0, 500)}
          />
        )}
        <details className="border-t border-line pt-2">
          <summary className="min-h-[48px] cursor-pointer py-2 font-semibold">Formula and source</summary>
          <p className="figure text-[15px]">{calculator.formula}</p>
          <p className="text-soft">{calculator.source}</p>
        </details>
      </div>
      <FieldList
        fields={fields}
        texts={texts}
        units={units}
        keyOf={keyOf}
        wrong={trouble?.path ?? null}
        onText={onText}
        onUnit={onUnit}
      />
    </section>
  );
}

const isPlain = (value: unknown): value is number | string | boolean | null =>
  typeof value !== "object" || value === null;

function words(value: number | string | boolean | null, name: string, unit: string | undefined): string {
  if (value === null) return "no answer";
  if (typeof value === "number") return shownFigure(value, name, unit);
  return typeof value === "boolean" ? (value ? "yes" : "no") : value;
}

type Part = { key: string; measure: string; label: string; value: number | string | boolean | null };

/**
 * Plain outputs, and those one level down (a best build, two bounds), each with the name that carries its unit. A null
 * that no reason goes with is nothing to show: the nearest build, where one fits.
 */
function flat(output: Record<string, unknown>, outer = ""): Part[] {
  const explained = "reason" in output;
  return Object.entries(output).flatMap(([name, value]): Part[] => {
    const label = outer === "" ? naming(name).words : `${naming(outer).words}, ${naming(name).words}`;
    const own = { key: outer === "" ? name : `${outer}.${name}`, measure: measureOf(name, outer), label };
    if (name === "reason" || name === "warning" || (value === null && !explained)) return [];
    if (isPlain(value)) return [{ ...own, value }];
    if (Array.isArray(value))
      return value.every(isPlain) ? [{ ...own, value: counted(name, value).join(", ") }] : named(value as unknown[]);
    return outer === "" ? flat(value as Record<string, unknown>, name) : [];
  });
}

/** Plates are counted from 1, as they are drawn. */
const counted = (name: string, list: readonly unknown[]): readonly unknown[] =>
  name === "indices" ? list.map((at) => Number(at) + 1) : list;

/** Entries that carry an id of their own, such as options ranked: each figure under its id, in the order given. */
function named(entries: readonly unknown[]): Part[] {
  return entries.flatMap((entry, i): Part[] => {
    const { id, ...rest } = entry as Record<string, unknown>;
    if (typeof id !== "string") return [];
    return Object.entries(rest).flatMap(([name, value]): Part[] =>
      isPlain(value)
        ? [{ key: `${id}.${name}`, measure: name, label: `${i + 1} ${id}, ${naming(name).words}`, value }]
        : [],
    );
  });
}

function summary(output: Record<string, unknown>): string {
  const parts = flat(output).map(({ label, measure, value }) =>
    `${label} ${words(value, measure, undefined)} ${typeof value === "number" ? naming(measure).unit : ""}`.trim(),
  );
  return parts.join("; ").slice(0, 400);
}

function Answers({
  name,
  output,
  units,
  onUnit,
}: {
  name: string;
  output: Record<string, unknown>;
  units: Texts;
  onUnit: (key: string, unit: string) => void;
}) {
  const reason = output.reason ?? output.warning;
  return (
    <>
      {typeof reason === "string" && <p className="border-l-4 border-near pl-3 text-lg text-near">{reason}</p>}
      <dl className="grid grid-cols-2 gap-x-6 gap-y-2 sm:grid-cols-3">
        {flat(output).map(({ key, measure: field, label, value }) => {
          const unitKey = `out.${name}.${key}`;
          const choices = typeof value === "number" ? unitsFor(field) : [];
          return (
            <div key={key} className="border-t border-line pt-1">
              <dt className="text-[15px] text-soft">{label}</dt>
              <dd className="flex flex-wrap items-baseline gap-2">
                <span className={typeof value === "number" ? "figure text-2xl font-bold" : "text-xl font-semibold"}>
                  {words(value, field, units[unitKey])}
                </span>
                {choices.length > 0 ? (
                  <select
                    aria-label={`unit of ${label}`}
                    className="min-h-[32px] bg-transparent text-[15px]"
                    value={units[unitKey] ?? naming(field).unit}
                    onChange={(event) => onUnit(unitKey, event.target.value)}
                  >
                    {choices.map((unit) => (
                      <option key={unit}>{unit}</option>
                    ))}
                  </select>
                ) : (
                  typeof value === "number" && <span className="text-[15px]">{naming(field).unit}</span>
                )}
              </dd>
            </div>
          );
        })}
      </dl>
    </>
  );
}

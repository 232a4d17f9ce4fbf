import {
  acceptedBuild,
  activeSpine,
  asLayers,
  type Bench,
  type BuildPlate,
  computeStepOf,
  currencyOf,
  endAt,
  entryOf,
  facingOf,
  figuresKnown,
  type JobState,
  layersOf,
  layPlates,
  type Part,
  platesOf,
  type Slot,
  specFor,
  stackChecks,
  stackOffer,
  stackPick,
} from "@averin/core";
import { FigureKey } from "@/ui/FigureKey";
import { PartKey } from "@/ui/ToolKeys";
import { type SectionPlate, StackSection } from "@/instruments/StackSection";
import { CapacityPanel } from "./packCapacity.tsx";
import type { PanelProps } from "../panel.ts";

const MOST_SHOWN = 6;

/** The pack as the kept plates leave it and as the build proposes it, to one scale, and the ways that fit. */
export function StackPanel({ bench, state, task, onEnter }: PanelProps) {
  const aim = task.slots.find((s): s is Extract<Slot, { kind: "build" }> => s.kind === "build");
  const step = aim && computeStepOf(bench, aim.step);
  if (!step) return null;
  const accepted = acceptedBuild(bench, state, step);
  const offer = stackOffer(bench, state, step);
  const { chosen } = layersOf(bench, step);
  const machine = state.opened?.body.machine.id ?? "";
  const newPlate = (words: string) =>
    chosen.role !== undefined && (
      <PartKey
        machine={machine}
        role={chosen.role}
        name={chosen.one ?? chosen.name}
        currency={currencyOf(bench)}
        sized
        words={words}
      />
    );
  if (!offer.ok) {
    const noHeight = specFor(bench, step.spec) === null;
    return (
      <div className="flex flex-col items-start gap-3 border-2 border-dashed border-line p-4 text-xl">
        {noHeight ? (
          <FigureKey
            machine={machine}
            known={figuresKnown(bench.procedure).get(step.spec)}
            words="Enter the height, with its source"
          />
        ) : (
          newPlate("Put a plate on file")
        )}
        <p>{offer.error.message}</p>
      </div>
    );
  }
  const { input, builds, nearest, reason } = offer.value;
  const pick = accepted ? null : stackPick(bench, state, step);
  const { min, max } = input.heightMm;
  const band = { min, max, target: input.heightMm.target ?? (min + max) / 2 };
  const shown = accepted ?? builds[0] ?? nearest;
  const { fixed } = layersOf(bench, step);
  const names = namesOf(bench, state, step.pack);
  const section = (linings: readonly BuildPlate[], steels: readonly (BuildPlate | null)[]): SectionPlate[] => {
    const rows = asLayers<{ part: Part; plates: readonly (BuildPlate | null)[] }>(
      step,
      { part: fixed, plates: linings },
      { part: chosen, plates: steels },
    );
    return rows.outer.plates.flatMap((_, i) =>
      [rows.outer, rows.inner].flatMap(({ part, plates }, inner): SectionPlate[] => {
        const plate = plates[i];
        if (!plate) return [];
        const { thicknessMm, origin } = plate;
        const layer = part === fixed ? "lining" : "steel";
        const name = names[i * 2 + inner] ?? `${part.one ?? part.name} ${i + 1}`;
        return [{ name, layer, thicknessMm, isNew: origin === "new" }];
      }),
    );
  };
  const kept = section(input.fixed, input.chosen);
  const taken = accepted && (step.choose === "outer" ? accepted.outer : accepted.inner);
  const proposed = shown ? section(input.fixed, taken ?? layPlates(step, input, shown.counts)) : kept;
  const height = (plates: readonly SectionPlate[]): number => plates.reduce((sum, plate) => sum + plate.thicknessMm, 0);
  const full = Math.max(height(proposed), max) * 1.05;
  return (
    <div className="grid grid-cols-2 gap-4 xl:grid-cols-[minmax(0,222px)_minmax(0,222px)_1fr]">
      <StackSection title="measured so far" plates={kept} heightMm={height(kept)} band={band} fullMm={full} />
      <StackSection
        title={accepted ? "the build taken" : "the build proposed"}
        plates={proposed}
        heightMm={shown?.heightMm ?? height(proposed)}
        band={band}
        fullMm={full}
        faces={facesOf(bench, state, step.pack)}
      />
      <div className="col-span-2 xl:col-span-1">
        <p className="caption">{accepted ? "taken" : "ways that fit"}</p>
        {reason && <p className="text-past">{reason}</p>}
        {reason && <p className="pb-2">{newPlate("Put another plate on file")}</p>}
        <ol>
          {(accepted ? [accepted] : builds.slice(0, MOST_SHOWN)).map((build, i) => (
            <li key={JSON.stringify(build.counts)}>
              <button
                type="button"
                disabled={accepted !== null}
                onClick={() => onEnter(String(i + 1))}
                className="key mb-2 w-full flex-col items-start! gap-0! py-1 text-left"
                data-main={!accepted && i === 0}
              >
                <span className="text-lg">
                  {accepted ? "" : `${i + 1} · `}
                  {mixWords(build.counts)}
                </span>
                <span className="figure text-[15px] font-normal">
                  {build.heightMm.toFixed(2)} mm, {build.offTargetMm >= 0 ? "+" : "−"}
                  {Math.abs(build.offTargetMm).toFixed(2)}
                </span>
              </button>
            </li>
          ))}
        </ol>
        {pick?.ok && pick.value.feasible && pick.value.setAside.length > 0 && (
          <button
            type="button"
            onClick={() => onEnter("0")}
            className="key mb-2 w-full flex-col items-start! gap-0! py-1 text-left"
          >
            <span className="text-lg">0 · used and new together: {mixWords(pick.value.counts)}</span>
            <span className="text-[15px] font-normal">
              <span className="figure">
                {pick.value.heightMm.toFixed(2)} mm, {pick.value.offTargetMm >= 0 ? "+" : "−"}
                {Math.abs(pick.value.offTargetMm).toFixed(2)}
              </span>{" "}
              sets aside {chosen.one ?? chosen.name} {pick.value.setAside.join(", ")}
            </span>
          </button>
        )}
        {builds.length > MOST_SHOWN && !accepted && (
          <p className="text-[15px] text-soft">{builds.length} ways in all; the nearest to target stand first.</p>
        )}
        {builds.length === 0 && nearest && (
          <p>
            Nearest: {mixWords(nearest.counts)}, <span className="figure">{nearest.heightMm.toFixed(2)} mm</span>.
          </p>
        )}
        <CapacityPanel bench={bench} state={state} step={step} />
      </div>
    </div>
  );
}

/** What each plate of a pack is called, the outermost first; those of another kind at its ends are marked. */
function namesOf(bench: Bench, state: JobState, pack: string): string[] {
  const entry = entryOf(bench.procedure, pack);
  if (entry?.kind !== "pack") return [];
  return platesOf(bench, state, entry).map(({ layer, item, name }) =>
    endAt(bench, state, layer, item) === null ? name : `${name}, special`,
  );
}

/** Which way the layers of a pack face, and what lies beneath it, as far as it was said or the book has it. */
function facesOf(bench: Bench, state: JobState, pack: string): string[] {
  const spine = activeSpine(bench, state);
  const at = spine.findIndex(({ id }) => id === pack);
  const [entry, below] = [spine[at], spine[at + 1]];
  if (entry?.kind !== "pack") return [];
  return [...entry.layers, ...(below?.kind === "part" ? [below] : [])].flatMap((part) => {
    const face = facingOf(bench, state, part);
    return face === null ? [] : [`${part.name}: ${face}`];
  });
}

function mixWords(counts: Readonly<Record<string, number>>): string {
  const words = Object.entries(counts).map(([nominal, n]) => `${n} × ${nominal} mm`);
  return words.length === 0 ? "the plates as they are" : words.join(" + ");
}

const HOW = {
  count: "type both counts: 9 8",
  plates: "type each thickness, outermost first",
  facing: "Enter: all the same way; or the numbers of those that are not",
} as const;
const LINE_OF = { count: "count", thicknesses: "plates", order: "plates", facing: "facing" } as const;

/** The four separate checks of the pack as laid out, each with what it should be, or the mistake by name. */
export function CheckPanel({ bench, state, task, waiting, onAim }: PanelProps) {
  const slots = task.slots.filter((s): s is Extract<Slot, { kind: "check" }> => s.kind === "check");
  const step = slots[0] && computeStepOf(bench, slots[0].step);
  if (!step) return null;
  const aim = waiting.find((s) => s.kind === "check");
  return (
    <div className="grid gap-x-6 xl:grid-cols-[1fr_minmax(0,222px)]">
      <ol>
        {stackChecks(bench, state, step).map(({ check, ok, text }) => {
          const slot = slots.find((s) => s.check === LINE_OF[check]);
          const current = aim !== undefined && aim.key === slot?.key;
          return (
            <li key={check} className="border-b border-line">
              <button
                type="button"
                onClick={() => slot && onAim(slot.key)}
                className={`grid min-h-[68px] w-full grid-cols-[34px_130px_1fr] items-center gap-3 px-2 py-1 text-left ${current ? "bg-band" : ""}`}
              >
                <Mark ok={ok} />
                <span className="text-lg font-semibold">{check}</span>
                <span className="leading-tight">
                  <span className={`block text-lg ${ok === false ? "font-semibold text-past" : ""}`}>
                    {ok === null ? <span className="figure">{text}</span> : text}
                  </span>
                  {current && slot && ok !== true && <span className="text-[15px] text-soft">{HOW[slot.check]}</span>}
                </span>
              </button>
            </li>
          );
        })}
      </ol>
      <Laid bench={bench} state={state} step={step} />
    </div>
  );
}

/** The pack as it is to lie, plate by plate by name, with which way what matters faces. */
function Laid({
  bench,
  state,
  step,
}: Pick<PanelProps, "bench" | "state"> & { step: NonNullable<ReturnType<typeof computeStepOf>> }) {
  const built = acceptedBuild(bench, state, step);
  const offer = stackOffer(bench, state, step);
  const entry = entryOf(bench.procedure, step.pack);
  if (!built || !offer.ok || entry?.kind !== "pack") return null;
  const { min, max, target } = offer.value.input.heightMm;
  const { fixed } = layersOf(bench, step);
  const names = namesOf(bench, state, step.pack);
  const plates = platesOf(bench, state, entry).map(({ layer, name, renewed, thicknessMm }, i): SectionPlate => ({
    ...{ name: names[i] ?? name, thicknessMm: thicknessMm ?? 0, isNew: renewed },
    layer: layer === fixed ? "lining" : "steel",
  }));
  return (
    <StackSection
      title="as it is to lie"
      plates={plates}
      heightMm={built.heightMm}
      band={{ min, max, target: target ?? (min + max) / 2 }}
      fullMm={Math.max(built.heightMm, max) * 1.05}
      faces={facesOf(bench, state, step.pack)}
    />
  );
}

/** Right: a filled box; wrong: a box crossed; not yet made: an empty one. */
function Mark({ ok }: { ok: boolean | null }) {
  return (
    <svg
      viewBox="0 0 34 34"
      width="34"
      height="34"
      role="img"
      aria-label={ok === null ? "open" : ok ? "right" : "wrong"}
    >
      <rect
        x="4"
        y="4"
        width="26"
        height="26"
        fill={ok ? "var(--inside)" : "none"}
        stroke={ok === false ? "var(--past)" : "var(--ink)"}
        strokeWidth="2.5"
        strokeDasharray={ok === null ? "4 3" : undefined}
      />
      {ok === false && <path d="M8 8l18 18M26 8L8 26" stroke="var(--past)" strokeWidth="3.5" />}
    </svg>
  );
}

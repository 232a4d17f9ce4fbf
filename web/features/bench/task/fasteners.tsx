import {
  cardOf,
  cardWords,
  figuresKnown,
  bandOf,
  dialNm,
  entryOf,
  fastenerAdapter,
  quantityConvert,
  TOO_FAR_WAYS,
  fastenerCastle,
  latest,
  lockedWords,
  lockingOf,
  placesOf,
  passesOf,
  pullsOf,
  type Slot,
  sourceLine,
  specWords,
  torqueWords,
  torqueSpecAt,
  torqueSpecFor,
  wrenchFor,
  nameOfItem,
} from "@averin/core";
import { useState } from "react";
import { BoltRing, isBehind } from "@/instruments/BoltRing";
import { CastleNut } from "@/instruments/Turning";
import { FigureKey } from "@/ui/FigureKey";
import { WrenchKey } from "@/ui/ToolKeys";
import { Overdue } from "../Overdue.tsx";
import type { PanelProps } from "../panel.ts";

type Pull = Extract<Slot, { kind: "pull" }>;

/** The bolts where they sit, the pass and the place to pull next, the wrench and its setting. */
export function TorquePanel({ bench, state, task, kit, waiting, onAim, onTooFar }: PanelProps) {
  const [adapterMm, setAdapterMm] = useState("");
  const slots = task.slots.filter((s): s is Pull => s.kind === "pull");
  const entry = slots[0] && entryOf(bench.procedure, slots[0].entry);
  if (entry?.kind !== "fasteners") return null;
  const aim = waiting.find((s): s is Pull => s.kind === "pull") ?? null;
  const spec = aim ? torqueSpecAt(bench, state, entry, aim.place) : torqueSpecFor(bench, entry);
  const choice = wrenchFor(bench, entry, kit.wrench, spec);
  if (!spec) {
    return (
      <div className="flex flex-col items-start gap-3 border-2 border-dashed border-line p-4">
        <p className="text-xl">{choice.sentence}</p>
        {bench.otherBuilds
          .filter((other) => other.key === entry.torque.spec && other.kind === "torque")
          .map((other) => (
            <p key={sourceLine(other.source)} className="text-soft">
              On file, and not for here: {specWords(other)}: {sourceLine(other.source)}
            </p>
          ))}
        {state.opened && (
          <FigureKey
            machine={state.opened.body.machine.id}
            known={figuresKnown(bench.procedure).get(entry.torque.spec)}
            words="Enter the torque, with its source"
          />
        )}
      </div>
    );
  }
  const card = cardOf(bench, state, entry);
  const pulls = pullsOf(bench, state, entry);
  const order = slots.filter((s) => s.pass === 1).map((s) => s.place);
  const percent = aim ? (passesOf(bench, state, entry)[aim.pass - 1] ?? 100) : 100;
  const band = bandOf(spec, percent);
  const guess = spec.source.grade === "guess";
  const wrenchMm = choice.best?.lengthMm ?? null;
  const adapter = Number(adapterMm.replace(",", "."));
  const onWrench = choice.best ? dialNm(choice.best, band.aimNm) : band.aimNm;
  const set =
    wrenchMm !== null && adapter > 0
      ? fastenerAdapter({ targetNm: onWrench, wrenchMm, adapterMm: adapter, angleDeg: 0 })
      : null;
  const setNm = set?.ok ? set.value.setNm : null;
  const odd = pulls.filter((p) => (p.verdict !== null && p.verdict !== "in band") || isBehind(p, pulls, order));
  return (
    <div className="grid gap-4 md:grid-cols-[minmax(300px,400px)_1fr]">
      <BoltRing
        pulls={pulls}
        next={aim}
        order={order}
        places={placesOf(bench, entry, order.length)}
        onPick={(place) => {
          const own = (s: Slot): boolean => s.kind === "pull" && s.place === place;
          // What was pulled already is gone to by its last pass.
          const meant = waiting.find(own) ?? task.slots.findLast(own);
          if (meant) onAim(meant.key);
        }}
      />
      <div className="flex flex-col gap-3">
        <p>
          <span className="caption block">this pass</span>
          <span className="figure text-4xl font-bold text-petrol">{band.aimNm.toFixed(1)}</span>{" "}
          <span className="text-xl">N·m</span>
          {bench.units === "inch" && <strong className="figure block text-2xl">{inchTorque(band.aimNm)}</strong>}
          <span className="figure block text-[15px] text-soft">
            band {band.minNm.toFixed(1)} to {band.maxNm.toFixed(1)}
          </span>
          {spec.source.place !== undefined && <strong className="block">{spec.source.place}</strong>}
        </p>
        <p>
          <span className="caption block">wrench</span>
          {choice.best?.multiplier && (
            <strong className="figure block text-2xl text-petrol">set {onWrench.toFixed(1)} N·m on it</strong>
          )}
          <span className={choice.best ? "" : "font-semibold text-past"}>{choice.sentence}</span>
          {!choice.best && (
            <span className="mt-1 block">
              <WrenchKey />
            </span>
          )}
          {choice.best?.calibrationDue && (
            <span className="block text-[15px] text-soft">calibration due {choice.best.calibrationDue}</span>
          )}
          <Overdue tool={choice.best} />
        </p>
        {wrenchMm !== null && (
          <p className="flex flex-wrap items-center gap-2">
            <label htmlFor="adapter">adapter, straight on</label>
            <input
              id="adapter"
              inputMode="decimal"
              value={adapterMm}
              placeholder="none"
              onChange={(event) => setAdapterMm(event.target.value)}
              className="figure min-h-[48px] w-24 border-2 border-ink bg-ground px-2"
            />
            <span>mm</span>
            {setNm !== null && <strong className="figure text-xl text-petrol">set {setNm.toFixed(1)} N·m</strong>}
          </p>
        )}
        {guess && (
          <p className="border-l-4 border-past pl-3 font-semibold text-past">
            This figure is a guess. Pulls are kept, but they sign nothing off until the maker’s figure is found or a
            lead answers for it.
          </p>
        )}
        <p>
          <span className="caption block">order</span>
          <span className="figure text-lg">{order.join(" · ")}</span>
        </p>
        <p className="text-[15px] text-soft">
          {card && `${cardWords(card)} · `}
          {torqueWords(spec)}: {sourceLine(spec.source)}
        </p>
        {odd.length > 0 && (
          <ul className="border-l-4 border-past pl-3 font-semibold text-past">
            {odd.map((p) => (
              <li key={`${p.place}-${p.pass}`}>
                {entry.one} {p.place}, pass {p.pass}: {p.verdict ?? "missed"}
                {p.pulls.length > 0 && ` at ${p.pulls[p.pulls.length - 1]?.body.valueNm.toFixed(1)} N·m`}
                {p.verdict === "above band" && !state.released && (
                  <span className="flex flex-wrap gap-2 py-1">
                    {TOO_FAR_WAYS.map((how) => (
                      <button key={how} type="button" className="key" onClick={() => onTooFar(entry.id, p.place, how)}>
                        {how}
                      </button>
                    ))}
                  </span>
                )}
              </li>
            ))}
          </ul>
        )}
      </div>
    </div>
  );
}

/** A torque as inch wrenches show it: in pound-feet, or in pound-inches where that would be less than twelve. */
function inchTorque(nm: number): string {
  const as = (unit: string): number => {
    const answer = quantityConvert({ value: nm, from: "N.m", to: unit });
    return answer.ok ? answer.value.value : NaN;
  };
  const feet = as("lbf.ft");
  return feet < 12 ? `${as("lbf.in").toFixed(0)} in-lb` : `${feet.toFixed(1)} ft-lb`;
}

/** Locking after torque: a tab bent, a stake set, or a castle nut on to its next slot, never back. */
export function LockPanel({ bench, state, task, waiting, onEnter }: PanelProps) {
  const entry = task.entry ? entryOf(bench.procedure, task.entry) : undefined;
  const aim = waiting.find((s) => s.kind === "lock");
  const locking = entry?.kind === "fasteners" ? lockingOf(bench, state, entry) : null;
  if (entry?.kind !== "fasteners" || !locking) return null;
  const last = task.slots.filter((s) => s.kind === "lock").map((s) => latest(state, s.key, "fastener_locked"));
  const done = last.filter((body) => body !== null).pop();
  const castle =
    locking.kind === "cotter"
      ? fastenerCastle({ slots: locking.slots, crossHoles: locking.crossHoles, pastDeg: done?.pastDeg ?? 0 })
      : null;
  return (
    <>
      {locking.kind === "cotter" && castle?.ok && (
        <div className="grid items-center gap-4 md:grid-cols-[minmax(280px,420px)_1fr]">
          <CastleNut
            slots={locking.slots}
            crossHoles={locking.crossHoles}
            pastDeg={done?.pastDeg ?? 0}
            tightenDeg={castle.value.tightenDeg}
          />
          <p className="text-lg">
            A slot comes round every <span className="figure">{castle.value.spacingDeg.toFixed(0)}°</span>. Does none
            line up at the torque, go on to the next, never back. Type the degrees past the last slot, or Enter when one
            lines up. A new nut whose slots miss the hole is the wrong nut.
          </p>
        </div>
      )}
      {done && (
        <p className="text-lg">
          {entry.one}: {lockedWords(done.how)}
          {done.tightenedDeg ? <span className="figure">, on by {Math.round(done.tightenedDeg)}°</span> : ""}.
        </p>
      )}
      {aim?.kind === "lock" && (
        <button
          type="button"
          className="key min-h-[60px]! self-start px-6! text-xl"
          data-main="true"
          onClick={() => onEnter("")}
        >
          {nameOfItem(state, entry, aim.place)} locked
        </button>
      )}
    </>
  );
}

"use client";

import { clutchCapacity, type Limit, onRing, type StackBuild, type Verdict, verdictWord } from "@averin/core";
import type { ReactNode } from "react";
import { AxleSlot } from "@/instruments/AxleSlot";
import { AxleStrip } from "@/instruments/AxleStrip";
import { Bars } from "@/instruments/Bars";
import { BearingSection } from "@/instruments/BearingSection";
import { BoltRing } from "@/instruments/BoltRing";
import { CaseWindow } from "@/instruments/CaseWindow";
import { ChainSide, type ChainSideProps } from "@/instruments/ChainSide";
import { FitBands } from "@/instruments/FitBands";
import { LimitRule } from "@/instruments/LimitRule";
import { type Line, LineChart } from "@/instruments/LineChart";
import { type SectionPlate, StackSection } from "@/instruments/StackSection";
import { TrackGaps, TrackSag } from "@/instruments/TrackBed";
import { CastleNut, Lever, Slice } from "@/instruments/Turning";
import { LugMap } from "@/instruments/LugMap";
import { SplineFit } from "@/instruments/SplineFit";
import { toneOf, VerdictMark } from "@/instruments/VerdictMark";

type Shown = {
  input: Record<string, unknown>;
  output: Record<string, unknown>;
  onText: (path: string, text: string) => void;
};

const num = (value: unknown): number => (typeof value === "number" ? value : NaN);
const orNull = (value: unknown): number | null => (typeof value === "number" ? value : null);
const list = (value: unknown): number[] => (Array.isArray(value) ? value.map(num) : []);

type Curve = { deg: number; slackMm: number | null; excessMm: number }[];

function slack({ input, output, onText }: Shown): ReactNode {
  const curve = output.curve as Curve;
  const lines: Line[] = [
    { label: "slack, mm", tone: "inside", points: curve.map((p) => ({ x: p.deg, y: p.slackMm })) },
    {
      label: "wanted at the tightest",
      tone: "near",
      dashed: true,
      points: curve.map((p) => ({ x: p.deg, y: num(input.targetTightMm) })),
    },
  ];
  const tightestDeg = orNull(output.tightestDeg);
  return (
    <>
      <ChainSide
        {...(input as unknown as ChainSideProps)}
        tightestDeg={tightestDeg}
        onRest={(deg) => onText("restDeg", String(deg))}
      />
      <LineChart
        lines={lines}
        x="arm angle, degrees"
        y="slack, mm"
        says={`Slack over the travel, tightest at ${tightestDeg?.toFixed(1)} degrees`}
      />
      <p className="text-[15px] text-soft">The chain is taken as unstretchable.</p>
    </>
  );
}

function stackPlates(frictionMm: number[], steels: { name: string; mm: number; isNew: boolean }[]): SectionPlate[] {
  const plates: SectionPlate[] = [];
  for (let i = 0; i < Math.max(frictionMm.length, steels.length); i += 1) {
    const friction = frictionMm[i];
    const steel = steels[i];
    if (friction !== undefined)
      plates.push({ name: `friction ${i + 1}`, layer: "lining", thicknessMm: friction, isNew: false });
    if (steel)
      plates.push({ name: `${steel.name} ${i + 1}`, layer: "steel", thicknessMm: steel.mm, isNew: steel.isNew });
  }
  return plates;
}

type Height = { min: number; max: number; target?: number };
const bandOf = (height: Height) => ({
  min: height.min,
  max: height.max,
  target: height.target ?? (height.min + height.max) / 2,
});

function stack({ input, output }: Shown): ReactNode {
  const build = (output.best ?? output.nearest) as StackBuild | null;
  if (!build) return null;
  const kinds = input.steels as { nominal: string; thicknessMm: number }[];
  const steels = Object.entries(build.counts).flatMap(([nominal, n]) =>
    Array.from({ length: n }, () => ({
      name: nominal,
      mm: kinds.find((k) => k.nominal === nominal)?.thicknessMm ?? 0,
      isNew: true,
    })),
  );
  const solutions = output.solutions as StackBuild[];
  return (
    <div className="grid gap-4 sm:grid-cols-[280px_1fr]">
      <StackSection
        title={output.feasible ? "nearest to target" : "nearest that can be made"}
        plates={stackPlates(list(input.frictionMm), steels)}
        heightMm={build.heightMm}
        band={bandOf(input.heightMm as Height)}
        fullMm={Math.max(build.heightMm, num((input.heightMm as Height).max)) * 1.06}
      />
      <ol className="figure flex flex-col gap-1">
        {solutions.slice(0, 8).map((s) => (
          <li key={JSON.stringify(s.counts)} className="border-b border-line py-1">
            <strong>
              {Object.entries(s.counts)
                .map(([nominal, n]) => `${n} × ${nominal}`)
                .join(" + ")}
            </strong>
            <span className="block text-[15px]">
              {s.heightMm.toFixed(3)} mm, {s.offTargetMm >= 0 ? "+" : "−"}
              {Math.abs(s.offTargetMm).toFixed(3)}
            </span>
          </li>
        ))}
      </ol>
    </div>
  );
}

function pick({ input, output }: Shown): ReactNode {
  const steelsMm = list(input.steelsMm);
  const chosen = new Set(list(output.indices));
  const height = bandOf(input.heightMm as Height);
  return (
    <>
      <Bars
        says={`Kept: ${[...chosen].map((i) => i + 1).join(", ")}`}
        bars={steelsMm.map((mm, i) => ({
          label: `plate ${i + 1}`,
          value: mm,
          text: `${mm} ${chosen.has(i) ? "keep" : ""}`,
          tone: chosen.has(i) ? "inside" : "soft",
        }))}
      />
      <p className="figure text-lg">
        {num(output.heightMm).toFixed(3)} mm in {height.min}–{height.max}
      </p>
    </>
  );
}

function capacity({ input, output }: Shown): ReactNode {
  const springs = input.springs as
    { count: number; rateNPerMm: number; freeMm: number; installedMm: number } | undefined;
  // As the pack wears the springs stand longer: half a millimetre at a time, down to a quarter of their squeeze.
  const squeeze = springs ? springs.freeMm - springs.installedMm : 0;
  const points = springs
    ? Array.from({ length: 16 }, (_, i) => {
        const worn = (squeeze * 0.75 * i) / 15;
        const answer = clutchCapacity({
          ...input,
          springs: { ...springs, installedMm: springs.installedMm + worn },
        } as never);
        return { x: worn, y: answer.ok ? answer.value.capacityNm : null };
      })
    : [];
  const demand = orNull(output.demandNm);
  const lines: Line[] = [
    { label: "capacity, N·m", tone: "inside", points },
    ...(demand === null
      ? []
      : [
          {
            label: "engine through the primary",
            tone: "past" as const,
            dashed: true,
            points: points.map((p) => ({ x: p.x, y: demand })),
          },
        ]),
  ];
  return (
    <>
      <Bars
        says="Capacity against demand"
        bars={[{ label: "capacity", value: num(output.capacityNm), text: `${num(output.capacityNm).toFixed(1)} N·m` }]}
        marks={demand === null ? [] : [{ at: demand, label: `asked ${demand.toFixed(1)}` }]}
      />
      {springs && (
        <LineChart lines={lines} x="pack worn, mm" y="torque, N·m" says="Capacity falling as the pack wears" />
      )}
    </>
  );
}

function judge({ input, output }: Shown): ReactNode {
  const gauge = input.gauge as { resolution: number; permissibleError: number };
  const limit = input.limit as Limit;
  const judged = {
    value: num(output.value),
    unit: "",
    readings: [],
    spec: null,
    limit,
    record: false,
    verdict: output.verdict as Verdict,
    expandedUncertainty: num(output.expandedUncertainty),
    usedFraction: orNull(output.usedFraction),
    outsideStandard: output.outsideStandard as null,
    betterThanNew: null,
    probabilityWithin: num(output.probabilityWithin),
  };
  return (
    <>
      <LimitRule limit={limit} judged={judged} unit="" resolution={gauge.resolution} />
      <p className="flex items-center gap-3 text-2xl font-semibold" style={{ color: toneOf(judged) }}>
        <VerdictMark judged={judged} size={1.4} />
        {verdictWord(judged.verdict)}
      </p>
    </>
  );
}

function project({ input, output }: Shown): ReactNode {
  const series = input.series as { meter: number; value: number }[];
  const limit = num(input.limit);
  const at = orNull(output.meterAtLimit);
  const end = Math.max(...series.map((p) => p.meter), orNull(output.meterAtLimitHigh) ?? at ?? 0);
  const line = (x: number): { x: number; y: number } => ({
    x,
    y: num(output.intercept) + num(output.ratePerMeter) * x,
  });
  const start = Math.min(...series.map((p) => p.meter));
  const bounds = [orNull(output.meterAtLimitLow), orNull(output.meterAtLimitHigh)].filter(
    (x): x is number => x !== null,
  );
  const lines: Line[] = [
    { label: "readings", tone: "ink", dots: true, points: series.map((p) => ({ x: p.meter, y: p.value })) },
    { label: "trend", tone: "inside", points: [line(start), line(end)] },
    {
      label: "limit",
      tone: "past",
      points: [
        { x: start, y: limit },
        { x: end, y: limit },
      ],
    },
    { label: "where the mean line meets it", tone: "near", dots: true, points: bounds.map((x) => ({ x, y: limit })) },
  ];
  return (
    <>
      <LineChart
        lines={lines}
        x="meter"
        y="value"
        says={at === null ? "No forecast" : `The limit comes at ${at.toFixed(0)}`}
      />
      <p className="text-[15px] text-soft">
        The band is for the mean line and knows nothing of the gauge: one narrower than the gauge’s uncertainty is not
        to be believed.
      </p>
    </>
  );
}

function weibull({ output }: Shown): ReactNode {
  const shape = orNull(output.shape);
  const scale = orNull(output.scale);
  if (shape === null || scale === null) return <p className="p-4 text-xl">No curve fits best.</p>;
  const points = Array.from({ length: 61 }, (_, i) => {
    const x = (scale * 2 * i) / 60;
    return { x, y: 100 * Math.exp(-((x / scale) ** shape)) };
  });
  return (
    <LineChart
      lines={[{ label: "still running, %", tone: "inside", points }]}
      x="life"
      y="%"
      says={`Half have failed by ${num(output.b50).toFixed(0)}`}
    />
  );
}

function sequence({ input, output }: Shown): ReactNode {
  const passes = output.passes as { percent: number; torqueNm?: number; order: number[] }[];
  const order = passes[0]?.order ?? [];
  const pulls = order.flatMap((place) => [{ place, pass: 1, percent: 100, pulls: [], verdict: null, otherwise: null }]);
  return (
    <div className="grid gap-4 sm:grid-cols-[320px_1fr]">
      <BoltRing pulls={pulls} next={{ place: order[0] ?? 1, pass: 1 }} order={order} places={onRing(order.length)} />
      <div>
        <p className="caption">order, each pass</p>
        <p className="figure text-2xl font-bold">{order.join(" · ")}</p>
        <p className="caption mt-3">passes</p>
        <p className="figure text-lg">
          {passes.map((p) => `${p.percent} %${p.torqueNm === undefined ? "" : ` ${p.torqueNm} N·m`}`).join(" → ")}
        </p>
        <p className="mt-3 text-soft">{String(input.pattern)}</p>
      </div>
    </div>
  );
}

function season({ input, output }: Shown): ReactNode {
  const months = ["J", "F", "M", "A", "M", "J", "J", "A", "S", "O", "N", "D"];
  const use = list(input.perMonth);
  const most = Math.max(1, ...use);
  const due = typeof output.dueOn === "string" ? Number(output.dueOn.slice(5, 7)) - 1 : -1;
  const order = typeof output.orderBy === "string" ? Number(output.orderBy.slice(5, 7)) - 1 : -1;
  return (
    <svg
      viewBox="0 0 640 260"
      role="img"
      aria-label={`Use over the year; due ${String(output.dueOn)}`}
      className="block w-full"
    >
      {months.map((month, i) => {
        const height = ((use[i] ?? 0) / most) * 150;
        return (
          <g key={i} transform={`translate(${20 + i * 51} 0)`}>
            <rect
              x="4"
              y={190 - height}
              width="40"
              height={Math.max(1, height)}
              fill={i === due ? "var(--past)" : "var(--band)"}
              stroke="var(--ink)"
            />
            <text x="24" y="214" textAnchor="middle" fontSize="18" fontWeight="600" fill="var(--ink)">
              {month}
            </text>
            {i === order && (
              <text x="24" y="236" textAnchor="middle" fontSize="16" fill="var(--petrol)">
                order
              </text>
            )}
            {i === due && (
              <text x="24" y={order === due ? 254 : 236} textAnchor="middle" fontSize="16" fill="var(--past)">
                due
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}

function fit({ output }: Shown): ReactNode {
  const shaft = output.shaftInterferenceUm as { min: number; max: number };
  const housing = output.housingClearanceUm as { min: number; max: number };
  return (
    <FitBands
      unit="µm"
      bands={[
        { label: "on the shaft", ...shaft, plus: "tight", minus: "loose" },
        { label: "in the housing", ...housing, plus: "loose", minus: "tight" },
      ]}
    />
  );
}

function wrench({ input, output }: Shown): ReactNode {
  const able = new Set(output.able as string[]);
  const wrenches = input.wrenches as { id: string; minNm: number; maxNm: number; multiplier?: number }[];
  return (
    <Bars
      says={`Best: ${String(output.best ?? "none")}`}
      marks={[{ at: num(input.targetNm), label: `${num(input.targetNm)} N·m` }]}
      bars={wrenches.map((w) => ({
        label: w.id,
        from: w.minNm * (w.multiplier ?? 1),
        value: w.maxNm * (w.multiplier ?? 1),
        text: w.id === output.best ? "best" : able.has(w.id) ? "able" : "not able",
        tone: able.has(w.id) ? "inside" : "soft",
      }))}
    />
  );
}

/** What jobs save by and by, against what the tool costs. */
function payback({ input, output }: Shown): ReactNode {
  const [price, saved] = [num(input.price), num(output.savedPerJob)];
  const jobs = orNull(output.jobs);
  const most = jobs === null ? 6 : Math.min(60, jobs + Math.max(2, Math.ceil(jobs / 3)));
  const at = Array.from({ length: most + 1 }, (_, job) => job);
  return (
    <LineChart
      lines={[
        { label: "saved so far", tone: "inside", points: at.map((job) => ({ x: job, y: saved * job })) },
        { label: "what it costs", tone: "near", dashed: true, points: at.map((job) => ({ x: job, y: price })) },
      ]}
      x="jobs"
      y="money"
      says={jobs === null ? "Never paid for so" : `Paid for after ${jobs} jobs`}
    />
  );
}

function compare({ output }: Shown): ReactNode {
  const ranked = output.ranked as { id: string; total: number; expected: number; perLife?: number }[];
  return (
    <>
      <Bars
        says={`First: ${ranked[0]?.id}`}
        bars={ranked.flatMap((r, i) => [
          { label: r.id, value: r.total, text: r.total.toFixed(0) },
          {
            label: `with risk ${i + 1}`,
            value: r.expected,
            text: `${r.expected.toFixed(0)}${r.perLife === undefined ? "" : ` · ${r.perLife.toFixed(2)}`}`,
            tone: r.expected > r.total ? ("near" as const) : ("soft" as const),
          },
        ])}
      />
      <p className="text-[15px] text-soft">
        The second figure is per unit of life. A cheap patch that fails on the trail may rank first: look at the risk
        beside the rank.
      </p>
    </>
  );
}

/** A figure on its own, where a drawing would say no more. */
function Big({ children, under }: { children: ReactNode; under: string }) {
  return (
    <p className="p-6">
      <span className="figure block text-5xl font-bold text-petrol">{children}</span>
      <span className="text-xl">{under}</span>
    </p>
  );
}

const DRAWINGS: Readonly<Record<string, (shown: Shown) => ReactNode>> = {
  "chain.slack": slack,
  "chain.length": ({ input, output }) =>
    output.evenPitches === null ? null : (
      <AxleSlot moveMm={num(output.centreAtEvenMm) - num(input.centreMm)} by={`${num(output.evenPitches)} pitches`} />
    ),
  "chain.regear": ({ output }) =>
    output.moveMm === null ? null : <AxleSlot moveMm={num(output.moveMm)} by="same chain" />,
  "chain.ratio": ({ output }) => (
    <Bars
      says={`Ratio ${num(output.ratio).toFixed(3)}`}
      bars={[
        { label: "ratio", value: num(output.ratio), text: num(output.ratio).toFixed(3) },
        ...(typeof output.changePercent === "number"
          ? [
              {
                label: "change, %",
                value: num(output.changePercent),
                text: num(output.changePercent).toFixed(1),
                tone: "near" as const,
              },
            ]
          : []),
      ]}
    />
  ),
  "chain.spline": ({ input }) => (
    <SplineFit
      fit={{
        ...{ oldMm: num(input.oldSpaceMm), newMm: num(input.newSpaceMm), shaftMm: num(input.shaftSplineMm) },
        maxPlayMm: orNull(input.maxPlayMm),
      }}
    />
  ),
  "track.lugs": ({ input, output }) => (
    <LugMap
      counts={{
        ...{ windows: num(input.windows), lugs: num(input.lugs), torn: num(input.torn) },
        ...{ studs: num(input.studs), pulled: num(input.pulled) },
      }}
      tornAt={[]}
      lengthMm={orNull(output.lengthMm)}
      clearances={[]}
    />
  ),
  "chain.stretch": ({ input, output }) => (
    <Bars
      says={`Stretched ${num(output.percent).toFixed(2)} %`}
      bars={[
        {
          label: "stretch, %",
          value: num(output.percent),
          text: num(output.percent).toFixed(2),
          tone: output.verdictHint === "past" ? "past" : "inside",
        },
      ]}
      marks={[{ at: num(input.limitPercent), label: "limit" }]}
    />
  ),
  "clutch.stack": stack,
  "clutch.pick": pick,
  "clutch.capacity": capacity,
  "case.freeplay": ({ input, output }) => (
    <CaseWindow
      topTeeth={num(input.topTeeth)}
      bottomTeeth={num(input.bottomTeeth)}
      pitchMm={num(input.pitchMm)}
      centreMm={num(input.centreMm)}
      playMm={orNull(output.freePlayMm)}
      plays={[{ name: "play of one run", mm: orNull(output.freePlayMm) }]}
    />
  ),
  "case.growth": ({ input, output }) => (
    <>
      <Bars
        says="Play cold and hot"
        bars={[
          { label: "cold", value: num(input.coldPlayMm), text: num(input.coldPlayMm).toFixed(1) },
          {
            label: "hot",
            value: num(output.hotPlayMm ?? input.hotPlayMm),
            text: num(output.hotPlayMm ?? input.hotPlayMm).toFixed(1),
            tone: output.tight ? "past" : "near",
          },
        ]}
      />
      <p className="text-[15px] text-soft">
        A geometric estimate only: shafts and belts give too. The hot check decides.
      </p>
    </>
  ),
  "case.backoff": ({ input, output }) => (
    <>
      <Slice
        deg={(num(input.turns) % 1 || (num(input.turns) > 0 ? 1 : 0)) * 360}
        label={`${num(input.turns)} turns back, ${num(output.degrees)}°`}
      />
      <p className="figure text-2xl font-bold">{num(output.travelMm).toFixed(3)} mm</p>
    </>
  ),
  "track.tension": ({ input, output }) => {
    const readings = input.readings as { sagMm: number }[];
    return (
      <TrackSag
        sagMm={readings[readings.length - 1]?.sagMm ?? 0}
        predictedMm={orNull(output.predictedSagMm)}
        minMm={num(input.targetMinMm)}
        maxMm={num(input.targetMaxMm)}
      />
    );
  },
  "track.align": ({ input, output }) => (
    <TrackGaps leftMm={num(input.leftGapMm)} rightMm={num(input.rightGapMm)} tighten={output.tightenSide as null} />
  ),
  "track.speed": ({ output }) => <Big under="kilometres an hour, without slip">{num(output.speedKmh).toFixed(1)}</Big>,
  "axle.band": ({ input, output }) => (
    <AxleStrip
      side={String(input.side)}
      viewedFrom={String(input.viewedFrom)}
      rotation={output.rotation as "clockwise"}
    />
  ),
  "axle.grease": ({ output }) => (
    <Bars
      says="Grease in joint and boot"
      bars={[
        { label: "joint", value: num(output.jointG), text: `${num(output.jointG).toFixed(0)} g` },
        { label: "boot", value: num(output.bootG), text: `${num(output.bootG).toFixed(0)} g`, tone: "near" },
      ]}
    />
  ),
  "axle.backlash": ({ output }) => (output.playDeg === null ? null : <Slice deg={num(output.playDeg)} label="play" />),
  "axle.vent": ({ output }) => (
    <>
      <FitBands
        unit="kPa"
        bands={[
          {
            label: "in the boot",
            min: Math.min(0, Number(num(output.gaugeKpa).toFixed(1))),
            max: Math.max(0, Number(num(output.gaugeKpa).toFixed(1))),
            plus: "balloons",
            minus: "sucks in",
          },
        ]}
      />
      <p className="text-[15px] text-soft">A joint 60 K warmer than when it was vented holds about 20 kPa more.</p>
    </>
  ),
  "bearing.decode": ({ output }) => (
    <BearingSection
      boreMm={num(output.boreMm)}
      outsideMm={num(output.outsideMm)}
      widthMm={num(output.widthMm)}
      seals={String(output.seals)}
    />
  ),
  "bearing.find": ({ input }) => (
    <BearingSection
      boreMm={num(input.boreMm)}
      outsideMm={num(input.outsideMm)}
      widthMm={num(input.widthMm)}
      seals="open"
    />
  ),
  "bearing.fit": fit,
  "bearing.clearance": ({ output }) => (
    <FitBands
      unit="µm"
      bands={[
        { label: "inside the bearing", min: num(output.minUm), max: num(output.maxUm), plus: "loose", minus: "tight" },
      ]}
    />
  ),
  "bearing.mount": ({ input, output }) => (
    <>
      <Bars
        says={`Heat to ${num(output.heatToC).toFixed(0)} °C`}
        bars={[
          { label: "room", value: num(input.ambientC), text: `${num(input.ambientC)} °C`, tone: "soft" },
          {
            label: "heat to",
            value: num(output.heatToC),
            text: `${num(output.heatToC).toFixed(0)} °C`,
            tone: output.allowed ? "inside" : "past",
          },
        ]}
        marks={[{ at: num(input.maxC ?? 120), label: "hottest" }]}
      />
      <p className="caution text-[16px]">
        Hot rings burn: gloves. No flame on a sealed bearing; a sealed one takes 80 °C, so put 80 as the hottest.
      </p>
    </>
  ),
  "bearing.life": ({ output }) => <Big under="hours that nine in ten reach">{num(output.l10H).toFixed(0)}</Big>,
  "fastener.wrench": wrench,
  "fastener.adapter": ({ input, output }) => (
    <Lever
      wrenchMm={num(input.wrenchMm)}
      adapterMm={num(input.adapterMm)}
      angleDeg={num(input.angleDeg)}
      setNm={orNull(output.setNm)}
    />
  ),
  "fastener.preload": ({ output }) => (
    <Big under="kN of preload, give or take a quarter; a typical K unless you gave one">
      {num(output.preloadKn).toFixed(2)}
    </Big>
  ),
  "fastener.stress": ({ input, output }) => (
    <Bars
      says={`Proof load ${num(output.proofLoadKn).toFixed(1)} kN`}
      bars={[
        { label: "proof, kN", value: num(output.proofLoadKn), text: num(output.proofLoadKn).toFixed(2), tone: "soft" },
        ...(typeof input.preloadKn === "number"
          ? [
              {
                label: "preload, kN",
                value: input.preloadKn,
                text: `${input.preloadKn.toFixed(2)}, ${num(output.percentOfProof).toFixed(0)} %`,
                tone: num(output.percentOfProof) > 100 ? ("past" as const) : ("inside" as const),
              },
            ]
          : []),
      ]}
    />
  ),
  "fastener.sequence": sequence,
  "fastener.castle": ({ input, output }) => (
    <CastleNut
      slots={num(input.slots)}
      crossHoles={num(input.crossHoles)}
      pastDeg={num(input.pastDeg)}
      tightenDeg={num(output.tightenDeg)}
    />
  ),
  "metrology.judge": judge,
  "quantity.parse": ({ output }) => <Big under={String(output.unit)}>{num(output.value)}</Big>,
  "quantity.convert": ({ input, output }) => (
    <Big under={String(input.to)}>{Number(num(output.value).toPrecision(7))}</Big>
  ),
  "wear.project": project,
  "wear.weibull": weibull,
  "cost.compare": compare,
  "cost.payback": payback,
  "season.due": season,
};

/** The instrument of a calculator, drawn from its input and answer. */
export function Drawing({ name, ...shown }: Shown & { name: string }) {
  const draw = DRAWINGS[name];
  if (draw === undefined) throw new Error(`no drawing for ${name}`);
  return draw(shown);
}

export const DRAWN = Object.keys(DRAWINGS);

type Figures = Readonly<Record<string, unknown>>;

const fixed = (value: unknown, digits: number): string => String(Number(Number(value).toFixed(digits)));
const mm = (value: unknown): string => `${fixed(value, 1)} mm`;
/** Forwards or back, as an axle moves. */
const along = (value: unknown): string => `${mm(Math.abs(Number(value)))} ${Number(value) > 0 ? "back" : "forward"}`;
const teeth = (front: unknown, rear: unknown): string => `${String(front)}/${String(rear)}`;

/**
 * What people ask most, answered in words before any figure; null where an answer has none, such as where it is a reason.
 * Figures are rounded to what a hand can set.
 */
const SAID: Readonly<Record<string, (output: Figures, input: Figures) => string | null>> = {
  "quantity.convert": ({ value }, { value: from, from: unit, to }) =>
    `${String(from)} ${String(unit)} is ${fixed(value, 3)} ${String(to)}.`,
  "chain.slack": ({ setSlackAtRestMm }) =>
    setSlackAtRestMm === null ? null : `Set ${mm(setSlackAtRestMm)} of slack as it stands.`,
  "chain.regear": ({ moveMm }, { was, frontTeeth, rearTeeth }) => {
    if (moveMm === null) return null;
    const { frontTeeth: front, rearTeeth: rear } = was as Figures;
    const from = `${teeth(front, rear)} to ${teeth(frontTeeth, rearTeeth)}`;
    return Math.abs(Number(moveMm)) < 0.05
      ? `${from}: the axle stays where it is.`
      : `${from}: with the same chain the axle moves ${along(moveMm)}.`;
  },
  "chain.length": ({ evenPitches, centreAtEvenMm }, { centreMm }) =>
    evenPitches === null
      ? null
      : `Order ${String(evenPitches)} links; with them the axle stands ${along(Number(centreAtEvenMm) - Number(centreMm))} of where it is.`,
  "chain.ratio": ({ ratio, changePercent }) =>
    typeof changePercent === "number"
      ? `${fixed(ratio, 3)} to 1: ${fixed(Math.abs(changePercent), 1)} % ${changePercent > 0 ? "shorter" : "longer"} geared than before.`
      : `${fixed(ratio, 3)} to 1.`,
  "chain.stretch": ({ percent, verdictHint }) => `Stretched by ${fixed(percent, 2)} %: ${String(verdictHint)}.`,
  "clutch.stack": ({ feasible, best }) => {
    if (feasible !== true || best === null) return null;
    const { counts, heightMm } = best as { counts: Record<string, number>; heightMm: number };
    const ways = Object.entries(counts).filter(([, count]) => count > 0);
    return `${ways.map(([nominal, count]) => `${count} of ${nominal}`).join(" and ")}: ${fixed(heightMm, 2)} mm.`;
  },
  "clutch.pick": ({ feasible, indices, heightMm }) =>
    feasible === true
      ? `Keep plates ${(indices as number[]).map((i) => i + 1).join(", ")}: ${fixed(heightMm, 2)} mm.`
      : null,
  "case.backoff": ({ degrees, travelMm }) => `That is ${fixed(degrees, 0)}°, and takes ${fixed(travelMm, 2)} mm off.`,
  "case.freeplay": ({ freePlayMm }) => (freePlayMm === null ? null : `${mm(freePlayMm)} of free play.`),
  "case.growth": ({ hotPlayMm, tight }) => (tight === true ? "Tight when hot." : `${mm(hotPlayMm)} of play when hot.`),
  "track.tension": ({ inRange, nextTurns, predictedSagMm }) =>
    inRange === true
      ? "It is in range: leave it."
      : nextTurns === null
        ? null
        : `Turn both adjusters ${Number(nextTurns) > 0 ? "tighter" : "back"} by ${fixed(Math.abs(Number(nextTurns)), 2)}: ${mm(predictedSagMm)} of sag is expected then.`,
  "track.align": ({ verdict, tightenSide }) =>
    verdict === "off" ? `Off: tighten the ${String(tightenSide)} side.` : `It runs ${String(verdict)}.`,
  "axle.band": ({ tailPoints }, { viewedFrom }) =>
    `Seen from ${String(viewedFrom)} the tail points ${String(tailPoints)}.`,
  "axle.grease": ({ jointG, bootG }) => `${fixed(jointG, 0)} g into the joint, ${fixed(bootG, 0)} g into the boot.`,
  "bearing.decode": ({ boreMm, outsideMm, widthMm, seals, clearance }) =>
    `${String(boreMm)} × ${String(outsideMm)} × ${String(widthMm)} mm, ${String(seals)}, ${String(clearance)}.`,
  "bearing.find": ({ designations }) =>
    `${(designations as string[]).join(" or ")}; seals and clearance are read off the old one.`,
  "bearing.mount": ({ heatToC, allowed }) =>
    allowed === true
      ? `Heat it to ${fixed(heatToC, 0)} °C.`
      : "That is hotter than this bearing may get: it goes on another way.",
  "fastener.wrench": ({ best }) => (best === null ? null : `Take ${String(best)}.`),
  "fastener.adapter": ({ setNm }) => `Set the wrench to ${fixed(setNm, 1)} N·m.`,
  "fastener.castle": ({ tightenDeg }) =>
    Number(tightenDeg) === 0 ? "A slot lines up: pin it." : `Tighten on by ${fixed(tightenDeg, 0)}°, never back.`,
  "metrology.judge": ({ verdict }) => `${String(verdict).replace(/^./, (first) => first.toUpperCase())}.`,
  "wear.project": ({ meterAtLimit }) =>
    meterAtLimit == null ? null : `The limit comes at ${fixed(meterAtLimit, 0)} on the meter.`,
  "cost.compare": ({ ranked }) => {
    const [first] = ranked as { id: string }[];
    return first ? `${first.id} costs least for what it lasts.` : null;
  },
  "cost.payback": ({ jobs, years, reason }) =>
    jobs == null
      ? String(reason)
      : `Paid for after ${String(jobs)} ${jobs === 1 ? "job" : "jobs"}${years == null ? "" : `, about ${fixed(years, 1)} years`}.`,
  "season.due": ({ dueOn, orderBy, late }) =>
    late === true
      ? `Order at once: it is due on ${String(dueOn)}.`
      : `Due on ${String(dueOn)}; order by ${String(orderBy)}.`,
};

export const inWords = (name: string, output: Figures, input: Figures): string | null =>
  SAID[name]?.(output, input) ?? null;

import { atLeast, atMost } from "../calculator/index.ts";
import { type GaugeFigures, type Limit, metrologyJudge, NEAR_FRACTION, type Verdict } from "../metrology/index.ts";
import {
  type DecisionWord,
  findingWords,
  holds,
  type InspectPoint,
  isCondemning,
  isSetting,
  type MeasurePoint,
  type Part,
  partOf,
  phaseOfStage,
} from "../procedure/index.ts";
import { limitOf, type Spec } from "../spec/index.ts";
import { slot } from "../task/lines.ts";
import { activePoints, wayOf } from "./applies.ts";
import type { Bench, Gauge } from "./bench.ts";
import { type BodyOf, type EventOf, isEvent } from "./events.ts";
import { factsOf } from "./facts.ts";
import type { Phase } from "./fields.ts";
import { countOf, type JobState, latest, nameOfItem } from "./fold.ts";

type Reading = EventOf<"reading_taken">;

/** Readings of one item at one point and phase, all places, in order. */
export function readingsOf(state: JobState, point: MeasurePoint, item: number, phase: Phase): Reading[] {
  const places = Math.max(point.places, point.placesNew);
  return Array.from({ length: places }, (_, i) => state.bySlot.get(slot.read(point.id, item, i + 1, phase).key) ?? [])
    .flat()
    .filter((event): event is Reading => isEvent(event, "reading_taken"));
}

const lastOfEachPlace = (readings: readonly Reading[]): Reading[] => [
  ...new Map(readings.map((reading) => [reading.body.place, reading])).values(),
];

/** Anything read with a gauge: a point's reading, or one round of an adjustment. */
export type Taken = { id: string; body: { valueInBase: number; gauge: Gauge } };

export type Judged = {
  value: number;
  /** The base unit that value and limit are in. */
  unit: string;
  readings: readonly Taken[];
  spec: Spec | null;
  limit: Limit | null;
  /** Nothing to judge: how something stood. */
  record: boolean;
  /** null where no limit is on file: kept, not judged. */
  verdict: Verdict | null;
  expandedUncertainty: number;
  usedFraction: number | null;
  outsideStandard: "above" | "below" | null;
  /** A reading, at any place, better than new: a wrong part or a wrong reading. */
  betterThanNew: "above" | "below" | null;
  probabilityWithin: number | null;
};

/** The figures to judge by when gauges were mixed: the coarsest of each. */
const coarsest = (readings: readonly Taken[]): GaugeFigures => ({
  resolution: Math.max(...readings.map((r) => r.body.gauge.resolution)),
  permissibleError: Math.max(...readings.map((r) => r.body.gauge.permissibleError)),
});

function betterThanNew(values: readonly number[], limit: Limit): "above" | "below" | null {
  const { kind, standardMin, standardMax } = limit;
  if (kind === "min" && standardMax !== undefined && values.some((v) => !atMost(v, standardMax))) return "above";
  if (kind === "max" && standardMin !== undefined && values.some((v) => !atLeast(v, standardMin))) return "below";
  return null;
}

/** The limit that judges a reading: its own, or the one that somebody said since judges what was read there. */
export function judgedBy(state: JobState, { number, body }: Reading): Spec | null {
  const found = state.limits.get(body.point);
  const judges = found && !found.body.except.includes(body.item) && (found.number > number || body.spec === null);
  return judges ? found.body.spec : body.spec;
}

/** How far the two places of a pair are apart, as one reading: of two that are each off, the doubts add as squares. */
function apart(readings: readonly Reading[]): Taken[] {
  const [one, other] = lastOfEachPlace(readings);
  if (!one || !other) return [...readings];
  const gauge = coarsest([one, other]);
  const both = {
    resolution: Math.SQRT2 * gauge.resolution,
    permissibleError: Math.SQRT2 * gauge.permissibleError,
  };
  const valueInBase = Math.abs(one.body.valueInBase - other.body.valueInBase);
  return [{ id: other.id, body: { valueInBase, gauge: { ...other.body.gauge, ...both } } }];
}

/** The verdict on one item, from what its own lines were judged by; null where nothing was read. */
export function judgeItem(state: JobState, point: MeasurePoint, item: number, phase: Phase): Judged | null {
  const all = readingsOf(state, point, item, phase);
  // A setting is left as it was read last: what it was turned away from is no longer so.
  const readings = isSetting(point) && phase === "left" ? lastOfEachPlace(all) : all;
  const last = readings[readings.length - 1];
  if (last === undefined) return null;
  const spec = judgedBy(state, last);
  const taken = point.difference ? apart(readings) : readings;
  return { ...judgeTaken(taken, spec, spec && limitOf(spec), point.unit), record: point.spec === undefined };
}

/** The verdict on readings under a limit, the worst of them ruling; without a limit kept, not judged. */
export function judgeTaken(readings: readonly Taken[], spec: Spec | null, limit: Limit | null, unit: string): Judged {
  const values = readings.map((r) => r.body.valueInBase);
  if (limit === null) {
    const mean = values.reduce((sum, v) => sum + v, 0) / values.length;
    return {
      value: mean,
      unit,
      readings,
      spec,
      limit: null,
      record: false,
      verdict: null,
      expandedUncertainty: 0,
      usedFraction: null,
      outsideStandard: null,
      betterThanNew: null,
      probabilityWithin: null,
    };
  }
  const answer = metrologyJudge({ readings: values, gauge: coarsest(readings), limit, take: "worst" });
  if (!answer.ok) throw new Error(`a kept reading cannot be judged: ${answer.error.message}`);
  return { ...answer.value, unit, readings, spec, limit, record: false, betterThanNew: betterThanNew(values, limit) };
}

const WORDS: Record<Verdict, string> = {
  new: "new range",
  serviceable: "serviceable",
  near: "near limit",
  undecided: "can't call",
  past: "past limit",
};

export const verdictWord = (verdict: Verdict | null): string => (verdict ? WORDS[verdict] : "no limit on file");

/** At most so many decimals as the gauge shows. */
export function figure(value: number, resolution = 0.01): string {
  const decimals = resolution > 0 ? Math.max(0, Math.min(4, Math.ceil(-Math.log10(resolution) - 1e-9))) : 3;
  return value.toFixed(decimals);
}

/** "past limit by 0.40 mm", "serviceable, 60 % of its wear used", "no limit on file: kept, not judged". */
export function verdictSentence(judged: Judged): string {
  if (judged.record) return "kept as it stands";
  const word = verdictWord(judged.verdict);
  const { limit, value, verdict, unit } = judged;
  if (verdict === null || limit === null) return `${word}: kept, not judged`;
  const resolution = judged.readings[0]?.body.gauge.resolution ?? 0.01;
  const beyond = Math.max((limit.serviceMin ?? -Infinity) - value, value - (limit.serviceMax ?? Infinity));
  const odd = judged.betterThanNew ? `; one reading ${judged.betterThanNew} the new range: right part?` : "";
  if (verdict === "past") return `${word} by ${figure(beyond, resolution)} ${unit}${odd}`;
  if (verdict === "undecided") {
    const about = limit.aboutBy ? ", which is itself only about so much" : "";
    return `${word}: within ±${figure(judged.expandedUncertainty, resolution / 10)} ${unit} of the limit${about}`;
  }
  if (verdict === "near" && limit.atLimit === "passes" && atLeast(beyond, -judged.expandedUncertainty)) {
    return `${word}: within ±${figure(judged.expandedUncertainty, resolution / 10)} ${unit} of it, which passes here${odd}`;
  }
  if (judged.usedFraction !== null && judged.usedFraction > 0) {
    return `${word}, ${Math.round(judged.usedFraction * 100)} % of its wear used${odd}`;
  }
  return `${word}${odd}`;
}

export function findingOf(state: JobState, point: InspectPoint, item: number) {
  const body: BodyOf<"finding_recorded"> | null = latest(state, slot.find(point.id, item).key, "finding_recorded");
  if (body === null) return null;
  return point.findings.find((finding) => finding.word === body.word) ?? null;
}

/** Items a decision covers: one, or the whole set for item 0. */
export function itemsOf(state: JobState, part: Part, item: number): number[] {
  if (item > 0) return [item];
  return Array.from({ length: countOf(state, part.id) }, (_, i) => i + 1);
}

export type Proposal = {
  decision: DecisionWord | null;
  because: string;
  /** Worn past its limit or grooved: it is no bare keep. Condemned: it is used no more. */
  worn: boolean;
  condemned: boolean;
};

const NOTHING_PAST = { worn: false, condemned: false };
/** Words by which a part is worn past what may stay. */
const WORN: ReadonlySet<string> = new Set(["grooved", "worn"]);

/** How strongly something speaks; the strongest names the reason, the earliest of equals. */
const WEIGHT = { condemned: 4, past: 3, undecided: 2, unknown: 1 } as const;

/** What a school that was answered proposes for a part, whatever its readings. */
function schoolProposal(bench: Bench, state: JobState, part: Part): Omit<Proposal, "worn" | "condemned"> | null {
  const facts = factsOf(bench, state);
  for (const { id } of bench.procedure.questions) {
    const said = wayOf(bench, state, id)?.proposes.find(
      (proposal) => proposal.part === part.id && holds(proposal.when, facts) === true,
    );
    if (said) return { decision: said.decision, because: said.because };
  }
  return null;
}

/**
 * What the readings and findings say should be done with an item or a set. The worst rules.
 * null where nothing may be proposed: no limit on file, or nothing read.
 */
export function proposalFor(bench: Bench, state: JobState, part: Part, item: number): Proposal {
  const items = itemsOf(state, part, item);
  let worst: Pick<Proposal, "decision" | "because"> & { weight: number } = { decision: "keep", because: "", weight: 0 };
  let condemned = false;
  let worn = false;
  let seen = false;
  let measured = false;
  let near: string | null = null;
  let nearFrom: number | null = null;
  const propose = (how: keyof typeof WEIGHT, because: string): void => {
    const weight = WEIGHT[how];
    if (weight > worst.weight) worst = { decision: how === "unknown" ? null : "renew", because, weight };
  };
  for (const point of activePoints(bench, state)) {
    // What is read going together or as proof cannot speak for the decision before it.
    if ((point.for ?? point.on) !== part.id || phaseOfStage(point.stage) === "left") continue;
    // Read at another part, all of what there is of that one speaks.
    const at = point.for === undefined ? part : partOf(bench.procedure, point.on);
    for (const i of at === part ? items : at ? itemsOf(state, at, 0) : [1]) {
      const name = at && countOf(state, at.id) > 1 ? nameOfItem(state, at, i) : point.name;
      if (point.kind === "inspect") {
        const finding = findingOf(state, point, i);
        if (finding === null) propose("unknown", `${name}: ${point.name.toLowerCase()} not looked at`);
        else {
          seen = true;
          const said = `${name}: ${findingWords(finding)}`;
          if (isCondemning(finding)) {
            condemned = true;
            propose("condemned", said);
          } else if (finding.leads === "renew" || finding.leads === "stop") {
            worn ||= WORN.has(finding.word);
            propose("past", said);
          }
          if (finding.leads === "watch") near ??= said;
        }
        continue;
      }
      // How something stood and how it was set speak for no part: the one is put back so, the other put right.
      if (point.spec === undefined || point.again) continue;
      const judged = judgeItem(state, point, i, "found");
      if (judged === null) {
        propose("unknown", `${name}: ${point.name.toLowerCase()} not measured`);
        continue;
      }
      seen = true;
      measured = true;
      const from = judged.limit?.nearFraction ?? NEAR_FRACTION;
      nearFrom = Math.min(nearFrom ?? from, from);
      const sentence = `${name}: ${verdictSentence(judged)}`;
      worn ||= judged.verdict === "past";
      if (judged.verdict === "past" || judged.verdict === "undecided") propose(judged.verdict, sentence);
      else if (judged.verdict === null) propose("unknown", sentence);
      else if (judged.verdict === "near") near ??= sentence;
    }
  }
  const school = schoolProposal(bench, state, part);
  // What nothing is read or looked at for goes by the school alone.
  if (!seen && !(school && worst.because === ""))
    return { ...NOTHING_PAST, decision: null, because: "nothing measured or looked at yet" };
  if (school && worst.weight < WEIGHT.past) return { ...NOTHING_PAST, ...school };
  if (worst.because !== "") {
    const set = item === 0 && worst.decision === "renew" ? part.decision?.because : undefined;
    const because = set ? `${worst.because}; ${set}` : worst.because;
    return { decision: worst.decision, because, worn, condemned };
  }
  return {
    ...NOTHING_PAST,
    decision: "keep",
    because:
      near ??
      (measured
        ? `inside the limits, less than ${Math.round((nearFrom ?? NEAR_FRACTION) * 100)} % of the wear used`
        : "looked at, nothing against it"),
  };
}

/** The decision that covers an item, whether taken for it or for its set. */
export function decisionFor(state: JobState, part: Part, item: number): BodyOf<"decision_taken"> | null {
  const key = slot.decide(part.id, part.decision?.scope === "each" ? item : 0).key;
  return latest(state, key, "decision_taken");
}

/** Whether what is used once as a rule goes on again, as somebody said who looked at the old one. */
const goesOnAgain = (state: JobState, { again }: Part): boolean =>
  again !== undefined && latest(state, slot.ask(again.question).key, "question_answered")?.word === again.word;

/** Whether an item goes back in as a new one. */
export function isRenewed(state: JobState, part: Part, item: number): boolean {
  return (part.singleUse && !goesOnAgain(state, part)) || decisionFor(state, part, item)?.decision === "renew";
}

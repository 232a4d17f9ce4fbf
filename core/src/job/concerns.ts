import type { Answer } from "../calculator/index.ts";
import {
  entryHolding,
  findingWords,
  type InspectPoint,
  isCondemning,
  type MeasurePoint,
  type Part,
  partOf,
  phaseOfStage,
  pointOf,
  type Point,
} from "../procedure/index.ts";
import { no } from "../task/answers.ts";
import { pointTaskId } from "../task/ids.ts";
import { slot } from "../task/lines.ts";
import { activeParts, activePoints } from "./applies.ts";
import type { Bench } from "./bench.ts";
import { type BodyOf, type DraftOf, type EventOf, FOLLOW_UPS, type FollowUp, type JobEvent } from "./events.ts";
import { PHASES, type Phase } from "./fields.ts";
import { loosenedBy } from "./fixed.ts";
import { countOf, type JobState, lastDay, latest, nameOfItem } from "./fold.ts";
import { decisionFor, isRenewed, judgeItem, verdictSentence } from "./judged.ts";
import { perState } from "./perState.ts";
import { goneAgain } from "./stops.ts";

/** What became of something that was found, by its line: the last that was said of it, and the owner's word on it. */
export type Concern = {
  /** The line that found it, and the slots of the same item that are looked at once more where it is put right. */
  event: string;
  slots: readonly string[];
  /** The point by its id, and which item of its part. */
  row: string;
  item: number;
  phase: Phase;
  text: string;
  /** How much it weighs: watched, past what may stay, or it stops the work. */
  weight: "watch" | "renew" | "stop";
  /** The part is used no more: renewed, repaired with its proof, or the machine goes back unreleased. */
  condemned: boolean;
  /** It will not wait: what is left so is left to a day, with the owner's word. */
  urgent: boolean;
  /** The task in which it was found. */
  task: string;
  /** The part that it speaks for, where that is worked on. */
  part: Part | undefined;
  /** Several of them here: a part line says how many. */
  count: number;
  followed: EventOf<"followed_up"> | null;
  owner: EventOf<"owner_said"> | null;
  /** The work that it led to, by id. */
  work: string | null;
};

const lineOf = (state: JobState, event: string): JobEvent | undefined => state.events.find(({ id }) => id === event);

/** Whether a line was said after another. */
const isSince = (line: JobEvent | undefined, other: JobEvent | undefined): boolean =>
  line !== undefined && other !== undefined && line.number > other.number;

const lastOf = (state: JobState, key: string): JobEvent | undefined => state.bySlot.get(key)?.at(-1);

/** Whether something is found or read once the part is in again: as left, or on the ride. */
const isAfterwards = ({ stage }: Point, phase: Phase): boolean => phase === "left" && stage !== "bench";

/**
 * A part about which something is decided in this work answers for what was found of it: renewed, left, or still to be
 * decided. What is found once it is in again is answered by no decision made before.
 */
function isDecided(
  state: JobState,
  point: Point,
  part: Part | undefined,
  item: number,
  found: Found & object,
): boolean {
  const afterwards = isAfterwards(point, found.phase);
  if (part?.singleUse === true && !afterwards) return true;
  if (!part?.decision) return false;
  const decided = lastOf(state, slot.decide(part.id, part.decision.scope === "each" ? item : 0).key);
  if (afterwards && !isSince(decided, lineOf(state, found.event))) return false;
  const decision = decisionFor(state, part, item)?.decision;
  return decision === undefined || decision === "renew" || (decision === "leave" && !found.condemned);
}

/** Whether a new one of a part that answers for a point went in since something was found there. */
function isRenewedSince(bench: Bench, state: JobState, { renewedWith = [] }: Point, event: string): boolean {
  const found = lineOf(state, event);
  return renewedWith.some((id) => {
    const part = partOf(bench.procedure, id);
    const entry = part && entryHolding(bench.procedure, id);
    if (!part || !entry || !isRenewed(state, part, 1)) return false;
    return isSince(lastOf(state, slot.fit(entry.id, 1).key), found);
  });
}

/** Whether the point that looks at the same once more, after a fill or a setting, found it well since. */
function isClosed({ procedure }: Bench, state: JobState, { closedBy }: Point, event: string): boolean {
  const last = closedBy === undefined ? undefined : pointOf(procedure, closedBy);
  const again = last && lastOf(state, slot.find(last.id, 1).key);
  return again?.body.type === "finding_recorded" && again.body.leads === "keep" && isSince(again, lineOf(state, event));
}

type Found = Pick<Concern, "event" | "slots" | "item" | "phase" | "text" | "weight" | "condemned" | "urgent"> | null;

/** What a finding is on, by name: the point, and which of several. */
function which(state: JobState, { name }: Point, part: Part | undefined, item: number): string {
  const count = part ? countOf(state, part.id) : 1;
  return part && count > 1 ? `${name.toLowerCase()}, ${nameOfItem(state, part, item)}` : name.toLowerCase();
}

function foundBySight(state: JobState, point: InspectPoint, part: Part | undefined, item: number): Found {
  const { key } = slot.find(point.id, item);
  const finding = latest(state, key, "finding_recorded");
  const leads = finding?.leads ?? "keep";
  if (!finding || leads === "keep") return null;
  const event = lastOf(state, key);
  // What was cleared for work was put right, and says how.
  if (!event || state.cleared.has(event.id)) return null;
  const today = point.findings.find(({ word }) => word === finding.word);
  return {
    ...{ condemned: today !== undefined && isCondemning(today), urgent: today?.urgent === true },
    ...{ event: event.id, slots: [key], item, phase: phaseOfStage(point.stage), weight: leads },
    text: `${which(state, point, part, item)}: ${findingWords(finding)}`,
  };
}

function foundByGauge(state: JobState, point: MeasurePoint, part: Part | undefined, item: number, phase: Phase): Found {
  // How something stood, and a setting that is put right and read again, are nothing to follow.
  if (point.spec === undefined || (point.again && phase === "found")) return null;
  const judged = judgeItem(state, point, item, phase);
  const weight = { near: "watch", past: "renew", undecided: "renew", new: null, serviceable: null } as const;
  const heavy = judged?.verdict ? weight[judged.verdict] : null;
  if (!judged || heavy === null) return null;
  const places = Array.from({ length: point.places }, (_, i) => slot.read(point.id, item, i + 1, phase).key);
  const slots = places.filter((one) => state.bySlot.has(one));
  const event = lastOf(state, slots.at(-1) ?? "");
  const text = `${which(state, point, part, item)}: ${verdictSentence(judged)}`;
  return event
    ? { ...{ event: event.id, slots, item, phase }, text, weight: heavy, condemned: false, urgent: false }
    : null;
}

/** Everything that was found and is not simply well, on any point, with what it led to. */
export const concernsOf = perState((bench, state): readonly Concern[] => {
  const active = activeParts(bench, state);
  // A work that was dropped answers for nothing any more.
  const added = [...state.added.values()].filter(({ body }) => !state.dropped.has(body.work));
  const works = new Map(added.map(({ body }) => [body.from, body.work]));
  return activePoints(bench, state).flatMap((point): Concern[] => {
    const on = partOf(bench.procedure, point.on);
    const meant = point.for === undefined ? on : partOf(bench.procedure, point.for);
    // What is not taken out this time is not decided about either.
    const part = active.some(({ id }) => id === meant?.id) ? meant : undefined;
    const items = Array.from({ length: on ? countOf(state, on.id) : 1 }, (_, i) => i + 1);
    const found = items.flatMap((item): (Found & object)[] => {
      if (point.kind === "inspect") return [foundBySight(state, point, on, item) ?? []].flat();
      const phases = phaseOfStage(point.stage) === "left" ? (["left"] as const) : PHASES;
      return phases.flatMap((phase) => foundByGauge(state, point, on, item, phase) ?? []);
    });
    return found.flatMap((one): Concern[] => {
      if (one.weight !== "stop" && isClosed(bench, state, point, one.event)) return [];
      if (one.weight !== "stop" && isRenewedSince(bench, state, point, one.event)) return [];
      if (one.weight !== "stop" && isDecided(state, point, part, point.for === undefined ? one.item : 1, one))
        return [];
      const followed = state.follows.findLast(({ body }) => body.event === one.event) ?? null;
      const owner = state.ownerSaid.get(one.event) ?? null;
      return [
        {
          ...{
            ...one,
            row: point.id,
            task: pointTaskId(point.kind, point.id, one.phase),
            part,
            count: items.length,
            followed,
          },
          ...{ owner: owner && followed && owner.number < followed.number ? null : owner },
          work: works.get(one.event) ?? null,
        },
      ];
    });
  });
});

/** Whether the owner was asked about it and has not answered. */
export const isAsked = ({ followed, owner }: Concern): boolean => followed?.body.way === "ask owner" && owner === null;

/** What became of it, in words; null where nothing was said yet. */
export function followedWords({ followed, owner, work }: Concern): string | null {
  if (work !== null) return "another work of this job";
  if (followed === null) return null;
  const { way, words, meter, on, count } = followed.body;
  switch (way) {
    case "put right":
      return `put right: ${words}`;
    case "renew":
      return `renew ${count ?? 1}: ${words}; to be fitted`;
    case "later work":
      return `to be done another time: ${words}`;
    case "watch":
      return `watched until ${[meter === null ? "" : String(meter), on ?? ""].filter(Boolean).join(" or ") || "the next job"}: ${words}`;
    case "leave":
      return `left: ${words}`;
    case "ask owner":
      return owner === null
        ? `the owner is asked: ${words}`
        : `${owner.body.name} (${owner.body.by}): ${owner.body.words}${owner.body.agreed ? "" : "; not now"}`;
  }
}

const WHILE_STOPPED: readonly FollowUp[] = ["put right", "renew", "ask owner"];
const URGENT: readonly FollowUp[] = ["put right", "renew", "watch", "ask owner"];

/** The ways that are open to a finding: what stops the work is put right, or the machine is not released. */
export const waysOn = ({ weight, condemned, urgent }: Concern): readonly FollowUp[] => {
  if (weight === "stop" || condemned) return WHILE_STOPPED;
  return urgent ? URGENT : FOLLOW_UPS;
};

/** Whether words say who was told and what was answered: "R. Keel: knows it, rides it to the quay only". */
export const saysWho = (words: string): boolean => /^[^:]{2,80}:\s*\S/u.test(words);

/** Whether what will not wait was answered: by a day until which it is watched, with the owner's word. */
export const isToADay = ({ followed }: Concern): boolean =>
  followed?.body.way === "watch" && followed.body.on !== null && saysWho(followed.body.words);

/** What comes back at the machine's next job, or when it is due: watched, left, put off, or nothing said of it. */
export const concernsLeft = (bench: Bench, state: JobState): Concern[] =>
  concernsOf(bench, state).filter(({ work, followed }) => work === null && followed?.body.way !== "put right");

/** Takes what a finding leads to, or says what would be right. */
export function acceptFollowUp(
  bench: Bench,
  state: JobState,
  draft: DraftOf<"followed_up">,
): Answer<BodyOf<"followed_up">> {
  const concern = concernsOf(bench, state).find(({ event }) => event === draft.event);
  if (!concern) return no("unsupported", "event", "That is not found here any more: look at it again.");
  if (!waysOn(concern).includes(draft.way)) {
    const message =
      concern.weight === "stop"
        ? `It stops the work: ${concern.text}. It is put right, or the machine is handed back.`
        : concern.condemned
          ? `It is used no more: ${concern.text}. It is renewed or repaired, or the machine is handed back.`
          : `It will not wait: ${concern.text}. It is put right, or watched until a day with the owner's word.`;
    return no("conflict", "way", message);
  }
  if (concern.urgent && draft.way === "watch") {
    if (draft.on === null) {
      return no("missing", "on", `It will not wait: ${concern.text}. Say until which day, such as ${lastDay(state)}.`);
    }
    if (!saysWho(draft.words)) {
      const like = "R. Keel: knows it, rides it to the quay only";
      return no("missing", "words", `Say who was told and what they answered, a colon between: ${like}.`);
    }
  }
  const opened = state.opened?.body;
  const stands = opened?.meter.value ?? null;
  if (draft.meter !== null && opened && stands !== null && draft.meter <= stands) {
    const message = `The meter stands at ${stands} ${opened.meter.unit}: a watch ends after that.`;
    return no("range", "meter", message);
  }
  if (draft.on !== null && draft.on <= lastDay(state)) {
    return no("range", "on", `${draft.on} is past: a watch ends after ${lastDay(state)}.`);
  }
  if (draft.way !== "watch" && (draft.meter !== null || draft.on !== null)) {
    return no("unsupported", "meter", "Only a watch ends at a meter or a day.");
  }
  const body: BodyOf<"followed_up"> = { ...draft, text: concern.text };
  // Put right it is looked at once more; both findings stay in the log.
  if (draft.way !== "put right") return { ok: true, value: body };
  const again = concern.weight === "stop" ? goneAgain(bench, state, lineOf(state, concern.event)) : [];
  const moved = loosenedBy(bench, state, concern.row);
  return { ok: true, value: { ...body, undoes: [...concern.slots, ...again, ...moved] } };
}

/** Takes the owner's word on what he was asked, or says what would be right. */
export function acceptOwnersWord(
  bench: Bench,
  state: JobState,
  draft: DraftOf<"owner_said">,
): Answer<BodyOf<"owner_said">> {
  const concern = concernsOf(bench, state).find(({ event }) => event === draft.event);
  if (!concern || concern.followed?.body.way !== "ask owner") {
    return no("conflict", "event", "The owner was asked nothing about that.");
  }
  return { ok: true, value: draft };
}

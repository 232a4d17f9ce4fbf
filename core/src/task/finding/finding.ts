import type { Answer } from "../../calculator/index.ts";
import { activePoints } from "../../job/applies.ts";
import type { Bench } from "../../job/bench.ts";
import type { Body, Draft, DraftOf } from "../../job/events.ts";
import { type Concern, concernsOf, followedWords, isToADay } from "../../job/concerns.ts";
import { setAnew } from "../../job/fixed.ts";
import { countOf, type JobState, latest } from "../../job/fold.ts";
import { offered, oneOf } from "../../job/oneOf.ts";
import { openStops } from "../../job/stops.ts";
import {
  conditionsIn,
  findingWords,
  type InspectPoint,
  phaseOfStage,
  pointOf,
  type Procedure,
} from "../../procedure/index.ts";
import { answeredWith, no, refused, yes } from "../answers.ts";
import { pointTaskId } from "../ids.ts";
import type { Hand, Kind, Line, LineAnswer, Look, OpenPoint } from "../kind.ts";
import { kindOfKey, slot, type SlotOf } from "../lines.ts";
import { itemNamed } from "../reading/names.ts";
import { firstOfEach } from "../tellApart.ts";

function acceptFinding({ bench, state }: Hand, draft: DraftOf<"finding_recorded">): Answer<Body> {
  const point = pointOf(bench.procedure, draft.point);
  if (point?.kind !== "inspect")
    return no("unsupported", "point", `"${draft.point}" is no inspected point of this job.`);
  const count = countOf(state, point.on);
  if (draft.item > count) return no("range", "item", `There are ${count} here; ${draft.item} is not one of them.`);
  const finding = point.findings.find((f) => f.word === draft.word);
  if (!finding) {
    return no(
      "range",
      "word",
      `"${draft.word}" is not a word here: one of ${point.findings.map((f) => f.word).join(", ")}.`,
    );
  }
  const stands = latest(state, slot.find(point.id, draft.item).key, "finding_recorded");
  if (stands?.leads === "stop" && finding.leads !== "stop") {
    const message = `It stops the work: ${findingWords(stands)}. Put it right and record what was done, then look again; a slip is struck.`;
    return no("conflict", "word", message);
  }
  const body = { ...draft, means: finding.means, leads: finding.leads };
  // What the ride finds reopens the setting that it speaks of.
  const undoes = setAnew(bench, state, finding.reopens ?? []);
  return yes(undoes.length === 0 ? body : { ...body, undoes });
}
/** What a word belongs to that another machine would have: a level by a method that this one does not have. */
function elsewhereFound(bench: Bench, state: JobState, point: InspectPoint, typed: string): string {
  const active = activePoints(bench, state);
  const other = bench.procedure.points.find(
    (p): p is InspectPoint =>
      p.kind === "inspect" &&
      p.name === point.name &&
      !active.includes(p) &&
      oneOf(
        typed,
        p.findings.map((f) => f.word),
      ) !== null,
  );
  return other ? ` That is how it is told ${other.ask}; this machine is told ${point.ask}.` : "";
}

const foundAs = (point: string, item: number, word: string): Draft => ({
  type: "finding_recorded",
  ...{ point, item, word },
});

/** "1*" on a walk round: the same of all that are left here; what is not well is said of each by itself. */
function allAlike(point: InspectPoint, typed: readonly string[]): InspectPoint["findings"][number] | null {
  const [only = "", ...more] = typed;
  if (point.swept !== true || more.length > 0 || !only.endsWith("*")) return null;
  const word = oneOf(
    only.slice(0, -1),
    point.findings.map((f) => f.word),
  );
  return point.findings.find((f) => f.word === word) ?? null;
}

function findSeveral(line: string, { waiting, bench, state }: Line, aim: SlotOf<"find">): LineAnswer {
  const point = pointOf(bench.procedure, aim.point);
  if (point?.kind !== "inspect") return refused("Nothing is inspected here.");
  const words = point.findings.map((f) => f.word);
  const typed = line.split(/\s+/).filter((t) => t !== "");
  const offer = offered(words);
  if (typed.length === 0) return refused(`Say which: ${offer}.`);
  const items = waiting.filter((s): s is SlotOf<"find"> => s.kind === "find" && s.point === aim.point);
  const alike = allAlike(point, typed);
  if (alike !== null) {
    if (alike.leads === "keep") {
      return { kind: "drafts", drafts: items.map(({ item }) => foundAs(point.id, item, alike.word)) };
    }
    return refused(`Only what is well is said of all at once: "${alike.word}" is said of each by itself.`);
  }
  if (typed.length > items.length) return refused(`${typed.length} words for ${items.length} left: nothing is kept.`);
  const drafts: Draft[] = [];
  for (const [i, t] of typed.entries()) {
    const word = oneOf(t, words);
    if (word === null) return refused(`"${t}" is not one of: ${offer}.${elsewhereFound(bench, state, point, t)}`);
    drafts.push(foundAs(point.id, items[i]?.item ?? aim.item, word));
  }
  return { kind: "drafts", drafts };
}
/** Whether something is found once the work is done, on the ride or as its proof: not well, it holds the release. */
const isProof = ({ stage, swept }: Pick<InspectPoint, "stage" | "swept">): boolean => stage === "prove" && !swept;

/** What nobody signs for: a part that is used no more, and what is left to no day. */
function heldFinding({ event, text, task, condemned }: Concern): OpenPoint {
  const next = condemned
    ? "it is renewed or repaired, or the machine goes back unreleased"
    : "put right, or watched until a day with the owner’s word";
  return { key: `held:${event}`, group: "look again", text: `${text}; ${next}`, task, hard: true };
}

/** Looked at and found to need something, and nothing said yet that answers for it. */
function doubtfulFindings({ bench, state }: Look): OpenPoint[] {
  return concernsOf(bench, state).flatMap((concern): OpenPoint[] => {
    const { row, item, slots, text, weight, task, part } = concern;
    const [key = ""] = slots;
    const point = pointOf(bench.procedure, row);
    const proof = point?.kind === "inspect" && isProof(point);
    if (kindOfKey(key) !== "find" || weight === "stop" || concern.work !== null) return [];
    if (concern.condemned || (concern.urgent && !isToADay(concern))) return [heldFinding(concern)];
    if (!proof && (weight === "watch" || part?.decision)) return [];
    const word = findingWord(state, key);
    // Told under the key that it always had, so that what was signed stays signed.
    const of = item === 1 ? `${row}:${word}` : `${row}:${word}:${item}`;
    const said = followedWords(concern);
    return [
      {
        key: said === null ? `found:${of}` : `found:${of}:${concern.followed?.id ?? ""}`,
        group: concern.followed?.body.way === "renew" ? "fit" : "look again",
        text: said === null ? text : `${text}; ${said}`,
        task,
        hard: false,
      },
    ];
  });
}

const findingWord = (state: JobState, key: string): string => latest(state, key, "finding_recorded")?.word ?? "";

function stoppedWork({ bench, state }: Look): OpenPoint[] {
  return openStops(bench, state).map(({ event, text, putRight }) => {
    const point = pointOf(bench.procedure, event.body.point);
    return {
      key: `stop:${event.id}`,
      group: "stop work",
      text: putRight ? `${text}; put right, ${putRight.body.words}: look at it once more` : text,
      task: pointTaskId("inspect", event.body.point, phaseOfStage(point?.stage ?? "apart")),
      hard: true,
    };
  });
}
/** Findings that conditions tell apart, without those that stop the work: a stop is cleared by hand, not by a procedure. */
function findingsThatDiffer(procedure: Procedure, point: InspectPoint): string[] {
  const named = conditionsIn(procedure).filter((c) => c.fact === `finding:${point.id}`);
  const words = point.findings.filter((f) => f.leads !== "stop").map((f) => f.word);
  return firstOfEach(words, (word) => JSON.stringify(named.map((c) => c.is.includes(word))));
}
export const finding: Kind<"find", "finding_recorded", "inspect"> = {
  slots: {
    find: {
      named: itemNamed,
      drafted: findSeveral,
      hinted: ({ procedure }, _, s, waiting) => {
        const left = waiting.filter((one) => one.kind === "find" && one.point === s.point).length;
        if (left < 2) return { hint: "first letters or number" };
        const all = pointOf(procedure, s.point)?.swept ? `; with * for all ${left}` : "";
        return { hint: `first letters or number, several one after the other${all}` };
      },
      rehearsed: ({ bench: { procedure }, one }, s) => {
        const fact = `finding:${s.point}`;
        const point = pointOf(procedure, s.point);
        if (point?.kind !== "inspect" || !conditionsIn(procedure).some((c) => c.fact === fact)) return "1";
        return one(fact, findingsThatDiffer(procedure, point));
      },
      shapes: true,
    },
  },
  lines: {
    finding_recorded: {
      accepted: acceptFinding,
      said: (bench, state, body) => answeredWith(itemNamed(bench, state, body), findingWords(body)),
      badness: (_, __, body) => ({ keep: 0, watch: 2, renew: 4, stop: 5 })[body.leads ?? "keep"],
    },
  },
  tasks: { inspect: { word: "look", open: "measure", undone: "proven again" } },
  open: (look) => [...stoppedWork(look), ...doubtfulFindings(look)],
};

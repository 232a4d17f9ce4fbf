import { type Answer, atLeast, atMost } from "../../calculator/index.ts";
import { fastenerCastle, fastenerSequence, looksLikeCard } from "../../fastener/index.ts";
import { activeSpine, lockingOf } from "../../job/applies.ts";
import type { Bench, Wrench } from "../../job/bench.ts";
import { notYetFixed } from "../../job/fixed.ts";
import type { Body, BodyOf, Draft, DraftOf } from "../../job/events.ts";
import { countOf, type JobState, nameOfItem } from "../../job/fold.ts";
import { numbers, type Sketch } from "../../job/task.ts";
import { entryOf, type FastenerEntry, locksOf } from "../../procedure/index.ts";
import { quantityParse } from "../../quantity/index.ts";
import { no, refused, yes } from "../answers.ts";
import { oddAt, oddWords, placesOf } from "../count/tray.ts";
import { taskId } from "../ids.ts";
import type { Doubted, Hand, Kind, Line, LineAnswer, Look, OpenPoint } from "../kind.ts";
import { type Slot, slot, type SlotOf } from "../lines.ts";
import { doubted, OFF } from "../reading/doubt.ts";
import { sayCard } from "./card.ts";
import { acceptOtherwise, biggest, otherwiseWords, saidOtherwise, tightenedOtherwise } from "./otherwise.ts";
import {
  bandOf,
  dialNm,
  factorOf,
  multipliedWords,
  NO_TORQUE,
  passesOf,
  pullsOf,
  pullVerdict,
  torqueSpecAt,
  torqueSpecFor,
  wrenchFor,
} from "./torque.ts";
import { percentWords, type TorqueSpec } from "../../spec/index.ts";

/**
 * Passes in order, each over every place in the pattern's order. A cross needs an even count of four or more; a model
 * with another count is pulled in a star. Common practice, no source.
 */
export function pullSlots(bench: Bench, state: JobState, entry: FastenerEntry): Slot[] {
  const stagesPercent = [...passesOf(bench, state, entry)];
  const count = countOf(state, entry.id);
  const pattern = entry.torque.pattern === "cross" && (count < 4 || count % 2 === 1) ? "star" : entry.torque.pattern;
  const answer = fastenerSequence({ count, pattern, stagesPercent });
  if (!answer.ok) throw new Error(`${entry.id}: ${answer.error.message}`);
  return answer.value.passes.flatMap((pass, p) => pass.order.map((place) => slot.pull(entry.id, place, p + 1)));
}

/** Torque and lock of a group; held back until another entry is in where the procedure says so. */
export function torqueTasks(
  bench: Bench,
  state: JobState,
  entry: FastenerEntry,
  stage: "together" | "prove" = "together",
): Sketch[] {
  const torque: Sketch = {
    id: taskId("torque", entry.id),
    stage,
    kind: "torque",
    title: `${entry.name}: torque`,
    do: (stage === "prove" && entry.torque.proof?.before) || entry.torque.before,
    caution: entry.torque.caution,
    tools: entry.together.tools,
    entry: entry.id,
    slots: pullSlots(bench, state, entry),
  };
  const locking = lockingOf(bench, state, entry);
  if (!locking) return [torque];
  const lock: Sketch = {
    id: taskId("lock", entry.id),
    stage,
    kind: "lock",
    title: `${entry.name}: lock`,
    do: locking.do,
    entry: entry.id,
    slots: numbers(countOf(state, entry.id)).map((place) => slot.lock(entry.id, place)),
  };
  return [torque, lock];
}
function acceptOut({ bench, state, answered }: Hand, draft: DraftOf<"fastener_out">): Answer<Body> {
  const entry = entryOf(bench.procedure, draft.entry);
  if (entry?.kind !== "fasteners" || entry.tray !== "by place") {
    return no("unsupported", "entry", `"${draft.entry}" is no group of fasteners with places of their own.`);
  }
  const count = countOf(state, entry.id);
  if (draft.place > count) return no("range", "place", `There are ${count}; ${draft.place} is not one of them.`);
  if (answered(slot.out(entry.id, draft.place))) {
    return no("conflict", "place", `${entry.one} ${draft.place} is out already.`);
  }
  return yes(draft);
}

/** The group that a pull is one of, where it may be tightened by now, or what would be right. */
function groupPulled(
  { bench, state, tasks, answered, skipped }: Hand,
  draft: { entry: string; place: number; pass: number },
): Answer<FastenerEntry> {
  const entry = entryOf(bench.procedure, draft.entry);
  if (entry?.kind !== "fasteners") return no("unsupported", "entry", `"${draft.entry}" is no group of fasteners.`);
  const count = countOf(state, entry.id);
  if (draft.place > count) return no("range", "place", `There are ${count}; ${draft.place} is not one of them.`);
  const passes = passesOf(bench, state, entry);
  if (draft.pass > passes.length) return no("range", "pass", `There are ${passes.length} passes.`);
  const started = tasks
    .find((task) => task.id === taskId("fit", entry.id))
    ?.slots.every((s) => answered(s) || skipped(s));
  if (!started) {
    return no("conflict", "entry", `Start every ${entry.one} by hand before any is tightened.`);
  }
  const moved = notYetFixed(bench, state, entry);
  return moved === null ? { ok: true, value: entry } : no("conflict", "entry", moved);
}

function acceptTightened(hand: Hand, draft: DraftOf<"fastener_tightened">): Answer<Body> {
  const group = groupPulled(hand, draft);
  return group.ok ? acceptOtherwise(hand.bench, hand.state, group.value, draft) : group;
}

function acceptPull(hand: Hand, draft: DraftOf<"torque_applied">): Answer<Body> {
  const group = groupPulled(hand, draft);
  if (!group.ok) return group;
  const { bench, state } = hand;
  const entry = group.value;
  const passes = passesOf(bench, state, entry);
  const percent = passes[draft.pass - 1] ?? 100;
  const spec = torqueSpecAt(bench, state, entry, draft.place);
  if (!spec) return no("missing", "spec", NO_TORQUE);
  const wrench = bench.wrenches.find((w) => w.id === draft.wrench);
  if (!wrench) return no("unsupported", "wrench", `"${draft.wrench}" is no wrench of this shop.`);
  const setting = dialNm(wrench, spec.targetNm);
  if (!atLeast(setting, wrench.minNm) || !atMost(setting, wrench.maxNm)) {
    const needs = wrench.multiplier ? `${Number(setting.toFixed(1))} on it` : String(spec.targetNm);
    return no(
      "range",
      "wrench",
      `${wrench.name} covers ${wrench.minNm} to ${wrench.maxNm} N·m; this needs ${needs}. Use another wrench.`,
    );
  }
  const read = quantityParse({ text: draft.text, kind: "torque", unit: "N.m" });
  if (!read.ok) return read;
  if (read.value.valueInBase <= 0) return no("range", "text", "A torque must be above 0 N·m.");
  // What was begun in other passes than the book says by now goes on in them, and says so.
  const says = spec.passesPercent ?? entry.torque.stagesPercent;
  const asBegun = String(says) === String(passes) ? spec : { ...spec, passesPercent: [...passes] };
  const valueNm = read.value.valueInBase * factorOf(wrench);
  return yes({ ...draft, valueNm, aimNm: bandOf(spec, percent).aimNm, wrench, spec: asBegun });
}

/** A castle nut goes on to its next slot, never back; how far is worked out here. */
function acceptLock({ bench, state, skipped }: Hand, draft: DraftOf<"fastener_locked">): Answer<Body> {
  const entry = entryOf(bench.procedure, draft.entry);
  const locking = entry?.kind === "fasteners" ? lockingOf(bench, state, entry) : null;
  if (entry?.kind !== "fasteners" || !locking) {
    return no("unsupported", "entry", `Nothing locks "${draft.entry}".`);
  }
  const count = countOf(state, entry.id);
  if (draft.place > count) return no("range", "place", `There are ${count}; ${draft.place} is not one of them.`);
  const last = passesOf(bench, state, entry).length;
  const pull = slot.pull(entry.id, draft.place, last);
  // What became of its torque is answered for by itself; that it is locked is recorded all the same.
  if (!state.bySlot.has(pull.key) && !skipped(pull)) {
    const message = `Tighten ${entry.one} ${draft.place} first and say how, by wrench or by feel; then lock it.`;
    return no("conflict", "entry", message);
  }
  if (locking.kind !== "cotter") {
    if (draft.pastDeg !== null) return no("conflict", "pastDeg", "Only a castle nut goes on to a slot.");
    return yes({ ...draft, how: locking.kind, tightenedDeg: null });
  }
  const { slots, crossHoles } = locking;
  const castle = fastenerCastle({ slots, crossHoles, pastDeg: draft.pastDeg ?? 0 });
  if (!castle.ok) return castle;
  return yes({ ...draft, how: "cotter", tightenedDeg: castle.value.tightenDeg });
}
/** Whether the fasteners of some places are all the same by the book, so that one word can tell of them. */
const alike = (book: ReturnType<typeof placesOf>, places: readonly { place: number }[]): boolean =>
  new Set(places.map(({ place }) => `${book[place - 1]?.lengthMm ?? ""} ${book[place - 1]?.under ?? ""}`)).size === 1;

/** Lengths, each with what lay under the head, for one place after the other: "25 25 washer 40". Enter: as the book says. */
function takeOut(line: string, { bench, state, waiting }: Line, aim: SlotOf<"out">): LineAnswer {
  const entry = entryOf(bench.procedure, aim.entry);
  if (entry?.kind !== "fasteners") return refused("Nothing comes out here.");
  if (looksLikeCard(line)) return sayCard(line, entry.id);
  const book = placesOf(bench, entry, countOf(state, entry.id));
  const asBook = (place: number) => ({
    lengthMm: book[place - 1]?.lengthMm ?? null,
    under: book[place - 1]?.under ?? null,
  });
  const draft = (place: number, found: { lengthMm: number | null; under: string | null }): Draft => ({
    type: "fastener_out",
    entry: entry.id,
    place,
    ...found,
  });
  if (line === "") return { kind: "drafts", drafts: [draft(aim.place, asBook(aim.place))] };
  const places = waiting.filter((s): s is SlotOf<"out"> => s.kind === "out" && s.entry === aim.entry);
  if (/^all$/i.test(line)) {
    if (!alike(book, places)) {
      return refused(
        "They are not alike: each is looked at as it comes out. Type their lengths, 25 25 40, or Enter for one as the book says.",
      );
    }
    return { kind: "drafts", drafts: places.map(({ place }) => draft(place, asBook(place))) };
  }
  const found: { lengthMm: number; under: string | null }[] = [];
  for (const token of line.split(/\s+/)) {
    const last = found[found.length - 1];
    const read = quantityParse({ text: token, kind: "length", unit: "mm" });
    if (read.ok && read.value.valueInBase > 0) found.push({ lengthMm: read.value.valueInBase, under: null });
    else if (last && /^[a-z]/i.test(token)) last.under = last.under === null ? token : `${last.under} ${token}`;
    else return refused(`"${token}" is no length: type 25, or 25 washer, or several: 25 25 40.`);
  }
  if (found.length > places.length) {
    return refused(`${found.length} lengths for ${places.length} places left: nothing is kept.`);
  }
  return { kind: "drafts", drafts: found.map((one, i) => draft(places[i]?.place ?? aim.place, one)) };
}

/** Every pull of a pass that is left, alike: "all", or with what each read: "24 all". */
const SET = /(?:^|\s)all$/i;

/**
 * One word for what is left of a pass, each pull kept by itself. The first pull of a group is made alone, so that its feel
 * is known, and one that stands out is said alone: a set is inside its band.
 */
function pullSet(
  typed: string,
  { bench, state, waiting }: Line,
  aim: SlotOf<"pull">,
  by: { entry: FastenerEntry; spec: TorqueSpec; wrench: Wrench },
): LineAnswer {
  const { entry, spec, wrench } = by;
  if (!isBegun(bench, state, entry)) return refused(firstAlone(entry));
  const band = bandOf(spec, passesOf(bench, state, entry)[aim.pass - 1] ?? 100);
  const text = isClick(typed) ? dialText(wrench, band) : typed;
  const read = quantityParse({ text, kind: "torque", unit: "N.m" });
  if (!read.ok) {
    return refused(`"${text}" is no torque: type all, or what each read, such as ${dialText(wrench, band)} all.`);
  }
  if (pullVerdict(read.value.valueInBase * factorOf(wrench), band) !== "in band") {
    const inside = `${band.minNm.toFixed(1)} to ${band.maxNm.toFixed(1)} N·m`;
    return refused(`${text} is not inside ${inside}: what stands out is said pull by pull.`);
  }
  // A place whose thread was mended has a torque of its own, and is pulled by itself.
  const alike = ({ place }: { place: number }): boolean =>
    torqueSpecAt(bench, state, entry, place)?.targetNm === spec.targetNm;
  const left = waiting.filter((s): s is SlotOf<"pull"> => s.kind === "pull" && s.pass === aim.pass && alike(s));
  const set = left.length > 1 ? ({ set: true } as const) : {};
  return {
    kind: "drafts",
    drafts: left.map(({ place, pass }): Draft => ({
      ...{ type: "torque_applied", entry: entry.id, place, pass, text, wrench: wrench.id },
      ...set,
    })),
  };
}

/** What a wrench is set to for a pass. */
const dialText = (wrench: Wrench, { aimNm }: { aimNm: number }): string =>
  String(Number(dialNm(wrench, aimNm).toFixed(wrench.multiplier ? 1 : 3)));

const isBegun = (bench: Bench, state: JobState, entry: FastenerEntry): boolean =>
  pullsOf(bench, state, entry).some(({ pulls, otherwise }) => pulls.length > 0 || otherwise !== null);

const firstAlone = ({ one }: FastenerEntry): string =>
  `The first ${one} is pulled by itself: its feel is known then. "all" takes the others.`;

/** The wrench clicked at its setting: Enter, or its own letter where an Enter alone would be too little. */
const CLICK = "k";
const isClick = (typed: string): boolean => typed === "" || typed.toLowerCase() === CLICK;

/** Where no wrench is at hand, as in the snow: one word for what is left of the group; it proves nothing and comes back. */
const FEEL = "feel";
const BY_FEEL = "tightened by feel";

function pull(line: string, typing: Line, aim: SlotOf<"pull">): LineAnswer {
  const { bench, state } = typing;
  const entry = entryOf(bench.procedure, aim.entry);
  if (entry?.kind !== "fasteners") return refused("Nothing is tightened here.");
  if (line.toLowerCase() === FEEL) {
    const left = typing.waiting.filter((s) => s.kind === "pull" && s.entry === entry.id);
    return { kind: "drafts", drafts: left.map(({ key }) => ({ type: "slot_skipped", slot: key, reason: BY_FEEL })) };
  }
  if (looksLikeCard(line)) return sayCard(line, entry.id);
  const spec = torqueSpecAt(bench, state, entry, aim.place);
  const ofPass = typing.waiting.filter((s): s is SlotOf<"pull"> => s.kind === "pull" && s.pass === aim.pass);
  const all = SET.test(line);
  const typed = line.replace(SET, "").trim();
  const otherwise = saidOtherwise(typed, typing, aim, { entry, left: all ? ofPass : [aim] });
  if (otherwise !== null) return all && !isBegun(bench, state, entry) ? refused(firstAlone(entry)) : otherwise;
  if (!spec) return refused(NO_TORQUE);
  const { best, sentence } = wrenchFor(bench, entry, typing.wrench, spec);
  if (best === null) return refused(sentence);
  if (all) return pullSet(typed, typing, aim, { entry, spec, wrench: best });
  const band = bandOf(spec, passesOf(bench, state, entry)[aim.pass - 1] ?? 100);
  if (line === "" && entry.holds !== undefined) {
    const set = dialText(best, band);
    return refused(
      `Enter alone tightens no ${entry.one}: type ${CLICK} where the wrench clicked at ${set}, or what it read.`,
    );
  }
  const text = isClick(line) ? dialText(best, band) : line;
  return {
    kind: "drafts",
    drafts: [{ type: "torque_applied", entry: entry.id, place: aim.place, pass: aim.pass, text, wrench: best.id }],
  };
}

/** How a fastener is kept from turning, in words, by what locks it. */
export const lockedWords = (how: string): string =>
  how === "self-locking"
    ? "held by its own thread"
    : how === "as found"
      ? "locked as it came, new"
      : `locked by ${how}`;

/** Whether a group goes on to a slot and is pinned there. */
function isCastle(bench: Bench, state: JobState, id: string): boolean {
  const entry = groupOf(bench, id);
  return entry !== null && lockingOf(bench, state, entry)?.kind === "cotter";
}

function lock(line: string, { bench, state }: Line, aim: SlotOf<"lock">): LineAnswer {
  const castle = isCastle(bench, state, aim.entry);
  if (line !== "" && !castle) return refused("Enter alone: it is locked.");
  const read = line === "" ? null : quantityParse({ text: line, kind: "angle", unit: "deg" });
  if (read && !read.ok) return refused("Degrees turned past the last slot, such as 20; Enter when a slot lines up.");
  return {
    kind: "drafts",
    drafts: [{ type: "fastener_locked", entry: aim.entry, place: aim.place, pastDeg: read?.value.valueInBase ?? null }],
  };
}

function pullVerdictOf(bench: Bench, { entry: id, pass, spec, valueNm }: BodyOf<"torque_applied">): string {
  const entry = entryOf(bench.procedure, id);
  if (spec.kind !== "torque" || entry?.kind !== "fasteners") return "";
  return pullVerdict(valueNm, bandOf(spec, (spec.passesPercent ?? entry.torque.stagesPercent)[pass - 1] ?? 100));
}

function outSentence(bench: Bench, state: JobState, body: BodyOf<"fastener_out">): string {
  const name = placeName(bench, state, body);
  const entry = entryOf(bench.procedure, body.entry);
  const book =
    entry?.kind === "fasteners" ? placesOf(bench, entry, countOf(state, entry.id))[body.place - 1] : undefined;
  const odd = book ? oddWords({ ...body, bookMm: book.lengthMm, bookUnder: book.under }) : null;
  if (odd !== null) return `${name} out: ${odd}`;
  const found = [body.lengthMm === null ? "" : `${body.lengthMm} mm`, body.under ?? ""].filter(Boolean).join(", ");
  return `${name} out${found ? `: ${found}` : ""}`;
}
function badPulls({ bench, state }: Look): OpenPoint[] {
  return activeSpine(bench, state)
    .filter((entry): entry is FastenerEntry => entry.kind === "fasteners")
    .flatMap((entry) =>
      pullsOf(bench, state, entry)
        .filter(({ verdict }) => verdict !== null && verdict !== "in band")
        .map(({ place, pass, pulls, verdict }): OpenPoint => {
          const last = pulls[pulls.length - 1]?.body;
          const far = last ? `, ${percentWords(last.valueNm, last.aimNm)}` : "";
          return {
            key: `band:${entry.id}:${place}:${pass}:${pulls.length}`,
            group: "torque",
            text: `${entry.one} ${place}, pass ${pass}: ${verdict}, ${last?.valueNm.toFixed(1)} of ${last?.aimNm.toFixed(1)} N·m${far}`,
            task: taskId("torque", entry.id),
            hard: false,
          };
        }),
    );
}

/** Fasteners of another length, or with something else under them, than the book has: until the right one is in, or a lead answers. */
function oddFasteners({ bench, state }: Look): OpenPoint[] {
  return activeSpine(bench, state).flatMap((entry): OpenPoint[] => {
    if (entry.kind !== "fasteners" || entry.tray !== "by place") return [];
    return numbers(countOf(state, entry.id)).flatMap((place): OpenPoint[] => {
      const odd = oddAt(bench, state, entry.id, place);
      if (odd === null) return [];
      const text = `${nameOfItem(state, entry, place)}: ${odd}`;
      return [
        {
          key: `odd:${entry.id}:${place}:${odd}`.slice(0, 200),
          group: "tray",
          text,
          task: taskId("fit", entry.id),
          hard: false,
        },
      ];
    });
  });
}

/** Fasteners pulled by a figure that is only a guess: shown, kept, but no proof; a lead answers for it. */
function guessedTorques({ bench, state }: Look): OpenPoint[] {
  return activeSpine(bench, state).flatMap((entry): OpenPoint[] => {
    if (entry.kind !== "fasteners") return [];
    const guess = pullsOf(bench, state, entry)
      .flatMap(({ pulls }) => pulls)
      .find(({ body }) => body.spec.source.grade === "guess");
    if (!guess || guess.body.spec.kind !== "torque") return [];
    return [
      {
        key: `guess:${entry.id}:${guess.body.spec.targetNm}`,
        group: "torque",
        text: `${entry.name.toLowerCase()}: ${guess.body.spec.targetNm} N·m is a guess and signs nothing off; find the maker's figure`,
        task: taskId("torque", entry.id),
        hard: false,
      },
    ];
  });
}
const groupOf = (bench: Bench, id: string): FastenerEntry | null => {
  const entry = entryOf(bench.procedure, id);
  return entry?.kind === "fasteners" ? entry : null;
};
const placeName = (bench: Bench, state: JobState, s: { entry: string; place: number }): string => {
  const entry = groupOf(bench, s.entry);
  return entry ? nameOfItem(state, entry, s.place) : s.entry;
};

/** A pull beyond belief: what no hand does is asked back; one that only went too far is told by its band. */
function doubtedPull(bench: Bench, state: JobState, draft: DraftOf<"torque_applied">): Doubted | null {
  const entry = groupOf(bench, draft.entry);
  const spec = entry && torqueSpecAt(bench, state, entry, draft.place);
  if (!entry || !spec) return null;
  const { aimNm, minNm, maxNm } = bandOf(spec, passesOf(bench, state, entry)[draft.pass - 1] ?? 100);
  const spread = (aimNm * spec.tolerancePercent * BANDS) / 100;
  // As it is read on the wrench, whatever its multiplier makes of it.
  const wrench = bench.wrenches.find(({ id }) => id === draft.wrench);
  const shown = (nm: number): number => (wrench ? dialNm(wrench, nm) : nm);
  return doubted(
    { text: draft.text, kind: "torque", unit: "N.m", tool: "wrench" },
    { kind: "range", serviceMin: shown(minNm), serviceMax: shown(maxNm) },
    { min: shown(aimNm - spread), max: shown(aimNm + spread) },
    { min: shown(aimNm / OFF), max: shown(aimNm * OFF) },
  );
}
/** A pull this many tolerances off its aim is still believed to be a pull. */
const BANDS = 2;
export const fasteners: Kind<
  "out" | "pull" | "lock",
  "fastener_out" | "torque_applied" | "fastener_tightened" | "fastener_locked",
  "torque" | "lock"
> = {
  slots: {
    out: {
      named: placeName,
      drafted: takeOut,
      hinted: (bench, state, s, waiting) => {
        const entry = groupOf(bench, s.entry);
        const book = entry ? placesOf(bench, entry, countOf(state, entry.id)) : [];
        const left = waiting.flatMap((one) => (one.kind === "out" ? [one] : []));
        const set = left.length > 1 && alike(book, left);
        const one = book[s.place - 1]?.lengthMm == null ? "it is out" : "as the book says";
        return {
          hint: `Enter: ${one}${set ? "; all" : ""}; or 25, or 25 washer; M6x25 h8 says what they are`,
          words: set ? ["all"] : [],
        };
      },
      rehearsed: () => "",
      shapes: false,
    },
    pull: {
      named: (bench, _, s) => {
        const entry = groupOf(bench, s.entry);
        return entry ? `${entry.one} ${s.place}, pass ${s.pass}` : s.entry;
      },
      drafted: pull,
      hinted: (bench, state, s, waiting) => {
        const entry = groupOf(bench, s.entry);
        const left = waiting.filter((one) => one.kind === "pull" && one.pass === s.pass).length;
        const set = entry !== null && isBegun(bench, state, entry) && left > 1;
        const rest = set ? `; all: the ${left} left of this pass` : "";
        const more = set ? ["all"] : [];
        if (entry === null || torqueSpecAt(bench, state, entry, s.place) === null) {
          return { hint: `what the wrench was set to, or 90 deg${rest}; feel: no wrench at hand`, words: more };
        }
        const held = entry.holds !== undefined;
        const click = held ? `${CLICK}: the wrench clicked at its setting` : "Enter: clicked at the setting";
        const most = wrenchFor(bench, entry).best === null ? biggest(bench) : null;
        const beyond = most === null ? "" : `; ${Number(most.maxNm.toFixed(1))} leaned: beyond the wrench`;
        return {
          hint: `${click}; or the value${rest}; feel: no wrench at hand${beyond}`,
          words: held ? [CLICK, ...more] : more,
        };
      },
      rehearsed: () => CLICK,
      shapes: false,
      hard: (bench, s) => {
        const entry = groupOf(bench, s.entry);
        const blocks = entry?.holds !== undefined || entry?.torque.hard === true;
        const spec = entry && blocks ? torqueSpecFor(bench, entry) : null;
        if (!entry || !spec || wrenchFor(bench, entry).best === null) return false;
        return s.pass === (spec.passesPercent ?? entry.torque.stagesPercent).length;
      },
      wrenches: (bench, s) => {
        const entry = groupOf(bench, s.entry);
        return entry ? wrenchFor(bench, entry).able : [];
      },
    },
    lock: {
      named: placeName,
      drafted: lock,
      hinted: (bench, state, s) => ({
        hint: isCastle(bench, state, s.entry) ? "Enter: locked; or degrees past the last slot" : "Enter: locked",
      }),
      rehearsed: () => "",
      shapes: false,
      hard: (bench, s) => {
        const entry = groupOf(bench, s.entry);
        return entry !== null && locksOf(entry).length > 0;
      },
    },
  },
  lines: {
    fastener_out: {
      accepted: acceptOut,
      said: outSentence,
      badness: (bench, state, body) => (outSentence(bench, state, body).includes("the book says") ? 4 : 0),
    },
    torque_applied: {
      accepted: acceptPull,
      said: (bench, state, body) => {
        const name = fasteners.slots.pull.named(bench, state, slot.pull(body.entry, body.place, body.pass));
        const set = body.set ? ", said as a set" : "";
        const verdict = pullVerdictOf(bench, body);
        const far = ["", "in band"].includes(verdict) ? "" : `: ${percentWords(body.valueNm, body.aimNm)}`;
        const by = body.wrench.multiplier ? `, ${body.text} on the wrench, ${multipliedWords(body.wrench)}` : "";
        return `${name}: ${body.valueNm.toFixed(1)} N·m, ${verdict}${far}${by}${set}`;
      },
      badness: (bench, _, body) => (body.spec.kind === "torque" && pullVerdictOf(bench, body) !== "in band" ? 4 : 0),
      doubted: doubtedPull,
    },
    fastener_tightened: {
      accepted: acceptTightened,
      said: (bench, state, body) => {
        const name = fasteners.slots.pull.named(bench, state, slot.pull(body.entry, body.place, body.pass));
        return `${name}: ${otherwiseWords(body)}${body.set ? ", said as a set" : ""}`;
      },
      badness: () => 2,
    },
    fastener_locked: {
      accepted: acceptLock,
      said: (bench, state, body) => {
        const on = body.tightenedDeg ? `, on by ${Math.round(body.tightenedDeg)}° to the next slot, never back` : "";
        return `${placeName(bench, state, body)}: ${lockedWords(body.how)}${on}`;
      },
    },
  },
  tasks: {
    torque: { word: "torque", open: "torque", undone: "with its entry" },
    lock: { word: "lock", open: "torque", undone: "with its entry" },
  },
  open: (look) => [...badPulls(look), ...guessedTorques(look), ...tightenedOtherwise(look), ...oddFasteners(look)],
};

import type { Answer } from "../../calculator/index.ts";
import { facingOf, goingIn, wayOf } from "../../job/applies.ts";
import type { Bench } from "../../job/bench.ts";
import type { Body, Draft, DraftOf } from "../../job/events.ts";
import { countOf, type JobState, latest, nameOfItem } from "../../job/fold.ts";
import { isRenewed } from "../../job/judged.ts";
import { numbers, type Sketch } from "../../job/task.ts";
import { type Entry, entryOf } from "../../procedure/index.ts";
import { confirmed, keep, no, refused, wholeNumber, yes } from "../answers.ts";
import { readTaskId, taskId } from "../ids.ts";
import type { Hand, Kind, Line, LineAnswer } from "../kind.ts";
import { slot, type SlotOf } from "../lines.ts";
import { looksLikeCard } from "../../fastener/index.ts";
import { sayCard } from "../fasteners/card.ts";
import { oddAt } from "../count/tray.ts";
import { facingInPack } from "../pack/facing.ts";
import { platesOf } from "../pack/stack.ts";
import { rowMissing } from "./row.ts";

export function offTask(state: JobState, entry: Entry): Sketch {
  const byPlace = entry.kind === "fasteners" && entry.tray === "by place";
  return {
    ...entry.apart,
    id: taskId("off", entry.id),
    stage: "apart",
    kind: "off",
    title: `${entry.name} off`,
    entry: entry.id,
    slots: byPlace
      ? numbers(countOf(state, entry.id)).map((place) => slot.out(entry.id, place))
      : [
          slot.off(entry.id),
          ...(entry.kind === "part" ? entry.loose.map((piece) => slot.count(piece.id, "apart")) : []),
        ],
  };
}
/** How many times something of an entry goes in: plates one by one, bolts with places of their own each. */
function fitCount(bench: Bench, state: JobState, entry: Entry): number {
  if (entry.kind === "pack") return platesOf(bench, state, entry).length;
  return entry.kind === "fasteners" && entry.tray === "by place" ? countOf(state, entry.id) : 1;
}
export function fitTask(bench: Bench, state: JobState, entry: Entry): Sketch {
  const counted = entry.kind === "part" ? entry.loose.map((piece) => slot.count(piece.id, "together")) : [];
  const way = entry.kind === "part" && entry.facingBy !== undefined ? wayOf(bench, state, entry.facingBy) : null;
  return {
    ...entry.together,
    ...(way?.how === undefined ? {} : { do: `${entry.together.do} ${way.how}` }),
    tools: [...entry.together.tools, ...(way?.tools ?? [])],
    id: taskId("fit", entry.id),
    stage: "together",
    kind: "fit",
    title: entry.kind === "fasteners" ? `${entry.name}: start by hand` : entry.name,
    entry: entry.id,
    slots: [...numbers(fitCount(bench, state, entry)).map((item) => slot.fit(entry.id, item)), ...counted],
  };
}
/** Parts go in from the inside out; each needs those below it in, its decisions taken and its stack built. */
function acceptFit({ bench, state, tasks, answered, skipped }: Hand, draft: DraftOf<"part_fitted">): Answer<Body> {
  const order = goingIn(bench, state);
  const entry = order.find((e) => e.id === draft.entry);
  if (!entry) return no("unsupported", "entry", `"${draft.entry}" is no part of this job.`);
  const own = tasks.find((task) => task.id === taskId("fit", entry.id));
  const place = own?.slots.findIndex((s) => s.key === slot.fit(entry.id, draft.item).key) ?? -1;
  if (!own || place < 0)
    return no("range", "item", `${entry.name} has ${own?.slots.length ?? 0} to fit; ${draft.item} is not one.`);
  if (answered(slot.fit(entry.id, draft.item)))
    return no("conflict", "item", `${entry.name} ${draft.item} is in already.`);

  const within = new Set(entry.kind === "pack" ? entry.layers.map((layer) => layer.id) : [entry.id]);
  const inner = new Set(order.slice(0, order.indexOf(entry)).map((e) => taskId("fit", e.id)));
  const before = tasks.filter(
    (task) =>
      inner.has(task.id) ||
      (task.kind === "decide" && within.has(readTaskId(task.id)?.of ?? "")) ||
      (["build", "check", "wait"].includes(task.kind) && task.entry === entry.id),
  );
  // Bolts with places of their own go in where the hand is; plates and parts in their order.
  const earlier = entry.kind === "fasteners" ? own.slots.filter((s) => s.kind === "ask") : own.slots.slice(0, place);
  const open = [...before.flatMap((task) => task.slots), ...earlier].find((s) => !answered(s) && !skipped(s));
  if (open) {
    const task = tasks.find((t) => t.slots.includes(open));
    return no(
      "conflict",
      "entry",
      `${entry.name} cannot go in yet: first ${task?.title.toLowerCase() ?? "what lies below it"}.`,
    );
  }
  if (draft.asBook && !(entry.kind === "fasteners" && entry.tray === "by place"))
    return no("conflict", "asBook", "Only fasteners with places of their own go in as the book has them.");
  if (draft.count != null && entry.kind !== "fasteners")
    return no("conflict", "count", "Only fasteners are counted in.");
  if (draft.packet != null && !(entry.kind === "part" && isRenewed(state, entry, 1)))
    return no("conflict", "packet", `${entry.name} goes back as it was: only what is new here has a packet.`);
  const facing =
    entry.kind === "part"
      ? facingOf(bench, state, entry)
      : entry.kind === "pack"
        ? facingInPack(bench, state, entry.id, draft.item)
        : null;
  return yes({ ...draft, facing, count: draft.count ?? null, packet: draft.packet ?? null });
}
const acceptOff = ({ bench, answered }: Hand, draft: DraftOf<"part_removed">): Answer<Body> => {
  const entry = entryOf(bench.procedure, draft.entry);
  if (!entry) return no("unsupported", "entry", `"${draft.entry}" is no part of this job.`);
  if (answered(slot.off(draft.entry))) return no("conflict", "entry", "That is off already.");
  const unsaid = rowMissing(entry, draft.noted ?? null);
  if (unsaid !== null) return no("missing", "noted", unsaid);
  return yes({ ...draft, count: draft.count ?? null, noted: draft.noted ?? null });
};

/** That locker held a fastener, as somebody says it who undoes it: "locked", "old locker in it"; not that none did. */
const LOCKED = /^(?!.*\b(?:no|not|none|without|never)\b)(?:[a-z ]*\b)?lock(?:ed|er)\b/i;

/** Fasteners of a place that came out locked, in the words of whoever undid them; null where nobody said so. */
export const lockedWhenOff = (state: JobState, entry: Entry): string | null =>
  entry.kind === "fasteners" ? (latest(state, slot.off(entry.id).key, "part_removed")?.noted ?? null) : null;

/** Enter: it is off. Fasteners take a number, so many came out, or that locker held them; of a part words say how it lay. */
function takeOff(typed: string, { bench }: Line, aim: SlotOf<"off">): LineAnswer {
  const entry = entryOf(bench.procedure, aim.entry);
  if (entry?.kind === "fasteners" && looksLikeCard(typed)) return sayCard(typed, entry.id);
  const count = entry?.kind === "fasteners" ? wholeNumber(typed) : null;
  const says = entry?.kind === "fasteners" ? LOCKED.test(typed) : /^[a-z]/i.test(typed);
  const noted = says && entry?.kind !== "pack" ? typed : null;
  const unsaid = rowMissing(entry, noted);
  if (typed !== "" && unsaid !== null) return refused(unsaid);
  const draft = { type: "part_removed" as const, entry: aim.entry, count, noted };
  return confirmed(count === null && noted === null ? typed : "", [draft], entry?.apart.irreversible);
}

/** What a packet says begins with a word for it, so that no stray word is taken for one: "lot 0612". */
const PACKET = /^(?:lot|batch|packet)\s+\S/i;

/** The fastener that the book has goes in, where another came out. */
const RIGHT = /^right(?: one)?$/i;

/**
 * Enter: it is in; of a part what its packet says. Fasteners with places of their own take a number, so many are in; alike
 * ones are counted.
 */
function putIn(typed: string, { bench, waiting }: Line, aim: SlotOf<"fit">): LineAnswer {
  const entry = entryOf(bench.procedure, aim.entry);
  const count = entry?.kind === "fasteners" ? wholeNumber(typed) : null;
  const byPlace = entry?.kind === "fasteners" && entry.tray === "by place";
  if (byPlace && RIGHT.test(typed)) {
    return keep({ type: "part_fitted", entry: aim.entry, item: aim.item, asBook: true });
  }
  if (!byPlace || count === null) {
    const packet = entry?.kind === "part" && PACKET.test(typed) ? typed : null;
    const draft = { type: "part_fitted" as const, entry: aim.entry, item: aim.item, count, packet };
    return confirmed(count === null && packet === null ? typed : "", [draft], entry?.together.irreversible);
  }
  const places = waiting.filter((s): s is SlotOf<"fit"> => s.kind === "fit" && s.entry === aim.entry);
  if (count < 1 || count > places.length) return refused(`${places.length} are still out; ${count} cannot be in.`);
  return keep(...places.slice(0, count).map((s): Draft => ({ type: "part_fitted", entry: s.entry, item: s.item })));
}

export const part: Kind<"off" | "fit", "part_removed" | "part_fitted", "off" | "fit"> = {
  slots: {
    off: {
      named: ({ procedure }, _, s) => entryOf(procedure, s.entry)?.name.toLowerCase() ?? s.entry,
      drafted: takeOff,
      hinted: ({ procedure }, _, s) => {
        const entry = entryOf(procedure, s.entry);
        const row = entry?.kind === "part" ? entry.row : [];
        if (entry?.kind === "fasteners")
          return { hint: "Enter: off; or how many; locked, where locker held; M6x25 h8 says what they are" };
        if (row.length === 0) return { hint: "Enter: it is off" };
        const hint = "each as it comes off, with commas; not sure, where nobody knows";
        return { hint, words: row, between: ", " };
      },
      rehearsed: ({ bench: { procedure } }, s) => {
        const entry = entryOf(procedure, s.entry);
        return entry?.kind === "part" ? entry.row.join(", ") : "";
      },
      shapes: false,
    },
    fit: {
      named: (bench, state, s) => {
        const entry = entryOf(bench.procedure, s.entry);
        if (!entry) return s.entry;
        if (entry.kind === "fasteners" && entry.tray === "by place") {
          return nameOfItem(state, entry, s.item);
        }
        if (entry.kind !== "pack") return entry.name.toLowerCase();
        const plates = platesOf(bench, state, entry);
        return plates[plates.length - s.item]?.name ?? entry.name;
      },
      drafted: putIn,
      hinted: (bench, state, s) => {
        const entry = entryOf(bench.procedure, s.entry);
        const faces = entry?.kind !== "part" || entry.facing || entry.facingBy;
        const isNew = entry?.kind === "part" && isRenewed(state, entry, 1);
        const packet = isNew ? "; lot 0612, where its packet says one" : "";
        const odd = entry?.kind === "fasteners" ? oddAt(bench, state, entry.id, s.item) : null;
        if (odd !== null)
          return { hint: "right: the one that the book has; Enter: in as it came out", words: ["right"] };
        return { hint: `Enter: it is in${faces ? ", facing right" : ""}${packet}` };
      },
      rehearsed: () => "",
      shapes: false,
    },
  },
  lines: {
    part_removed: {
      accepted: acceptOff,
      said: (bench, state, body) =>
        `${part.slots.off.named(bench, state, slot.off(body.entry))}: off${body.noted ? `, ${body.noted}` : ""}`,
    },
    part_fitted: {
      accepted: acceptFit,
      said: (bench, state, body) =>
        `${part.slots.fit.named(bench, state, slot.fit(body.entry, body.item))}: in${body.facing ? `, ${body.facing}` : ""}${body.packet === null ? "" : `, ${body.packet}`}${body.asBook ? ", the right one, as the book has it" : ""}`,
    },
  },
  tasks: {
    off: { word: "take off", open: "take off", undone: "with its entry" },
    fit: { word: "fit", open: "fit", undone: "with its entry" },
  },
  open: () => [],
};

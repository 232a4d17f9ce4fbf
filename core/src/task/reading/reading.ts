import { type Answer, equal, type RefusalData } from "../../calculator/index.ts";
import { activePoints, isWithheld, limitAt } from "../../job/applies.ts";
import { type Bench, specFor } from "../../job/bench.ts";
import type { Body, BodyOf, Draft, DraftOf } from "../../job/events.ts";
import { concernsOf } from "../../job/concerns.ts";
import { countOf, type JobState, latest, nameOfItem } from "../../job/fold.ts";
import { decisionFor, judgeItem, verdictSentence } from "../../job/judged.ts";
import { numbers, ranges } from "../../job/task.ts";
import { isSetting, type MeasurePoint, partOf, phaseOfStage, pointOf } from "../../procedure/index.ts";
import { quantityParse, splitValues } from "../../quantity/index.ts";
import { limitOf } from "../../spec/index.ts";
import { no, noGauge, refused, yes } from "../answers.ts";
import type { Doubted, Hand, Kind, Line, LineAnswer, Look, OpenPoint } from "../kind.ts";
import { slot, type SlotOf, slotOf } from "../lines.ts";
import { conditionApart, conditionRead } from "./condition.ts";
import { believedReading, doubted } from "./doubt.ts";
import { loadApart, loadAsked, loadRead, loadWords } from "./load.ts";
import { itemNamed } from "./names.ts";

/** The point that is read at a place, or what is wrong with the place. */
function placeRead(
  bench: Bench,
  state: JobState,
  draft: DraftOf<"reading_taken"> | DraftOf<"reading_worded">,
): Answer<MeasurePoint> {
  const point = pointOf(bench.procedure, draft.point);
  if (point?.kind !== "measure")
    return no("unsupported", "point", `"${draft.point}" is no measured point of this job.`);
  const part = partOf(bench.procedure, point.on);
  const count = part ? countOf(state, part.id) : 1;
  if (draft.item > count) return no("range", "item", `There are ${count} here; ${draft.item} is not one of them.`);
  if (draft.phase === "found" && phaseOfStage(point.stage) === "left")
    return no("range", "phase", `${point.name} is read as left.`);
  const renewed = draft.phase === "left" && point.stage === "bench" && !point.again;
  const places = renewed ? Math.max(1, point.placesNew) : point.places;
  if (draft.place > places)
    return no("range", "place", `${point.name} has ${places} places; ${draft.place} is not one.`);
  return { ok: true, value: point };
}

/** A word where no number can be had: kept as what it is, judged by nothing. */
function acceptWorded({ bench, state }: Hand, draft: DraftOf<"reading_worded">): Answer<Body> {
  const point = placeRead(bench, state, draft);
  return point.ok ? yes(draft) : point;
}

function acceptReading({ bench, state }: Hand, draft: DraftOf<"reading_taken">): Answer<Body> {
  const placed = placeRead(bench, state, draft);
  if (!placed.ok) return placed;
  const point = placed.value;
  const gauge = bench.gauges.find((g) => g.id === draft.gauge);
  if (!gauge) return no("unsupported", "gauge", `"${draft.gauge}" is no gauge of this shop.`);
  const read = quantityParse({ text: draft.text, kind: point.quantity, unit: gauge.unit });
  if (!read.ok) return read;
  if (read.value.valueInBase < 0 && !point.signed) return no("range", "text", `${point.name} cannot be below 0.`);
  const condition = conditionRead(draft.text, draft.condition ?? null, point);
  if (!condition.ok) return condition;
  const under = loadRead(bench, point.under, draft.text, draft.under ?? null);
  if (!under.ok) return under;
  return yes({
    ...draft,
    ...{ value: read.value.value, unit: read.value.unit, valueInBase: read.value.valueInBase },
    gauge,
    spec: limitAt(bench, state, point, draft.item).spec,
    under: under.value,
    condition: condition.value,
  });
}
function readSeveral(line: string, { waiting, gauge, bench }: Line, aim: SlotOf<"read">): LineAnswer {
  if (gauge === null) {
    const point = pointOf(bench.procedure, aim.point);
    return noGauge(point?.kind === "measure" ? point.gauge : "");
  }
  const point = pointOf(bench.procedure, aim.point);
  let load: string | null = null;
  let condition: string | null = null;
  if (point?.kind === "measure") {
    ({ line, condition } = conditionApart(line, point));
    ({ line, load } = loadApart(line, point.under));
  }
  // A line of words is no reading: it is asked what kind of words they are.
  if (/^[a-z]{2}/i.test(line)) {
    const { item, place, phase } = aim;
    return {
      kind: "worded",
      draft: { type: "reading_worded", point: aim.point, item, place, phase, how: "by feel", words: line },
    };
  }
  const values = splitValues(line);
  if (values.length === 0) return refused("Type the reading, such as 2.94, then Enter.");
  const places = waiting.filter((s): s is SlotOf<"read"> => s.kind === "read" && s.point === aim.point);
  if (values.length > places.length) {
    return refused(
      `${values.length} values for ${places.length} places left: nothing is kept. Type at most ${places.length}.`,
    );
  }
  return {
    kind: "drafts",
    drafts: values.map((text, i): Draft => {
      const s = places[i] ?? aim;
      const { item, place, phase } = s;
      return {
        type: "reading_taken",
        point: s.point,
        item,
        place,
        phase,
        text,
        gauge,
        ...(load ? { under: load } : {}),
        ...(condition ? { condition } : {}),
      };
    }),
  };
}

function readingSentence(bench: Bench, state: JobState, body: BodyOf<"reading_taken">): string {
  const point = pointOf(bench.procedure, body.point);
  if (point?.kind !== "measure") return body.text;
  const { item, phase } = body;
  // How far two are apart is no word on either.
  const name = point.difference ? itemNamed(bench, state, readSlot(body)) : placeName(bench, state, readSlot(body));
  const judged = judgeItem(state, point, item, phase);
  return judged ? `${name}: ${verdictSentence(judged)}` : `${name}: ${body.text} ${body.unit}`;
}

/** The last reading typed by this person at the same point, to be recorded again. */
function repeated(state: JobState, aim: SlotOf<"read">, by: string): string | null {
  for (let i = state.events.length - 1; i >= 0; i -= 1) {
    const event = state.events[i];
    if (event?.body.type !== "reading_taken" || event.by.id !== by || state.struck.has(event.id)) continue;
    return event.body.point === aim.point ? event.body.text : null;
  }
  return null;
}
/** What was read and could be judged by nothing, point by point: one line, whatever was read there. */
function unjudged(
  bench: Bench,
  state: JobState,
  tasks: Look["tasks"],
  point: MeasurePoint,
  items: readonly number[],
): OpenPoint[] {
  // On a walk round it is told that nothing judges it, and nobody signs for that.
  if (point.spec === undefined || point.swept || isWithheld(bench, state, point.spec)) return [];
  const part = partOf(bench.procedure, point.on);
  return (["found", "left"] as const).flatMap((phase): OpenPoint[] => {
    if (phase === "found" && point.again) return [];
    const open = items.filter((item) => {
      const decision = part?.decision ? decisionFor(state, part, item)?.decision : "keep";
      if (phase === "found" && (decision === "renew" || decision === undefined)) return false;
      return judgeItem(state, point, item, phase)?.verdict === null;
    });
    if (open.length === 0) return [];
    const task = tasks.find((t) => t.slots.some((s) => s.kind === "read" && s.point === point.id && s.phase === phase));
    const which = items.length > 1 ? ` ${ranges(open)}` : "";
    return [
      {
        key: `unjudged:${point.id}:${phase}:${open.length}`,
        group: "look again",
        text: `${point.name.toLowerCase()}${which}: no limit on file: kept, not judged`,
        task: task?.id ?? "",
        hard: false,
      },
    ];
  });
}

/** Parts that stay although their readings do not say so, and new ones that are not as new ones should be. */
function doubtfulReadings({ bench, state, tasks }: Look): OpenPoint[] {
  const found: OpenPoint[] = [];
  // Another work of this job answers for what led to it.
  const answered = new Set(
    concernsOf(bench, state).flatMap(({ row, item, phase, work }) =>
      work === null ? [] : [`${row}:${item}:${phase}`],
    ),
  );
  for (const point of activePoints(bench, state)) {
    if (point.kind !== "measure") continue;
    const part = partOf(bench.procedure, point.on);
    const items = part ? Array.from({ length: countOf(state, part.id) }, (_, i) => i + 1) : [1];
    const withheld = isWithheld(bench, state, point.spec);
    found.push(...unjudged(bench, state, tasks, point, items));
    for (const item of items) {
      for (const phase of ["found", "left"] as const) {
        const judged = judgeItem(state, point, item, phase);
        if (judged === null || answered.has(`${point.id}:${item}:${phase}`)) continue;
        const decision = part?.decision ? decisionFor(state, part, item)?.decision : "keep";
        // What was found is put right by what is left: only the second reading is doubted.
        if (point.spec === undefined) continue;
        if (phase === "found" && (decision === "renew" || decision === undefined || point.again)) continue;
        const newPart = phase === "left" && point.stage === "bench" && !point.again;
        const doubt = newPart
          ? judged.verdict !== null && judged.verdict !== "new" && judged.outsideStandard !== null
          : judged.verdict === "past" || judged.verdict === "undecided" || (judged.verdict === null && withheld);
        if (!doubt) continue;
        const name = part && items.length > 1 ? nameOfItem(state, part, item) : point.name.toLowerCase();
        const says = newPart
          ? `new part ${judged.outsideStandard ?? "outside"} the new range`
          : withheld
            ? `figure withheld, the part is not the maker's: ${verdictSentence(judged)}`
            : verdictSentence(judged);
        found.push({
          key: `look:${point.id}:${item}:${phase}:${judged.value}`,
          group: "look again",
          text: `${name}: ${says}`,
          task:
            tasks.find((t) => t.slots.some((s) => s.kind === "read" && s.point === point.id && s.phase === phase))
              ?.id ?? "",
          hard: false,
        });
      }
    }
  }
  return found;
}

/** Felt, seen or not known where a number belongs: kept, and answered for by a lead. */
function wordedReadings({ state, tasks, named }: Look): OpenPoint[] {
  return tasks.flatMap((task) =>
    task.slots.flatMap((s): OpenPoint[] => {
      const worded = latest(state, s.key, "reading_worded");
      if (!worded) return [];
      const text = `${named(s)}: ${worded.how}, ${worded.words}`;
      return [{ key: `worded:${s.key}:${worded.words}`, group: "look again", text, task: task.id, hard: false }];
    }),
  );
}
/** Both of two places that belong together, or neither: what one line leaves out of a pair. */
function halfRead(bench: Bench, state: JobState, drafts: readonly DraftOf<"reading_taken">[]): RefusalData | null {
  const read = new Set(drafts.map((draft) => slotOf(draft).key));
  for (const { point: id, item, phase, text } of drafts) {
    const point = pointOf(bench.procedure, id);
    if (point?.kind !== "measure" || !point.pair) continue;
    const keys = numbers(point.places).map((place) => slot.read(id, item, place, phase).key);
    if (keys.every((key) => read.has(key) || state.bySlot.has(key))) continue;
    const names = point.placeNames?.join(" and ") ?? "both sides";
    const message = `${names} belong together: one alone says nothing of the other. Type both, such as ${text} ${text}. Nothing is kept.`;
    return { code: "missing", path: "place", message, lacks: { what: "pair" } };
  }
  return null;
}

function doubtedReading(bench: Bench, state: JobState, draft: DraftOf<"reading_taken">): Doubted | null {
  const point = pointOf(bench.procedure, draft.point);
  const gauge = bench.gauges.find((g) => g.id === draft.gauge);
  // A limit of how far two are apart says nothing of what either may read.
  if (point?.kind !== "measure" || !gauge || point.difference) return null;
  const { spec } = limitAt(bench, state, point, draft.item);
  const limit = spec && limitOf(spec);
  const believed = limit && believedReading(limit);
  if (!limit || !believed) return null;
  return doubted({ text: draft.text, kind: point.quantity, unit: gauge.unit, tool: "gauge" }, limit, believed);
}

const pointRead = (bench: Bench, id: string): MeasurePoint | null => {
  const point = pointOf(bench.procedure, id);
  return point?.kind === "measure" ? point : null;
};

/** The name of a place that is read: the item, whether it is read as left, and the place where there are several. */
function placeName(bench: Bench, state: JobState, s: SlotOf<"read">): string {
  const plain = itemNamed(bench, state, s);
  const point = pointRead(bench, s.point);
  if (!point) return plain;
  const name = point.again && s.phase === "left" ? `${plain}, as left` : plain;
  // A renewed part is measured at fewer places, which have no names of their own.
  const renewed = s.phase === "left" && point.stage === "bench" && !point.again;
  if (renewed || point.places === 1) return name;
  return `${name}, ${point.placeNames?.[s.place - 1] ?? `place ${s.place}`}`;
}

function readHint(bench: Bench, state: JobState, point: MeasurePoint | null, places: number): string {
  if (point?.pair) return `${point.placeNames?.join(" and ") ?? "both sides"}, one after the other`;
  const condition = point?.sayCondition ? `, then ${point.conditionWord ?? ""}` : "";
  const more = `${loadWords(bench, state, point?.under)}${condition}`;
  if (more) return `the reading${more}`;
  return places > 1 ? "the reading, or several one after the other" : "the reading; a unit may follow";
}

export const reading: Kind<"read", "reading_taken" | "reading_worded", "measure"> = {
  slots: {
    read: {
      named: placeName,
      drafted: readSeveral,
      hinted: (bench, state, s, waiting) => {
        const point = pointRead(bench, s.point);
        const places = waiting.filter((other) => other.kind === "read" && other.point === s.point).length;
        const load = loadAsked(bench, state, point?.under);
        const conditions = point?.sayCondition ? [point.conditionWord ?? "", ...point.otherConditions] : [];
        const words = [...(load ? [`at ${load}`] : []), ...conditions];
        return { hint: readHint(bench, state, point, places), signed: point?.signed === true, words };
      },
      rehearsed: ({ bench, reading: figure }, s) => {
        const point = pointRead(bench, s.point);
        const spec = point?.spec === undefined ? null : specFor(bench, point.spec);
        const value = spec?.kind === "height" ? (spec.heightMm.target ?? spec.heightMm.min) : figure;
        if (!point) return String(value);
        const condition = point.sayCondition ? ` ${point.conditionWord ?? ""}` : "";
        const under = point.under ? ` at ${figure} ${point.under.unit}` : "";
        return `${numbers(point.pair ? 2 : 1)
          .map(() => value)
          .join(" ")}${under}${condition}`;
      },
      shapes: false,
      // A setting that is read as left and is not well is not left so: it is set and read again, or left with a word.
      answered: (bench, state, s) => {
        const point = pointRead(bench, s.point);
        if (s.phase !== "left" || !point || !isSetting(point)) return true;
        const verdict = judgeItem(state, point, s.item, "left")?.verdict;
        return verdict !== "past" && verdict !== "undecided";
      },
      gauge: (bench, s) => pointRead(bench, s.point)?.gauge ?? null,
      repeated,
    },
  },
  lines: {
    reading_taken: {
      accepted: acceptReading,
      together: halfRead,
      said: readingSentence,
      struck: (bench, state, body) => `${body.text} at ${placeName(bench, state, readSlot(body))}`,
      badness: (bench, state, body) => {
        const point = pointRead(bench, body.point);
        const judged = point && judgeItem(state, point, body.item, body.phase);
        if (!judged) return 0;
        return judged.verdict === null ? 0 : { new: 0, serviceable: 0, near: 2, undecided: 3, past: 4 }[judged.verdict];
      },
      worst: (bench, state, body) => {
        const point = pointRead(bench, body.point);
        const judged = point && judgeItem(state, point, body.item, body.phase);
        return judged?.readings.find((one) => equal(one.body.valueInBase, judged.value))?.id ?? null;
      },
      doubted: doubtedReading,
    },
    reading_worded: {
      accepted: acceptWorded,
      said: (bench, state, body) => `${placeName(bench, state, readSlot(body))}: ${body.how}, ${body.words}`,
    },
  },
  tasks: { measure: { word: "measure", open: "measure", undone: "proven again" } },
  open: (look) => [...wordedReadings(look), ...doubtfulReadings(look)],
};

const readSlot = ({ point, item, place, phase }: Pick<BodyOf<"reading_taken">, "point" | "item" | "place" | "phase">) =>
  slot.read(point, item, place, phase);

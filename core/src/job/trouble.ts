import type { Answer } from "../calculator/index.ts";
import { entryHolding, entryOf, partOf, type FastenerEntry, type Part } from "../procedure/index.ts";
import { quantityParse } from "../quantity/index.ts";
import { no, yes } from "../task/answers.ts";
import type { OpenPoint } from "../task/kind.ts";
import { passesOf } from "../task/fasteners/torque.ts";
import { slot } from "../task/lines.ts";
import { type Trouble, troubleCalled, TROUBLES } from "../trouble/index.ts";
import { activeSpine } from "./applies.ts";
import type { Bench } from "./bench.ts";
import type { Body, BodyOf, DraftOf, EventOf } from "./events.ts";
import { countOf, type JobState, nameOfItem } from "./fold.ts";
import { isRenewed } from "./judged.ts";
import { lastingId, placedName } from "./worksOf.ts";

/** Something that went wrong under the hand: what was met, what was tried in its order, and how it ended. */
export type Met = {
  met: EventOf<"trouble_met">;
  tried: readonly EventOf<"trouble_tried">[];
  ended: EventOf<"trouble_ended"> | null;
  trouble: Trouble | undefined;
};

/** All of a job's, in the order in which they were met. */
export const troublesOf = ({ troubles }: JobState): Met[] =>
  troubles.met.map((met) => ({
    met,
    tried: troubles.tried.filter(({ body }) => body.event === met.id),
    ended: troubles.ended.findLast(({ body }) => body.event === met.id) ?? null,
    trouble: troubleCalled(met.body.trouble),
  }));

const openTroubles = (state: JobState): Met[] => troublesOf(state).filter(({ ended }) => ended === null);

/** A fastener or a part of what is worked on that can have trouble, by the row and the number that say which. */
export type Troubled = { row: string; item: number; name: string; of: "fasteners" | "parts" };

/** Every one of a row, by the name that its place and its group give it. */
function named(bench: Bench, state: JobState, row: FastenerEntry | Part, of: Troubled["of"]): Troubled[] {
  const count = countOf(state, row.id);
  return Array.from({ length: count }, (_, i) => {
    const one = nameOfItem(state, row, i + 1);
    // "plate bolt 2" says by itself that it is one of the plate bolts; "bolt 2" does not.
    const told = of === "parts" || row.name.toLowerCase().includes((row.one ?? row.name).toLowerCase());
    const name = count === 1 ? row.name : told ? one : `${one}, ${row.name.toLowerCase()}`;
    return { row: row.id, item: i + 1, name: placedName(bench, { id: row.id, name }), of };
  });
}

/** Everything of the work that a trouble may be said of, in the order of its taking apart. */
export const troubledRows = (bench: Bench, state: JobState): Troubled[] =>
  activeSpine(bench, state).flatMap((entry): Troubled[] =>
    entry.kind === "fasteners"
      ? named(bench, state, entry, "fasteners")
      : (entry.kind === "pack" ? entry.layers : [entry]).flatMap((part) => named(bench, state, part, "parts")),
  );

/** What of the work can have this trouble. */
export const troublesFor = ({ of }: Troubled): Trouble[] => TROUBLES.filter((one) => one.of.includes(of));

/** Takes what was met, or says what would be right: twice at one place it is told once. */
function acceptTrouble(bench: Bench, state: JobState, draft: DraftOf<"trouble_met">): Answer<Body> {
  const row = troubledRows(bench, state).find((one) => one.row === draft.row && one.item === draft.item);
  if (!row) return no("unsupported", "row", `There is no "${draft.row}" ${draft.item} in this job.`);
  const trouble = troublesFor(row).find(({ id }) => id === draft.trouble);
  if (!trouble) {
    const known = troublesFor(row).map(({ name }) => name.toLowerCase());
    return no("unsupported", "trouble", `${row.name}: say which of these it is: ${known.join("; ")}.`);
  }
  const twin = openTroubles(state).find(({ met: { body } }) => body.row === row.row && body.item === row.item);
  if (twin) return no("conflict", "row", `${row.name}: ${twin.met.body.says} already. Say first how that ended.`);
  return yes({ ...draft, name: row.name, says: trouble.says });
}

/** The trouble that a line belongs to, or what would be right. */
function openOne(state: JobState, event: string): Answer<Met & { trouble: Trouble }> {
  const one = troublesOf(state).find(({ met }) => met.id === event);
  const { trouble } = one ?? {};
  if (!one || !trouble) return no("unsupported", "event", "That is no trouble of this job.");
  if (one.ended) return no("conflict", "event", `${one.met.body.name}: it has ended, ${one.ended.body.says}.`);
  return { ok: true, value: { ...one, trouble } };
}

function acceptTry(state: JobState, draft: DraftOf<"trouble_tried">): Answer<Body> {
  const one = openOne(state, draft.event);
  if (!one.ok) return one;
  const { met, trouble } = one.value;
  const way = trouble.tries.find(({ id }) => id === draft.way);
  if (!way)
    return no("unsupported", "way", `That is not tried on it: ${trouble.tries.map(({ says }) => says).join("; ")}.`);
  return yes({ ...draft, name: met.body.name, says: way.says });
}

/**
 * Takes how it ended, or says what would be right: what the owner pays for has their word, and a thread that is another one
 * by now has its own torque or a word on why the one on file holds. What was pulled at that place is pulled again.
 */
function acceptTroubleEnd(bench: Bench, state: JobState, draft: DraftOf<"trouble_ended">): Answer<Body> {
  const one = openOne(state, draft.event);
  if (!one.ok) return one;
  const { met, trouble } = one.value;
  const end = trouble.ends.find(({ id }) => id === draft.end);
  if (!end) return no("unsupported", "end", `It does not end so: ${trouble.ends.map(({ says }) => says).join("; ")}.`);
  if (end.old && renewedAnyway(bench, state, met.body)?.anyway) {
    return no(
      "conflict",
      "end",
      `${met.body.name} goes in new here: the old one is not put back. Where it is good enough, say so first at its decision.`,
    );
  }
  if (end.owner && draft.agreed === null) {
    return no(
      "missing",
      "agreed",
      `${met.body.name}, ${end.says}: the owner agrees first. Say who, how, and their words.`,
    );
  }
  if (end.torque && draft.torque === null) {
    return no(
      "missing",
      "torque",
      `${met.body.name}, ${end.says}: the torque on file was for the thread as it was made. Say the figure for it as it is, or who says that the one on file holds.`,
    );
  }
  const torque: Answer<BodyOf<"trouble_ended">["torque"]> = end.torque
    ? readTorque(draft.torque ?? "")
    : { ok: true, value: null };
  if (!torque.ok) return torque;
  const { row, item, name } = met.body;
  const entry = entryOf(bench.procedure, row);
  // What was pulled before it gave way, or before it came, proves nothing of it as it is now.
  const keys =
    entry?.kind === "fasteners"
      ? [
          ...passesOf(bench, state, entry).map((_, i) => slot.pull(row, item, i + 1).key),
          slot.lock(row, item).key,
        ].filter((key) => state.bySlot.has(key))
      : [];
  return yes({
    ...{ type: "trouble_ended", event: draft.event, end: end.id, words: draft.words, agreed: draft.agreed },
    ...{ name, row, item, says: end.says, undoes: keys, renews: end.renews, again: end.again },
    torque: torque.value,
  });
}

/** Takes a line about what broke or will not come, or says what would be right. */
export function acceptTroubled(
  bench: Bench,
  state: JobState,
  draft: DraftOf<"trouble_met" | "trouble_tried" | "trouble_ended">,
): Answer<Body> {
  if (draft.type === "trouble_met") return acceptTrouble(bench, state, draft);
  return draft.type === "trouble_tried" ? acceptTry(state, draft) : acceptTroubleEnd(bench, state, draft);
}

/** "8 N·m insert sheet": the figure with its unit, then whose it is; words alone say why the one on file holds. */
export function readTorque(typed: string): Answer<{ valueNm: number | null; words: string }> {
  const [, number = "", unit = "", whose = ""] = /^\s*([\d.,]+)\s*([^\s\d]\S*)?\s*(.*)$/su.exec(typed) ?? [];
  if (number === "") return { ok: true, value: { valueNm: null, words: typed.trim() } };
  if (unit === "") {
    return no(
      "missing",
      "torque",
      `${number} of what? Type the unit as it is printed: ${number} N·m, or ${number} in-lb.`,
    );
  }
  const read = quantityParse({ text: `${number} ${unit}`, kind: "torque", unit: "N.m" });
  if (!read.ok)
    return no("unit", "torque", `"${number} ${unit}" is no torque: 8 N·m, or 70 in-lb, then whose figure it is.`);
  if (read.value.valueInBase <= 0) return no("range", "torque", "A torque must be above 0 N·m.");
  if (whose.trim() === "")
    return no(
      "missing",
      "torque",
      `${number} ${unit} by whom? Say whose figure it is: the insert's sheet, the maker's bulletin.`,
    );
  return { ok: true, value: { valueNm: read.value.valueInBase, words: whose.trim() } };
}

/** No signature says away what nobody knows the end of; it stands in the step in which it was met. */
export const troublePoints = (state: JobState): OpenPoint[] =>
  openTroubles(state).map(({ met: { id, body } }) => ({
    key: `trouble:${id}`,
    group: "trouble",
    text: `${body.name}: ${body.says}, and nobody has said how it ended`,
    task: body.task,
    hard: true,
  }));

/** The row that each open trouble is about, by the key of its open point. */
export const troubledBy = (state: JobState): ReadonlyMap<string, string> =>
  new Map(openTroubles(state).map(({ met: { id, body } }) => [`trouble:${id}`, body.row]));

/** The role in stores of what has a trouble, and whether it is renewed whatever became of that. */
function renewedAnyway(bench: Bench, state: JobState, { row, item }: { row: string; item: number }) {
  const entry = entryOf(bench.procedure, row);
  if (entry?.kind === "fasteners") return { role: entry.role ?? null, anyway: entry.singleUse };
  const part = entryHolding(bench.procedure, row) && partOf(bench.procedure, row);
  return part ? { role: part.role ?? null, anyway: isRenewed(state, part, item) } : null;
}

/**
 * What takes the place of what broke or had to go. What is renewed anyway is not counted twice; of a new one that was
 * refused, another goes in besides.
 */
export const renewedByTrouble = (bench: Bench, state: JobState) =>
  troublesOf(state).flatMap(({ met, ended, trouble }) => {
    if (!ended?.body.renews) return [];
    const { row, name, says: why } = met.body;
    const of = renewedAnyway(bench, state, met.body);
    if (!of || (of.anyway && trouble?.ofNew !== true)) return [];
    return [{ role: of.role, row, name, why }];
  });

/** A part or fastener that a complaint is kept of: what it is, and what is wrong with it. */
export type Complaint = {
  event: string;
  name: string;
  role: string | null;
  number: string;
  words: string;
  task: string;
};

/** What is complained of and did not turn out to be right, with the number on file where stores hold but one such. */
export const complaintsOf = (bench: Bench, state: JobState): Complaint[] =>
  troublesOf(state).flatMap(({ met, ended, trouble }) => {
    if (trouble?.complaint !== true || trouble.ends.find(({ id }) => id === ended?.body.end)?.right) return [];
    const { name, words, task } = met.body;
    const role = renewedAnyway(bench, state, met.body)?.role ?? null;
    const held = role === null ? [] : bench.parts.filter((part) => part.role === role);
    const number = held.length === 1 ? (held[0]?.number ?? "") : "";
    return [{ event: met.id, name, role, number, words, task }];
  });

/** What is looked at once more at the next job: what was mended in its place, and what nobody has ended. */
export const troubleRechecks = (bench: Bench, state: JobState): { id: string; what: string }[] =>
  troublesOf(state).flatMap(({ met: { body }, ended }) => {
    if (ended !== null && !ended.body.again) return [];
    const own = ended?.body.torque?.valueNm;
    const now = own == null ? "" : `, ${own.toFixed(1)} N·m`;
    const how = ended === null ? `${body.says}, not ended` : `${ended.body.says}${now}: does it hold?`;
    return [{ id: `trouble-${lastingId(bench, body.row)}-${body.item}`, what: `${body.name}: ${how}` }];
  });

/** The end of a trouble in words: what was done, who agreed, and the torque that holds now. */
export function endedWords({ says, words, agreed, torque }: BodyOf<"trouble_ended">): string {
  const by = agreed === null ? "" : `; ${agreed.name} (${agreed.by}): ${agreed.words}`;
  const now =
    torque === null
      ? ""
      : torque.valueNm === null
        ? `; torque as on file: ${torque.words}`
        : `; ${torque.valueNm.toFixed(1)} N·m from now on, ${torque.words}`;
  return `${says}, ${words}${by}${now}`;
}

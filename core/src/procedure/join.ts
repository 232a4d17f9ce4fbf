import { keyAt, placeOf } from "../figures/index.ts";
import type { Condition } from "./condition.ts";
import { type Naming, renamed } from "./rename.ts";
import { type Entry, figuresKnown, type Procedure, procedureShape } from "./schema.ts";

/** The first work of a job: its rows keep the names that its procedure gives them. */
export const FIRST_WORK = "w1";
/** So many works at most in one job. */
export const MOST_WORKS = 9;

/** One procedure at one place of the machine; `position` null where the machine has only one, or nobody said which. */
export type WorkAsked = {
  id: string;
  procedure: Procedure;
  position: string | null;
  /** No part of the job any more: its rows keep their names, and nothing is placed by it. */
  dropped?: boolean;
};

/** A work of a job as the bench has it: what it is, where, and what is drawn for it. */
export type Work = Pick<Procedure, "title" | "sides" | "instrument" | "drawing" | "identity"> & {
  id: string;
  /** The procedure that it goes by. */
  of: string;
  position: string | null;
  /** What its place answers by itself, by the question as the whole calls it. */
  answers: Readonly<Record<string, string>>;
};
export type Joined = {
  procedure: Procedure;
  works: readonly Work[];
  /** The rows that several works need and that are done once, each with those works. */
  shared: Readonly<Record<string, readonly string[]>>;
};

/** What a recheck or a life is known by when its work is at one of several places. */
export const atPosition = (id: string, position: string | null): string =>
  position === null ? id : `${id}@${position}`;

/** Whether a work is part of the job by now, as a fact; rows of works that were dropped fall away. */
export const workFact = (work: string): string => `work:${work}`;

/** The work that a row of a further one begins with. */
export const WORK_OF_ROW = /^(w[1-9]\d*)-/;

const LISTS = ["spine", "points", "steps", "questions", "gates"] as const;
type Row = { id: string; when?: Condition | undefined; kind?: string; name?: string; once?: boolean };

/** Every id that a procedure's own rows have, layers, small parts and what is put on for the time of the work included. */
function idsOf(procedure: Procedure): Set<string> {
  const ids = new Set<string>();
  renamed(procedureShape, procedure, (id) => (ids.add(id), id));
  return ids;
}

/** One and the same thing of the machine, though two procedures say different things of it. */
const sameThing = (a: Row, b: Row): boolean => a.kind === b.kind && a.name === b.name;

/** A row without the place where it stands: the same step after another entry is the same step. */
const unplaced = ({ before: _, after: __, ...row }: Row & Placed): Row => row;
type Placed = { before?: string | undefined; after?: string | undefined };

/** The rows that a row names, itself and its place left out. */
function namedBy(list: (typeof LISTS)[number], row: Row): Set<string> {
  const names = new Set<string>();
  renamed(procedureShape.shape[list], [unplaced(row)], (id) => (names.add(id), id));
  names.delete(row.id);
  return names;
}

/**
 * Rows of both that are one: at the same place the same thing, and what is asked and done of it in the same words;
 * elsewhere only what is done once for the machine.
 */
function sharedRows(first: Procedure, second: Procedure, samePlace: boolean): Set<string> {
  const shared = new Set<string>();
  const same: { list: (typeof LISTS)[number]; row: Row }[] = [];
  for (const list of LISTS) {
    const known = new Map((first[list] as Row[]).map((row) => [row.id, row]));
    for (const row of second[list] as Row[]) {
      const other = known.get(row.id);
      if (!other) continue;
      const one =
        list === "spine" ? sameThing(other, row) : JSON.stringify(unplaced(other)) === JSON.stringify(unplaced(row));
      if (!one || !(samePlace || row.once === true)) continue;
      shared.add(row.id);
      same.push({ list, row });
      if (list === "spine") for (const piece of within(row as Entry)) shared.add(piece);
    }
  }
  // What hangs on something that only one of them has is not done for both.
  const ids = idsOf(second);
  for (let before = -1; before !== shared.size;) {
    before = shared.size;
    for (const { list, row } of same) {
      if (list === "spine" || !shared.has(row.id)) continue;
      if ([...namedBy(list, row)].some((id) => ids.has(id) && !shared.has(id))) shared.delete(row.id);
    }
  }
  return shared;
}

/** Ids that go with a shared entry: the layers of a pack and the small parts that come out with it. */
const within = (entry: Entry): string[] =>
  entry.kind === "pack"
    ? entry.layers.map((layer) => layer.id)
    : entry.kind === "part"
      ? entry.loose.map((piece) => piece.id)
      : [];

/** What says more of the same thing: one that is decided about, and that comes out at all. */
function fuller(a: Entry, b: Entry): Entry {
  const weight = (entry: Entry): number =>
    entry.kind === "part" ? Number(entry.decision !== undefined) * 2 + Number(entry.stays !== true) : 0;
  return weight(b) > weight(a) ? b : a;
}

/**
 * Two lists of rows as one, each in its own order, what they share standing once: everything that either has before a
 * shared row stands before it, the first's own rows before the second's. Where the two disagree, the first's order holds.
 */
function merged<T extends { id: string }>(first: readonly T[], second: readonly T[], of: (a: T, b: T) => T): T[] {
  const twins = new Map(second.map((row) => [row.id, row]));
  const ahead = new Map(first.map((row, i) => [row.id, i]));
  const out: T[] = [];
  let at = 0;
  const upTo = (end: number): void => {
    for (; at < end; at += 1) {
      const row = first[at];
      const twin = row && twins.get(row.id);
      if (row) out.push(twin ? of(row, twin) : row);
    }
  };
  let waiting: T[] = [];
  for (const row of second) {
    const place = ahead.get(row.id);
    if (place === undefined) {
      waiting.push(row);
      continue;
    }
    upTo(place);
    out.push(...waiting);
    waiting = [];
    upTo(place + 1);
  }
  upTo(first.length);
  return [...out, ...waiting];
}

const either = (a: Condition | undefined, b: Condition | undefined): Condition | undefined =>
  a === undefined || b === undefined ? undefined : JSON.stringify(a) === JSON.stringify(b) ? a : { any: [a, b] };

/** A row that is there only while its work is, besides what it says itself. */
function onlyFor<T extends object>(row: T, work: string): T {
  const inJob: Condition = { fact: workFact(work), is: ["in"] };
  const { when } = row as Row;
  return { ...row, when: when === undefined ? inJob : { all: [inJob, when] } };
}

/** The procedure with every row hanging on its work. */
function hanging(procedure: Procedure, work: string): Procedure {
  const on = <T extends object>(rows: readonly T[]): T[] => rows.map((row) => onlyFor(row, work));
  const { spine, points, steps, questions, gates, routes, release } = procedure;
  return {
    ...procedure,
    ...{ spine: on(spine), points: on(points), steps: on(steps), questions: on(questions) },
    ...{ gates: on(gates), routes: on(routes) },
    release: { ...release, rechecks: on(release.rechecks), remembers: on(release.remembers) },
  };
}

/**
 * A procedure at its place. Figures of what the machine has several of are asked for that place; what comes back by itself
 * is known by it too: two shafts are looked at again, not one.
 */
function placed(anywhere: Procedure, position: string | null): Procedure {
  if (position === null) return anywhere;
  const known = figuresKnown(anywhere);
  const there: Naming = (key) => (placeOf(key) === "" && known.get(key)?.byPlace === true ? keyAt(key, position) : key);
  const procedure = renamed(procedureShape, anywhere, (id) => id, there);
  const at = <T extends { id: string }>(recheck: T): T => ({ ...recheck, id: atPosition(recheck.id, position) });
  const say = (what: string): string => `${what}, ${position}`;
  return {
    ...procedure,
    questions: procedure.questions.map((question) => ({
      ...question,
      ways: question.ways.map((way) =>
        way.recheck ? { ...way, recheck: { ...at(way.recheck), what: say(way.recheck.what) } } : way,
      ),
    })),
    release: {
      ...procedure.release,
      rechecks: procedure.release.rechecks.map((recheck) => ({ ...at(recheck), what: say(recheck.what) })),
    },
  };
}

/** A work as the bench has it, its questions under the names that they have in the whole. */
function workAs({ id, position }: WorkAsked, procedure: Procedure): Work {
  const { title, sides, instrument, drawing, identity } = procedure;
  const place = procedure.positions?.find(({ word }) => word === position);
  return {
    ...{ id, of: procedure.id, title, sides, position, answers: place?.answers ?? {} },
    ...(instrument ? { instrument } : {}),
    ...(drawing ? { drawing } : {}),
    ...(identity ? { identity } : {}),
  };
}

/**
 * The works of a job laid out as one procedure: what several need stands once, what each has to itself in its own order.
 * Rows of the first keep their names, those of a further one begin with its id ("w2-boot-in"). A single work without a
 * place is its procedure as it is.
 */
export function joined([first, ...further]: readonly [WorkAsked, ...WorkAsked[]]): Joined {
  const own = placed(first.procedure, first.position);
  const keeps: Naming = (id) => id;
  const alone: Joined = { procedure: own, works: [workAs(first, own)], shared: {} };
  if (further.length === 0) return alone;
  const shared = new Map<string, string[]>();
  /** What each row hangs on, where several works need it. */
  let whole = hanging(own, first.id);
  const works = [...alone.works];
  const before: WorkAsked[] = [first];
  const namings = new Map<string, Naming>([[first.id, keeps]]);
  for (const work of further) {
    const names = new Map<string, string>();
    for (const earlier of before) {
      const called = namings.get(earlier.id) ?? keeps;
      const samePlace = earlier.position === work.position;
      for (const id of sharedRows(earlier.procedure, work.procedure, samePlace)) {
        if (!names.has(id)) names.set(id, called(id));
        const name = names.get(id) ?? id;
        shared.set(name, [...new Set([...(shared.get(name) ?? []), earlier.id, work.id])]);
      }
    }
    const ownIds = idsOf(work.procedure);
    const naming: Naming = (id) => names.get(id) ?? (ownIds.has(id) ? `${work.id}-${id}` : id);
    const called = renamed(procedureShape, placed(work.procedure, work.position), naming);
    works.push(workAs(work, called));
    whole = together(whole, hanging(called, work.id), {
      first: before.every(({ dropped }) => dropped === true),
      second: work.dropped === true,
    });
    namings.set(work.id, naming);
    before.push(work);
  }
  const several = new Set(works.map(({ position }) => position)).size > 1;
  return { procedure: several ? named(whole, works, shared) : whole, works, shared: Object.fromEntries(shared) };
}

const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
const upper = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** Where a job is at several places of a machine, what belongs to one of them says which: "Front left wheel nuts". */
function named(whole: Procedure, works: readonly Work[], shared: ReadonlyMap<string, unknown>): Procedure {
  const placeOf = (id: string): string | null => {
    if (shared.has(id)) return null;
    const work = WORK_OF_ROW.exec(id)?.[1] ?? FIRST_WORK;
    return works.find((one) => one.id === work)?.position ?? null;
  };
  const part = <T extends { id: string; name: string; one?: string | undefined }>(row: T): T => {
    const place = placeOf(row.id);
    if (place === null) return row;
    const one = row.one === undefined ? {} : { one: `${place} ${lower(row.one)}` };
    return { ...row, name: `${upper(place)} ${lower(row.name)}`, ...one };
  };
  const titled = <T extends { id: string; title: string }>(row: T): T => {
    const place = placeOf(row.id);
    return place === null ? row : { ...row, title: row.title.replace(/\??$/, (end) => `, ${place}${end}`) };
  };
  const entry = (row: Entry): Entry => {
    if (row.kind !== "pack") return part(row);
    const [outer, inner] = row.layers;
    return { ...part(row), layers: [part(outer), part(inner)] };
  };
  const asked = <T extends { id: string; ask: string }>(row: T): T => {
    const place = placeOf(row.id);
    return place === null ? row : { ...row, ask: `${upper(place)}: ${lower(row.ask)}` };
  };
  return {
    ...whole,
    spine: whole.spine.map(entry),
    points: whole.points.map(part),
    steps: whole.steps.map(titled),
    questions: whole.questions.map(asked),
  };
}

/** Two laid out as one; what stands at different places in them stands at the outermost of those that are not dropped. */
function together(first: Procedure, second: Procedure, dropped: { first: boolean; second: boolean }): Procedure {
  const both = <T extends { id: string }>(a: T, b: T): T => {
    const when = either((a as Row).when, (b as Row).when);
    const { when: _, ...rest } = { ...a, ...outermost(a, b) } as T & Row;
    return (when === undefined ? rest : { ...rest, when }) as T;
  };
  const order = merged(first.spine, second.spine, (a) => a).map(({ id }) => id);
  /** Off first and in last: the earlier of two entries in the row; what is dropped places nothing. */
  const outer = (a: string | undefined, b: string | undefined): string | undefined => {
    if (a === b || b === undefined || dropped.second) return a;
    if (a === undefined || dropped.first) return b;
    return order.indexOf(a) <= order.indexOf(b) ? a : b;
  };
  const outermost = (a: object, b: object): Placed => {
    const [one, other] = [a, b] as [Placed, Placed];
    const [before, after] = [outer(one.before, other.before), outer(one.after, other.after)];
    return { ...(before === undefined ? {} : { before }), ...(after === undefined ? {} : { after }) };
  };
  const oneEntry = (a: Entry, b: Entry): Entry => {
    const entry = both({ ...fuller(a, b), draws: a.draws, sketch: a.sketch }, b);
    if (entry.kind !== "fasteners" || a.kind !== "fasteners" || b.kind !== "fasteners") return entry;
    const after = outer(a.torque.after, b.torque.after);
    return { ...entry, torque: { ...entry.torque, ...(after === undefined ? {} : { after }) } };
  };
  const { spine, points, steps, questions, gates } = first;
  const known = new Set(first.figures.map(({ key }) => key));
  return {
    ...first,
    figures: [...first.figures, ...second.figures.filter(({ key }) => !known.has(key))],
    spine: merged(spine, second.spine, oneEntry),
    points: merged(points, second.points, both),
    steps: merged(steps, second.steps, both),
    questions: merged(questions, second.questions, both),
    gates: merged(gates, second.gates, both),
    routes: [...first.routes, ...second.routes],
    release: {
      lines: [...new Set([...first.release.lines, ...second.release.lines])],
      rechecks: [...first.release.rechecks, ...second.release.rechecks],
      remembers: [...first.release.remembers, ...second.release.remembers],
    },
  };
}

import { z } from "zod";
import { type Condition, conditionSchema } from "./condition.ts";
import { upcastProcedure } from "./schema.ts";
import { type Instrument, instrumentSchema } from "./instrument.ts";
import { id, positionsSchema, sentence } from "./spine.ts";

const LISTS = ["questions", "points", "steps", "gates", "routes"] as const;
const list = z.array(z.looseObject({})).default([]);
/** A shared piece by its name, with a word for each of its blanks, and when it is part of the work at all. */
export const includeSchema = z.strictObject({
  include: id,
  with: z.record(id, sentence).default({}),
  when: conditionSchema.optional(),
});
// An include is held to its schema where it is put in: what is wrong with it is then told by its own name.
const spine = z.array(z.union([z.looseObject({ include: z.string() }), z.looseObject({ id })])).default([]);
/** What a procedure and a shared piece both hold. */
const held = { spine, questions: list, points: list, steps: list, gates: list, routes: list };
const lines = z.array(sentence).default([]);

/** A shared piece as its file holds it: entries, points, steps, questions, gates and routes that several assemblies use. */
const pieceSchema = z.strictObject({
  format: z.number().optional(),
  piece: id,
  note: sentence.optional(),
  ...held,
  /** Drawn with every assembly that it is part of and that has none of its own; what is not there is not drawn. */
  instrument: instrumentSchema.optional(),
  /** Where on a machine every work that it is part of can be done. */
  positions: positionsSchema.optional(),
  release: z
    .strictObject({ lines, rechecks: list, remembers: list })
    .default({ lines: [], rechecks: [], remembers: [] }),
});
type Piece = z.infer<typeof pieceSchema>;

const wholeSchema = z.looseObject({
  ...held,
  release: z
    .looseObject({ lines, rechecks: list, remembers: list })
    .default({ lines: [], rechecks: [], remembers: [] }),
});

/** A blank of a piece, such as {after}: the procedure that includes it says the word. */
const BLANK = /\{([a-z][a-z0-9-]*)\}/g;

/** A piece's body with its blanks filled. Errors: IncludeFault for a blank without a word, and a word without a blank. */
function filled(name: string, body: unknown, words: Readonly<Record<string, string>>): unknown {
  const used = new Set<string>();
  const fill = (value: unknown): unknown => {
    if (typeof value === "string") {
      return value.replace(BLANK, (_, blank: string) => {
        const word = words[blank];
        if (word === undefined)
          throw new IncludeFault(`shared piece "${name}" needs a word for "${blank}": say it under "with".`);
        used.add(blank);
        return word;
      });
    }
    if (Array.isArray(value)) return value.map(fill);
    if (typeof value !== "object" || value === null) return value;
    return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, fill(inner)]));
  };
  const whole = fill(body);
  const idle = Object.keys(words).find((word) => !used.has(word));
  if (idle !== undefined) throw new IncludeFault(`shared piece "${name}" has no blank "${idle}": leave it away.`);
  return whole;
}

type Held = { when?: Condition | undefined };

/** What a piece holds, part of the work only when a condition holds besides its own. */
function onlyWhen(when: Condition | undefined, piece: Piece): Piece {
  if (when === undefined) return piece;
  const both = <Row extends object>(row: Row): Row => {
    const own = (row as Held).when;
    return { ...row, when: own === undefined ? when : { all: [when, own] } };
  };
  const lists = Object.fromEntries(LISTS.map((name) => [name, piece[name].map(both)]));
  const [rechecks, remembers] = [piece.release.rechecks.map(both), piece.release.remembers.map(both)];
  return { ...piece, ...lists, spine: piece.spine.map(both), release: { ...piece.release, rechecks, remembers } };
}

/** What a piece draws, as far as it is there in the whole. */
function placedIn(drawn: Instrument, row: readonly object[]): { instrument?: Instrument } {
  const there = new Set(row.flatMap((entry) => ("id" in entry ? [entry.id] : [])));
  if (drawn.kind !== "strip") return { instrument: drawn };
  const places = drawn.places.filter(({ of }) => there.has(of));
  return places.length > 0 ? { instrument: { ...drawn, places } } : {};
}

/** What an include goes wrong with: where it stands, and what would be right. */
export class IncludeFault extends Error {
  override name = "IncludeFault";
}

/** Where a file is not as its schema says, and what would be right. */
function firstIssue({ issues: [first] }: z.ZodError): string {
  return `${first?.path.join(".") ?? "$"}: ${first?.message ?? "not as it should be"}`;
}

/**
 * A procedure with the shared pieces that it names put in where they are named: their entries in the spine's row, what
 * else they hold before the procedure's own. `pieces` by the name of each; bodies as read from their files.
 * Errors: IncludeFault for an unknown piece, one that includes itself, and one that is none.
 */
export function assemble(body: unknown, pieces: ReadonlyMap<string, unknown>): unknown {
  const whole = wholeSchema.safeParse(upcastProcedure(body));
  // What is no procedure at all is told by the procedure's own schema.
  if (!whole.success) return body;
  // A piece named twice with the same words is there once; with other words it is another, such as a second bearing.
  const used = new Map<string, Piece>();
  const spread = (row: Piece["spine"], trail: readonly string[]): Piece["spine"] =>
    row.flatMap((entry) => {
      if (!("include" in entry) || typeof entry.include !== "string") return [entry];
      const named = includeSchema.safeParse(entry);
      if (!named.success) throw new IncludeFault(`"${entry.include}": ${firstIssue(named.error)}`);
      const { include: name, with: words, when } = named.data;
      if (trail.includes(name)) throw new IncludeFault(`"${name}" includes itself: ${[...trail, name].join(" → ")}.`);
      const found = pieces.get(name);
      if (found === undefined) {
        throw new IncludeFault(`"${name}" is no shared piece: ${[...pieces.keys()].sort().join(", ")}.`);
      }
      const piece = pieceSchema.safeParse(upcastProcedure(filled(name, found, words)));
      if (!piece.success) throw new IncludeFault(`shared piece "${name}": ${firstIssue(piece.error)}`);
      // Its own pieces come first, so that what is outermost is asked for first.
      const taken = onlyWhen(when, piece.data);
      const inner = spread(taken.spine, [...trail, name]);
      const key = JSON.stringify([name, Object.entries(words).sort(), when]);
      if (!used.has(key)) used.set(key, taken);
      return inner;
    });
  const row = spread(whole.data.spine, []);
  const taken = [...used.values()];
  const joined = Object.fromEntries(
    LISTS.map((name) => [name, [...taken.flatMap((piece) => piece[name]), ...whole.data[name]]]),
  );
  const brought = taken.flatMap((piece) => piece.instrument ?? [])[0];
  const positions = taken.flatMap((piece) => (piece.positions ? [piece.positions] : []))[0];
  const said = [...whole.data.release.lines, ...taken.flatMap((piece) => piece.release.lines)];
  const rechecks = [...whole.data.release.rechecks, ...taken.flatMap((piece) => piece.release.rechecks)];
  const remembers = [...whole.data.release.remembers, ...taken.flatMap((piece) => piece.release.remembers)];
  return {
    ...(brought ? placedIn(brought, row) : {}),
    ...(positions ? { positions } : {}),
    ...whole.data,
    ...joined,
    spine: row,
    release: { ...whole.data.release, lines: [...new Set(said)], rechecks, remembers },
  };
}

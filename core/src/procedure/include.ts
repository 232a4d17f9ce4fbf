import { z } from "zod";
import { id, sentence } from "./spine.ts";

const LISTS = ["questions", "points", "steps", "gates", "routes"] as const;
const list = z.array(z.looseObject({})).default([]);
const spine = z.array(z.union([z.strictObject({ include: id }), z.looseObject({ id })])).default([]);
/** What a procedure and a shared piece both hold. */
const held = { spine, questions: list, points: list, steps: list, gates: list, routes: list };
const lines = z.array(sentence).default([]);

/** A shared piece as its file holds it: entries, points, steps, questions, gates and routes that several assemblies use. */
const pieceSchema = z.strictObject({
  piece: id,
  note: sentence.optional(),
  ...held,
  release: z.strictObject({ lines }).default({ lines: [] }),
});
type Piece = z.infer<typeof pieceSchema>;

const wholeSchema = z.looseObject({ ...held, release: z.looseObject({ lines }).default({ lines: [] }) });

/** What an include goes wrong with: where it stands, and what would be right. */
export class IncludeFault extends Error {
  override name = "IncludeFault";
}

/**
 * A procedure with the shared pieces that it names put in where they are named: their entries in the spine's row, what
 * else they hold before the procedure's own. `pieces` by the name of each; bodies as read from their files.
 * Errors: IncludeFault for an unknown piece, one that includes itself, and one that is none.
 */
export function assemble(body: unknown, pieces: ReadonlyMap<string, unknown>): unknown {
  const whole = wholeSchema.safeParse(body);
  // What is no procedure at all is told by the procedure's own schema.
  if (!whole.success) return body;
  const used: Piece[] = [];
  const spread = (row: Piece["spine"], trail: readonly string[]): Piece["spine"] =>
    row.flatMap((entry) => {
      if (!("include" in entry) || typeof entry.include !== "string") return [entry];
      const name = entry.include;
      if (trail.includes(name)) throw new IncludeFault(`"${name}" includes itself: ${[...trail, name].join(" → ")}.`);
      const found = pieces.get(name);
      if (found === undefined) {
        throw new IncludeFault(`"${name}" is no shared piece: ${[...pieces.keys()].sort().join(", ")}.`);
      }
      const piece = pieceSchema.safeParse(found);
      if (!piece.success) {
        const first = piece.error.issues[0];
        throw new IncludeFault(
          `shared piece "${name}": ${first?.path.join(".") ?? "$"}: ${first?.message ?? "no piece"}`,
        );
      }
      // Its own pieces come first, so that what is outermost is asked for first.
      const inner = spread(piece.data.spine, [...trail, name]);
      if (!used.some((p) => p.piece === name)) used.push(piece.data);
      return inner;
    });
  const row = spread(whole.data.spine, []);
  const joined = Object.fromEntries(
    LISTS.map((name) => [name, [...used.flatMap((piece) => piece[name]), ...whole.data[name]]]),
  );
  const said = [...whole.data.release.lines, ...used.flatMap((piece) => piece.release.lines)];
  return { ...whole.data, ...joined, spine: row, release: { ...whole.data.release, lines: [...new Set(said)] } };
}

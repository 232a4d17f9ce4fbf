import { z } from "zod";
import type { SchemaDef } from "../history/index.ts";
import { type Condition, conditionSchema, machineFact, machineKey } from "./condition.ts";
import { figureKey, rowId, taskName } from "./spine.ts";

/** What a row of a procedure is called from now on; what is no row of its own keeps its name. */
export type Naming = (id: string) => string;

/** A name with words before the row, such as "finding:joint-inside" or "measure:slack:found". */
const inner = (name: string, naming: Naming): string => {
  const [kind = "", of, ...rest] = name.split(":");
  return of === undefined ? naming(kind) : [kind, naming(of), ...rest].join(":");
};

/** What a condition asks for under the new names; words of the machine go by the names of figures. */
function conditionRenamed(condition: Condition, naming: Naming, figures: Naming): Condition {
  const inside = (one: Condition): Condition => conditionRenamed(one, naming, figures);
  if ("fact" in condition) {
    const key = machineKey(condition.fact);
    return { ...condition, fact: key === null ? inner(condition.fact, naming) : machineFact(figures(key)) };
  }
  if ("not" in condition) return { not: inside(condition.not) };
  if ("any" in condition) return { any: condition.any.map(inside) };
  return { all: condition.all.map(inside) };
}

const defOf = (schema: z.ZodType): SchemaDef => schema.def as unknown as SchemaDef;

/** Whether a record says of itself, by its literals, that it is of this shape; a union of shapes is any of them. */
function isOf(schema: z.ZodType, value: Record<string, unknown>): boolean {
  const { shape, options } = defOf(schema);
  if (options) return options.some((option) => isOf(option, value));
  return Object.entries(shape ?? {}).every(([key, one]) => {
    const { type, values = [] } = defOf(one);
    return type !== "literal" || values.includes(value[key]);
  });
}

/**
 * A value with every id that its schema marks as a row's own under its new name: where the row stands, and wherever
 * another row, a condition or a task's name says it. The schema alone says where that is, so a field that is added to it
 * is renamed too. So are the figures that it asks for, where they are called otherwise.
 */
export function renamed<T>(schema: z.ZodType, value: T, naming: Naming, figures: Naming = (key) => key): T {
  const through = (one: z.ZodType, it: unknown): unknown => {
    if (it === undefined || it === null) return it;
    if ((one as unknown) === rowId) return naming(it as string);
    if ((one as unknown) === figureKey) return figures(it as string);
    if ((one as unknown) === taskName) return inner(it as string, naming);
    if ((one as unknown) === conditionSchema) return conditionRenamed(it as Condition, naming, figures);
    const { shape, element, innerType, options, items, keyType, valueType } = defOf(one);
    if (innerType) return through(innerType, it);
    if (Array.isArray(it)) return it.map((row: unknown, i) => through(element ?? items?.[i] ?? z.unknown(), row));
    if (typeof it !== "object") return it;
    const record = it as Record<string, unknown>;
    const option = options?.find((candidate) => isOf(candidate, record));
    if (option) return through(option, it);
    return Object.fromEntries(
      Object.entries(record).map(([key, row]) => [
        (keyType as unknown) === rowId ? naming(key) : key,
        through(valueType ?? shape?.[key] ?? z.unknown(), row),
      ]),
    );
  };
  return through(schema, value) as T;
}

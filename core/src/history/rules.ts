import { z } from "zod";

/** What a schema says of itself, as far as walking through it needs. */
export type SchemaDef = {
  type: string;
  values?: unknown[];
  checks?: unknown[];
  shape?: Record<string, z.ZodType>;
  element?: z.ZodType;
  innerType?: z.ZodType;
  options?: z.ZodType[];
  items?: z.ZodType[];
  keyType?: z.ZodType;
  valueType?: z.ZodType;
  catchall?: z.ZodType | undefined;
  getter?: () => z.ZodType;
};

/**
 * A schema that asks for the same shape and holds to no rule within it: no bounds, patterns or conditions between
 * fields, and nothing said of what it does not know. What was kept is read by it, so that a rule that became stricter since locks nothing.
 */
export function withoutRules<Schema extends z.ZodType>(schema: Schema): Schema {
  const known = new Map<z.ZodType, z.ZodType>();
  const freed = (one: z.ZodType): z.ZodType => {
    const before = known.get(one);
    if (before) return before;
    const def = one.def as unknown as SchemaDef;
    if (def.type === "lazy" && def.getter) {
      const { getter } = def;
      const later = z.lazy(() => freed(getter()));
      known.set(one, later);
      return later;
    }
    const free: SchemaDef = { ...def, checks: [], catchall: undefined };
    if (def.shape) free.shape = Object.fromEntries(Object.entries(def.shape).map(([key, it]) => [key, freed(it)]));
    for (const key of ["element", "innerType", "keyType", "valueType"] as const) {
      const it = def[key];
      if (it) free[key] = freed(it);
    }
    for (const key of ["options", "items"] as const) {
      const it = def[key];
      if (it) free[key] = it.map(freed);
    }
    const made = one.clone(free as never);
    known.set(one, made);
    return made;
  };
  return freed(schema) as Schema;
}

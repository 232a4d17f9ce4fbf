import { figuresKnown } from "../procedure/index.ts";
import { apartFromRules, type Spec, specWords } from "../spec/index.ts";
import { type Bench, presetBy, schoolId } from "./bench.ts";
import { worksOf } from "./worksOf.ts";

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Rows of one kind, before and after, by id: what is new, gone, or otherwise, each in words; null where it is not worth telling. */
function differences<Row>(
  before: readonly Row[],
  after: readonly Row[],
  id: (row: Row) => string,
  words: (was: Row | null, is: Row | null) => string | null,
): string[] {
  const was = new Map(before.map((row) => [id(row), row]));
  const is = new Map(after.map((row) => [id(row), row]));
  return [...new Set([...was.keys(), ...is.keys()])].flatMap((key) => {
    const [old, now] = [was.get(key) ?? null, is.get(key) ?? null];
    return same(old, now) ? [] : (words(old, now) ?? []);
  });
}

const named = (was: { name: string } | null, is: { name: string } | null): string => {
  const name = (is ?? was)?.name ?? "";
  if (was === null) return `${name}: new here`;
  return is === null ? `${name}: gone` : `${name}: its figures are others now`;
};

/**
 * Limits of which only the rule at or near them is another: a shop's rule reaches all of them at once, and is told once.
 * Fewer than two are told like every other figure.
 */
function ruledOtherwise(before: Bench, after: Bench): { keys: ReadonlySet<string>; told: string[] } {
  const was = new Map(before.specs.map((spec) => [spec.key, apartFromRules(spec)]));
  const ruled = after.specs.flatMap((spec) => {
    const [old, now] = [was.get(spec.key), apartFromRules(spec)];
    return old && now && old.rules !== now.rules && same(old.rest, now.rest)
      ? [{ key: spec.key, rules: now.rules }]
      : [];
  });
  if (ruled.length < 2) return { keys: new Set(), told: [] };
  const count = new Map<string, number>();
  for (const { rules } of ruled) count.set(rules, (count.get(rules) ?? 0) + 1);
  const told = [...count].map(([rules, n]) => `${n} limits go by another rule: ${rules || "as it is usual"}`);
  return { keys: new Set(ruled.map(({ key }) => key)), told };
}

/**
 * What differs between the figures that a job was judged by so far and those of now, in a line each, for whoever works at
 * it. What lies in stores changes with every part that is handed out: only its price is told.
 */
export function figuresChanged(before: Bench, after: Bench): string[] {
  const known = figuresKnown(after.procedure);
  const ruled = ruledOtherwise(before, after);
  const others = ({ specs }: Bench): Spec[] => specs.filter(({ key }) => !ruled.keys.has(key));
  const money = ({ labour }: Bench): string => (labour ? `${labour.perHour} ${labour.currency}` : "not on file");
  return [
    ...differences(
      others(before),
      others(after),
      ({ key }) => key,
      (was, is) => {
        const label = (is ?? was)?.label ?? "";
        const [old, now] = [was, is].map((spec) => (spec ? specWords(spec, known) : "not on file"));
        return old === now ? `${label}: ${now}, from another source now` : `${label}: ${now}; it was ${old}`;
      },
    ),
    ...ruled.told,
    ...differences(before.gauges, after.gauges, ({ id }) => id, named),
    ...differences(before.wrenches, after.wrenches, ({ id }) => id, named),
    ...differences(
      before.parts,
      after.parts,
      ({ id }) => id,
      (was, is) => {
        if (was === null || is === null) return named(was, is);
        const [old, now] = [was, is].map(({ price, currency }) => `${price} ${currency}`);
        return old === now ? null : `${is.name}: ${now}; it was ${old}`;
      },
    ),
    ...differences(
      Object.entries(before.presets),
      Object.entries(after.presets),
      ([question]) => question,
      (was, is) => {
        const question = after.procedure.questions.find((one) => schoolId(one) === (is ?? was)?.[0]);
        if (!question) return null;
        const whose = presetBy(after, question) === null ? "this shop’s way" : "its maker’s way";
        return `${question.ask}: ${whose} is ${is?.[1] ?? "as the procedure has it"}`;
      },
    ),
    ...differences(
      Object.entries(before.reckoned ?? {}),
      Object.entries(after.reckoned ?? {}),
      ([id]) => id,
      (was, is) => {
        const work = worksOf(after).find(({ of }) => of === (is ?? was)?.[0]);
        const told = (one: typeof is): string => (one ? `${one[1].minutes} min, ${one[1].words}` : "no time said");
        return work ? `${work.title}: reckoned with ${told(is)}; it was ${told(was)}` : null;
      },
    ),
    ...(same(before.labour, after.labour) ? [] : [`An hour’s work: ${money(after)}; it was ${money(before)}`]),
  ];
}

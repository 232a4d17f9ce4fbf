import { z } from "zod";
import { type Answer, equal, refusalFromIssue } from "../calculator/index.ts";
import { cardWords, fastenerCard } from "../fastener/index.ts";
import { believable, type Figures, isPlace, keyAt, KNOWN_FIGURES, PLACES } from "../figures/index.ts";
import { ABOUT_FRACTION, AT_LIMIT, type Limit } from "../metrology/index.ts";
import { findUnit, fromBase, quantityParse, type Unit } from "../quantity/index.ts";
import { namesIn, namesWords } from "./names.ts";
import { passesSchema, SOURCE_GRADES, type Spec, specSchema } from "./spec.ts";
import { buildsIn } from "./build.ts";
import { serialsIn, yearsIn } from "./holdsFor.ts";

const typed = z.string().trim().max(40).default("");

/** A figure of one machine as it is typed: what the maker's manual, a label or a gauge says, and where it stands. */
export const figureTypedSchema = z.strictObject({
  key: z.string().min(1).max(60),
  /** The place that it holds for, where the machine has several: front, rear, left, right, or one corner. */
  position: typed,
  /** A plain figure, a count, the torque to aim at, or what is told in words. */
  value: z.string().trim().max(120).default(""),
  least: typed,
  most: typed,
  /** Of a new part: from there wear is reckoned. */
  newLeast: typed,
  newMost: typed,
  /** How far off a torque may be: in percent, or as a torque with its unit. */
  tolerance: typed,
  /** The passes of a torque in percent of it, where the book says: "25 50 75 100". */
  passes: typed,
  /** The condition that a limit holds in, where it says one. */
  condition: typed,
  /** What holds at the limit, and from how many percent of the wear on a part is near it; nothing: by the shop's rule. */
  atLimit: z.enum(["", ...AT_LIMIT]).default(""),
  near: typed,
  /** The machines of its model that it holds for, where it is not every one: "2024 to 2026", "from TF1200". */
  years: typed,
  serials: z.string().trim().max(125).default(""),
  /** How those are made that it holds for: "Engine: two-stroke". */
  build: z.string().trim().max(300).default(""),
  grade: z.enum(SOURCE_GRADES),
  /** The book, sheet or label; who measured it, where it was measured. */
  where: z.string().trim().max(120),
  page: z.string().trim().max(40).default(""),
});
export type FigureTyped = z.input<typeof figureTypedSchema>;

/** How years and frame numbers are written that a figure holds for. */
export const YEARS_LIKE = "write model years like 2024 to 2026, from 2024, to 2023 or 2025.";
export const SERIALS_LIKE =
  "write frame numbers of one row like TF1200 to TF1899, the lower one first, or from TF1200.";
export const PASSES_LIKE = "write passes in percent of the torque, rising to the whole of it: 25 50 75 100.";
const BUILD_LIKE = "take one from the list, such as Engine: two-stroke; several with a semicolon between.";

/** Passes as they are written, "25 50 75 100" or "25, 50, 75, 100 %"; null where they do not rise to 100. */
export function passesIn(text: string): number[] | null {
  const passes = passesSchema.safeParse(
    text
      .replace(/%/g, "")
      .trim()
      .split(/[\s,;]+/)
      .map(Number),
  );
  return passes.success ? passes.data : null;
}

const refuse = (path: string, message: string): Answer<never> => ({
  ok: false,
  error: { code: "missing", path, message },
});

/** Units as figures are kept in, by the name that quantities know; others carry no unit that could be typed. */
const unitNamed = (unit: string) => findUnit(unit === "N·m" ? "N.m" : unit);

/**
 * A figure as typed, made into one of the machine's own: lengths and torques with or without a unit of their kind.
 * Errors: unsupported for a key that no procedure asks for and for places, which belong to the model's book; missing and
 * type where a number is left away or is none; range where it is beyond what any machine has; what a limit must be is told by the limit's own schema.
 */
export function figureEntered(
  input: FigureTyped,
  checkedBy: string | null,
  figures: Figures = KNOWN_FIGURES,
): Answer<Spec> {
  const parsed = checkedBySchema(figureTypedSchema, input);
  if (!parsed.ok) return parsed;
  const {
    key: asked,
    position,
    grade,
    where,
    page,
    condition,
    atLimit,
    near,
    years,
    serials,
    build,
    passes,
    ...texts
  } = parsed.value;
  if (where === "")
    return refuse("where", "Say where the figure stands: the book, the sheet, the label, who measured it.");
  if (position !== "" && !isPlace(position))
    return refuse("position", `"${position}" is no place: ${PLACES.join(", ")}.`);
  const key = position === "" ? asked : keyAt(asked, position);
  const known = figures.get(key);
  if (!known && position !== "" && figures.get(asked)) {
    return refuse("position", `${figures.get(asked)?.label ?? asked}: the machine has it once; leave the place away.`);
  }
  if (!known || known.kind === "places") {
    const message = `"${key}" is no figure that can be entered for one machine.`;
    return { ok: false, error: { code: "unsupported", path: "key", message } };
  }
  // Several of one thing by their names are counted by them.
  const names = known.kind === "count" ? namesIn(texts.value) : null;
  if (names) texts.value = String(names.length);
  const inPasses = passes === "" ? null : passesIn(passes);
  if (passes !== "" && !inPasses) return refuse("passes", `"${passes}": ${PASSES_LIKE}`);
  const drawn = inPasses ? { passesPercent: inPasses } : {};
  const numbers = new Map<string, number>();
  /** How far off a limit may be that was typed as about so much, in its own unit. */
  let aboutBy = 0;
  for (const name of ["value", "least", "most", "newLeast", "newMost", "tolerance"] as const) {
    if (texts[name] === "" || known.kind === "word" || known.kind === "fastener") continue;
    // More or less by so many N·m, as some books have it, or by percent.
    const asTorque = name === "tolerance" && /[a-z]/i.test(texts[name].replace(/percent/i, ""));
    const unit = name === "tolerance" && !asTorque ? undefined : unitNamed(known.unit);
    if (asTorque) {
      const off = numberIn(texts[name], unit);
      const target = numbers.get("value");
      if (!off.ok) return { ok: false, error: { ...off.error, path: name } };
      if (target !== undefined) numbers.set(name, (off.value / target) * 100);
      continue;
    }
    const about = aboutIn(texts[name]);
    if (about && (known.kind !== "limit" || (name !== "least" && name !== "most"))) {
      const message = `${known.label}: "${texts[name]}": only the least and the most of a limit may be about so much. Type the figure alone.`;
      return refuse(name, message);
    }
    texts[name] = about?.figure ?? texts[name];
    // A book in another unit is the commonest slip there is: what goes on file says which it was.
    if (known.kind === "torque" && name !== "tolerance" && /^[\d.,\s/]+$/.test(texts[name])) {
      const message = `${known.label}: ${texts[name]} of what? Type the unit as it is printed: ${texts[name]} N·m, ${texts[name]} ft-lb or ${texts[name]} in-lb.`;
      return refuse(name, message);
    }
    const read = numberIn(name === "tolerance" ? texts[name].replace(/\s*(%|percent)$/i, "") : texts[name], unit);
    if (!read.ok) return { ok: false, error: { ...read.error, path: name } };
    const { least, most } = believable(known);
    if (name !== "tolerance" && !(read.value >= least && read.value <= most)) {
      const range = `${least} to ${most}${["", "1"].includes(known.unit) ? "" : ` ${known.unit}`}`;
      const message = `${known.label}: ${texts[name]} cannot be; from ${range} is taken. Nothing is kept.`;
      return { ok: false, error: { code: "range", path: name, message } };
    }
    numbers.set(name, read.value);
    if (!about) continue;
    const off = about.off === "" ? null : numberIn(about.off, unit);
    if (off && !off.ok) return { ok: false, error: { ...off.error, path: name } };
    aboutBy = Math.max(aboutBy, off ? off.value : Number(Math.abs(read.value * ABOUT_FRACTION).toPrecision(3)));
  }
  const need = (name: string, what: string): Answer<number> => {
    const value = numbers.get(name);
    return value === undefined ? refuse(name, `${known.label}: give ${what}.`) : { ok: true, value };
  };
  const source = { grade, book: where, edition: "", page, checkedBy };
  const its = { years: yearsIn(years), serials: serialsIn(serials) };
  if (years !== "" && !its.years) return refuse("years", `"${years}": ${YEARS_LIKE}`);
  if (serials !== "" && !its.serials) return refuse("serials", `"${serials}": ${SERIALS_LIKE}`);
  const only = build === "" ? undefined : buildsIn(build, figures);
  if (only === null) return refuse("build", `"${build}": ${BUILD_LIKE}`);
  const holdsFor = { ...(its.years && { years: its.years }), ...(its.serials && { serials: its.serials }) };
  const common = {
    key,
    label: known.label,
    source,
    ...(only && { only }),
    ...(Object.keys(holdsFor).length > 0 && { holdsFor }),
  };
  const at = atLimit === "" ? {} : { atLimit };
  switch (known.kind) {
    case "limit": {
      const least = numbers.get("least");
      const most = numbers.get("most");
      if (least === undefined && most === undefined) {
        return refuse("least", `${known.label}: give the least that is allowed, the most, or both.`);
      }
      const limit =
        least === undefined
          ? { kind: "max", serviceMax: most }
          : most === undefined
            ? { kind: "min", serviceMin: least }
            : { kind: "range", serviceMin: least, serviceMax: most };
      const percent = near === "" ? null : percentIn(near);
      if (percent === undefined) {
        return refuse("near", `${known.label}: near from so many percent of the wear, such as 80: 1 to 100.`);
      }
      const [standardMin, standardMax] = [numbers.get("newLeast"), numbers.get("newMost")];
      const rules = {
        ...(standardMin === undefined ? {} : { standardMin }),
        ...(standardMax === undefined ? {} : { standardMax }),
        ...{ ...at, ...(percent === null ? {} : { nearFraction: percent / 100 }) },
        ...(aboutBy === 0 ? {} : { aboutBy }),
      };
      return checked({
        ...{ kind: "limit", ...common, limit: { ...limit, ...rules } },
        ...(condition === "" ? {} : { condition }),
      });
    }
    case "height": {
      const min = need("least", "the least height");
      const max = need("most", "the greatest height");
      if (!min.ok) return min;
      if (!max.ok) return max;
      const target = numbers.get("value");
      return checked({
        kind: "height",
        ...common,
        ...at,
        heightMm: { min: min.value, max: max.value, ...(target === undefined ? {} : { target }) },
      });
    }
    case "torque": {
      const [from, to] = [numbers.get("least"), numbers.get("most")];
      // Many manuals give a range: it is aimed at the middle, and the band is the range.
      if (from !== undefined && to !== undefined && !numbers.has("value")) {
        if (from >= to) return refuse("most", `${known.label}: the greatest must be above the least.`);
        const targetNm = (from + to) / 2;
        const tolerancePercent = ((to - from) / 2 / targetNm) * 100;
        return checked({ kind: "torque", ...common, ...drawn, targetNm, tolerancePercent });
      }
      const target = need("value", "the torque, or the least and the greatest");
      const tolerance = need("tolerance", "how far off it may be, in percent or as a torque such as 5 N·m");
      if (!target.ok) return target;
      if (!tolerance.ok) return tolerance;
      return checked({
        kind: "torque",
        ...common,
        ...drawn,
        targetNm: target.value,
        tolerancePercent: tolerance.value,
      });
    }
    case "count": {
      const count = need("value", "how many there are, or their names with commas between");
      if (!count.ok) return count;
      return checked({ kind: "count", ...common, count: count.value, ...(names && { names }) });
    }
    case "word": {
      const { words } = known;
      if (words === undefined && texts.value === "") return refuse("value", `${known.label}: say it in a few words.`);
      if (words?.includes(texts.value) === false) {
        return refuse("value", `${known.label}: one of ${words.join(", ")}.`);
      }
      return checked({ kind: "word", ...common, word: texts.value });
    }
    case "fastener": {
      const card = fastenerCard(texts.value);
      return card.ok
        ? checked({ kind: "fastener", ...common, card: card.value })
        : { ok: false, error: { ...card.error, path: "value" } };
    }
    case "figure": {
      const value = need("value", "the figure");
      return value.ok ? checked({ kind: "figure", ...common, value: value.value, unit: known.unit }) : value;
    }
  }
}

/**
 * A figure that is only about so much, as it is typed: "about 6", "~6 mm", or with how far it may be off, "6 ±0.5"; the
 * figure and how far off, empty where that is not said. null where it is a plain figure.
 */
function aboutIn(text: string): { figure: string; off: string } | null {
  const [, figure = "", off = ""] = /^(.+?)\s*(?:±|\+\/?-)\s*(.+)$/.exec(text) ?? [];
  if (off !== "") {
    // A unit that stands once stands for both.
    const unit = /[a-z"'″′°].*$/i.exec(off)?.[0] ?? /[a-z"'″′°].*$/i.exec(figure)?.[0] ?? "";
    const withUnit = (part: string): string => (/[a-z"'″′°]/i.test(part) ? part : `${part} ${unit}`.trim());
    return { figure: withUnit(figure), off: withUnit(off) };
  }
  const [, rest = ""] = /^(?:about|approx\.?|ca\.?|~|≈)\s*(.+)$/i.exec(text) ?? [];
  return rest === "" ? null : { figure: rest, off: "" };
}

/** A share in percent as it is typed, 1 to 100; undefined where it is none. */
export function percentIn(text: string): number | undefined {
  const value = Number(text.replace(/\s*(%|percent)$/i, "").replace(",", "."));
  return value >= 1 && value <= 100 ? value : undefined;
}

/** What holds at a limit and near it, where it says so, in words. */
const rulesIn = ({ atLimit, nearFraction }: Pick<Limit, "atLimit" | "nearFraction">): string[] => [
  ...(atLimit === undefined ? [] : [atLimit === "passes" ? "equal passes" : "equal cannot be called"]),
  ...(nearFraction === undefined ? [] : [`near from ${Number((nearFraction * 100).toFixed(1))} % of its wear`]),
];
const ruleWords = (limit: Pick<Limit, "atLimit" | "nearFraction">): string =>
  rulesIn(limit)
    .map((rule) => `, ${rule}`)
    .join("");

/** The rules at and near a figure's limit as words, and the figure without them; null where it has no limit. */
export function apartFromRules(spec: Spec): { rules: string; rest: Spec } | null {
  if (spec.kind === "limit") {
    const { atLimit: _at, nearFraction: _near, ...limit } = spec.limit;
    return { rules: rulesIn(spec.limit).join(", "), rest: { ...spec, limit } };
  }
  if (spec.kind !== "height") return null;
  const { atLimit: _at, ...rest } = spec;
  return { rules: rulesIn(spec).join(", "), rest };
}

/** A typed number in the unit that the figure is kept in; another unit of its kind may follow. */
function numberIn(text: string, unit: Unit | undefined): Answer<number> {
  if (unit) {
    const read = quantityParse({ text, kind: unit.kind, unit: unit.name });
    return read.ok ? { ok: true, value: fromBase(read.value.valueInBase, unit) } : read;
  }
  const value = Number(text.replace(",", "."));
  if (Number.isFinite(value)) return { ok: true, value };
  return { ok: false, error: { code: "type", path: "value", message: `"${text}" is no number.` } };
}

/** A value by its schema, or what the schema says of it first. */
function checkedBySchema<Schema extends z.ZodType>(schema: Schema, value: unknown): Answer<z.output<Schema>> {
  const parsed = schema.safeParse(value);
  if (parsed.success) return { ok: true, value: parsed.data };
  const issue = parsed.error.issues[0];
  if (!issue) throw new Error("a refusal without an issue");
  return { ok: false, error: refusalFromIssue(issue, value) };
}

/** The fields of a limit as they are typed, with what each is called. */
const LIMIT_FIELDS: readonly (readonly [field: string, typed: string, called: string])[] = [
  ["serviceMin", "least", "the least that is allowed"],
  ["serviceMax", "most", "the most that is allowed"],
  ["standardMin", "newLeast", "the least of a new part"],
  ["standardMax", "newMost", "the most of a new part"],
];

/** A figure by its schema; what it says of a limit is told in the words of the form. */
function checked(spec: object): Answer<Spec> {
  const answer = checkedBySchema(specSchema, spec);
  if (answer.ok) return answer;
  const { error } = answer;
  let { message, path } = error;
  for (const [field, typed, called] of LIMIT_FIELDS) {
    message = message.replaceAll(`limit.${field}`, called);
    if (path === `limit.${field}`) path = typed;
  }
  return { ok: false, error: { ...error, path, message: message.charAt(0).toUpperCase() + message.slice(1) } };
}

/** So many digits stand in a torque as it is told, N·m. */
const told = (value: number): string => String(Number(value.toFixed(2)));

/** A torque in words: "98 N·m ±10 %"; where the percentage is none that a book prints, as the range it came from. */
export function torqueWords({ targetNm, tolerancePercent }: { targetNm: number; tolerancePercent: number }): string {
  if (equal(tolerancePercent, Number(tolerancePercent.toFixed(1))))
    return `${told(targetNm)} N·m ±${tolerancePercent} %`;
  const off = (targetNm * tolerancePercent) / 100;
  return `${told(targetNm - off)} to ${told(targetNm + off)} N·m`;
}

/** A figure in words: "0.15 mm at most", "36 to 50 mm", "98 N·m ±10 %". */
export function specWords(spec: Spec, figures: Figures = KNOWN_FIGURES): string {
  const unit = figures.get(spec.key)?.unit ?? "";
  const withUnit = (text: string): string => (unit === "" || unit === "1" ? text : `${text} ${unit}`);
  switch (spec.kind) {
    case "limit": {
      const { serviceMin: least, serviceMax: most } = spec.limit;
      const within =
        least === undefined
          ? `${withUnit(String(most))} at most`
          : most === undefined
            ? `${withUnit(String(least))} at least`
            : withUnit(`${least} to ${most}`);
      const about = spec.limit.aboutBy ? `about ${within}, ±${withUnit(String(spec.limit.aboutBy))}` : within;
      return `${about}${spec.condition === undefined ? "" : `, ${spec.condition}`}${ruleWords(spec.limit)}`;
    }
    case "height":
      return `${withUnit(`${spec.heightMm.min} to ${spec.heightMm.max}`)}${spec.heightMm.target === undefined ? "" : `, best ${spec.heightMm.target}`}${ruleWords(spec)}`;
    case "torque":
      return `${torqueWords(spec)}${spec.passesPercent ? `, in passes of ${spec.passesPercent.join(", ")} %` : ""}`;
    case "count":
      return spec.names ? `${spec.count}: ${namesWords(spec.names)}` : String(spec.count);
    case "word":
      return spec.word;
    case "fastener":
      return cardWords(spec.card);
    case "places":
      return `${spec.places.length} places`;
    case "figure":
      return spec.unit === "1" ? String(spec.value) : `${spec.value} ${spec.unit}`;
  }
}

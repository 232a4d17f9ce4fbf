import { cardLine, cardSchema, fastenerCard } from "../fastener/index.ts";
import { baseOf, believable, type Figures, type KnownFigure, placeOf, PLACES } from "../figures/index.ts";
import { AT_LIMIT, type AtLimit } from "../metrology/index.ts";
import { findUnit, fromBase, quantityParse, unitNames } from "../quantity/index.ts";
import {
  type HoldsFor,
  namesIn,
  namesWords,
  PASSES_LIKE,
  passesIn,
  rangeWords,
  scopeOf,
  SERIALS_LIKE,
  serialsIn,
  SOURCE_GRADES,
  type Spec,
  specSchema,
  YEARS_LIKE,
  yearsIn,
} from "../spec/index.ts";
import { type Cells, numberText, type Reader, type ReadRow, reader } from "./cells.ts";
import { MODEL } from "./models.ts";
import { column, keyOf, needed, type Table } from "./table.ts";

/** A figure on file: whose, and what it says. */
export type FigureRow = {
  maker: string;
  model: string;
  /** The mark of the one machine it holds for; empty where it holds for the model. */
  machine: string;
  spec: Spec;
  enteredBy: string;
};

const NUMBERS = ["least", "most", "value", "new_least", "new_most", "about_by"] as const;

export const figuresTable: Table<FigureRow> = {
  id: "figures",
  title: "Figures",
  about: "What spec books and machines have on file: one row a figure, each with its source.",
  columns: [
    MODEL.maker,
    MODEL.model,
    column(
      "machine",
      "The mark of the one machine that it holds for; empty where it holds for every one of the model.",
    ),
    needed(
      "figure",
      "Which figure, by the name that procedures ask for it: friction-thickness; for one place with it behind: axle-nut-torque@rear.",
    ),
    column("label", "What it is called in words; may be left away."),
    column("least", "The least that is allowed."),
    column("most", "The most that is allowed."),
    column("value", "The figure, the count, the torque to aim at, the best height."),
    column("new_least", "The least of a new part."),
    column("new_most", "The most of a new part."),
    column("tolerance_percent", "How far off a torque may be, in percent."),
    column("passes_percent", "The passes of a torque in percent of it, where the book says: 25 50 75 100."),
    column("unit", "The unit of all these: never guessed."),
    column("condition", "The condition that a limit holds in."),
    column("about_by", "How far off a limit itself may be that is only about so much, in the unit of the row."),
    column("at_limit", `What holds at the limit: ${AT_LIMIT.join(", ")}; the shop's rule where it is empty.`),
    column(
      "near_percent",
      "From how many percent of its wear on a part is near the limit; the shop's rule where it is empty.",
    ),
    column(
      "text",
      "A word of how the machine is made; a fastener as it is typed; the name of each that is counted, commas between; places as [[x, y, length in mm, what lies under], …].",
    ),
    column("only", "The builds that it holds for, a line each: drive-case=chain in oil."),
    column(
      "years",
      "The model years that it holds for: 2024 to 2026, from 2024, to 2023, 2025; every one where it is empty.",
    ),
    column(
      "frame_numbers",
      "The frame numbers that it holds for: TF1200 to TF1899, from TF1200; every one where it is empty.",
    ),
    needed("grade", `Where it comes from: ${SOURCE_GRADES.join(", ")}.`),
    needed("source", "The book, sheet or label; who measured it, where it was measured."),
    column("edition", "Of the book."),
    column("page", "Of the book."),
    column("checked_by", "Who looked it up a second time."),
    column("entered_by", "Who entered it."),
  ],
  // Of a model several may stand under one name, each for other machines; a machine's own is its own.
  key: ({ maker, model, machine, spec }) => keyOf(maker, model, machine, spec.key, machine === "" ? scopeOf(spec) : ""),
  read: readFigureRow,
  write({ maker, model, machine, spec, enteredBy }, figures) {
    const { grade, book: source, edition, page, checkedBy } = spec.source;
    return {
      ...{ maker, model, machine, figure: spec.key, label: spec.label },
      ...saysOf(spec, figures),
      only: Object.entries(spec.only ?? {})
        .map(([key, word]) => `${key}=${word}`)
        .join("\n"),
      years: spec.holdsFor?.years ? rangeWords(spec.holdsFor.years) : "",
      frame_numbers: spec.holdsFor?.serials ? rangeWords(spec.holdsFor.serials) : "",
      ...{ grade, source, edition, page, checked_by: checkedBy ?? "", entered_by: enteredBy },
    };
  },
};

/** What a figure says, by column. */
function saysOf(spec: Spec, figures: Figures): Record<string, string> {
  const known = figures.get(spec.key)?.unit ?? "";
  const unit = known === "1" ? "" : known;
  switch (spec.kind) {
    case "limit": {
      const { serviceMin, serviceMax, standardMin, standardMax } = spec.limit;
      return {
        ...{ least: numberText(serviceMin), most: numberText(serviceMax), unit },
        ...{ new_least: numberText(standardMin), new_most: numberText(standardMax), condition: spec.condition ?? "" },
        ...{ at_limit: spec.limit.atLimit ?? "", near_percent: percentText(spec.limit.nearFraction) },
        about_by: numberText(spec.limit.aboutBy),
      };
    }
    case "height": {
      const { min, max, target } = spec.heightMm;
      return {
        ...{ least: numberText(min), most: numberText(max), value: numberText(target), unit: "mm" },
        at_limit: spec.atLimit ?? "",
      };
    }
    case "torque":
      return {
        ...{ value: numberText(spec.targetNm), tolerance_percent: numberText(spec.tolerancePercent), unit: "N·m" },
        passes_percent: (spec.passesPercent ?? []).join(" "),
      };
    case "count":
      return { value: numberText(spec.count), ...(spec.names && { text: namesWords(spec.names) }) };
    case "figure":
      return { value: numberText(spec.value), unit: spec.unit === "1" ? "" : spec.unit };
    case "word":
      return { text: spec.word };
    case "fastener":
      return { text: cardLine(spec.card) ?? JSON.stringify(spec.card) };
    case "places":
      return { text: JSON.stringify(spec.places.map(({ x, y, lengthMm, under }) => [x, y, lengthMm, under])) };
  }
}

function readFigureRow(cells: Cells, figures: Figures): ReadRow<FigureRow> {
  const read = reader(cells);
  const maker = read.needed("maker", 80, "who makes the machine");
  const model = read.needed("model", 80, "what it is called");
  const machine = read.words("machine", 80);
  const key = read.needed("figure", 60, "which figure, such as friction-thickness");
  const grade = read.oneOf("grade", SOURCE_GRADES);
  const book = read.needed("source", 120, "the book, the sheet, the label, who measured it");
  const source = { grade, book, edition: read.words("edition", 40), page: read.words("page", 40) };
  const checkedBy = read.words("checked_by", 80) || null;
  const enteredBy = read.words("entered_by", 80);
  const only = read.lines("only").map((line) => line.split("=") as [string, string?]);
  for (const [name, word] of only) {
    if (!name || !word) read.wrong("only", `"${name}" says no build: write it like drive-case=chain in oil.`);
  }
  const holdsFor = holdsForIn(read);
  const known = figures.get(key);
  if (key !== "" && !known) read.wrong("figure", notKnown(key, figures));
  const says = known ? saidIn(read, known) : null;
  if (!says || !known) return { ok: false, faults: read.faults };
  const spec = specSchema.safeParse({
    ...{ kind: known.kind, key, label: read.words("label", 120) || known.label, source: { ...source, checkedBy } },
    ...(only.length > 0 && { only: Object.fromEntries(only) }),
    ...(Object.keys(holdsFor).length > 0 && { holdsFor }),
    ...says,
  });
  if (!spec.success && read.faults.length === 0) {
    for (const { path, message } of spec.error.issues) read.wrong(columnOf(path), message);
  }
  return spec.success
    ? read.row({ maker, model, machine, spec: spec.data, enteredBy })
    : { ok: false, faults: read.faults };
}

/** Why no figure is meant by a key: it has another place than there are, none at all, or is known by another name. */
function notKnown(key: string, figures: Figures): string {
  const known = figures.get(baseOf(key));
  if (!known || placeOf(key) === "") return `No figure is called "${key}"${near(key, figures)}.`;
  return known.byPlace
    ? `"${placeOf(key)}" is no place: ${PLACES.join(", ")}.`
    : `${known.label}: the machine has it once; leave the place away.`;
}

/** Figures that are called alike, as words, the nearest first. */
function near(key: string, figures: Figures): string {
  const parts = key
    .toLowerCase()
    .split(/[^a-z]+/)
    .filter((part) => part.length > 2);
  const matches = (one: string): number => parts.filter((part) => one.includes(part)).length;
  const apart = (one: string): number => Math.abs(one.length - key.length);
  const alike = [...figures.keys()]
    .filter((one) => matches(one) > 0)
    .sort((a, b) => matches(b) - matches(a) || apart(a) - apart(b))
    .slice(0, 4);
  return alike.length === 0 ? "" : `; there are ${alike.join(", ")}`;
}

/** The column that a part of a figure stands in. */
function columnOf(path: readonly PropertyKey[]): string {
  const at = path.map(String);
  const columns: Readonly<Record<string, string>> = {
    ...{ serviceMin: "least", serviceMax: "most", standardMin: "new_least", standardMax: "new_most" },
    ...{ min: "least", max: "most", target: "value", targetNm: "value", count: "value", value: "value" },
    ...{ atLimit: "at_limit", nearFraction: "near_percent", aboutBy: "about_by" },
    ...{
      tolerancePercent: "tolerance_percent",
      passesPercent: "passes_percent",
      condition: "condition",
      word: "text",
      card: "text",
      places: "text",
    },
  };
  return at.map((part) => columns[part]).find((one) => one !== undefined) ?? "figure";
}

/** What the cells of a row say of a known figure, in the unit it is kept in; null where that cannot be told, which is said. */
function saidIn(read: Reader, known: KnownFigure): object | null {
  const numbers = numbersIn(read, known);
  if (numbers === null) return null;
  const { least, most, value, new_least: standardMin, new_most: standardMax, about_by: aboutBy } = numbers;
  const must = (name: string, number: number | undefined, what: string): number | null =>
    number ?? read.wrong(name, `Empty: say ${what}.`);
  switch (known.kind) {
    case "limit": {
      if (least === undefined && most === undefined) {
        return read.wrong("least", "Empty: give the least that is allowed, the most, or both.");
      }
      const kind = least === undefined ? "max" : most === undefined ? "min" : "range";
      const condition = read.words("condition", 120);
      const limit = said({ serviceMin: least, serviceMax: most, standardMin, standardMax, aboutBy });
      const percent = read.number("near_percent");
      const near = percent === null ? {} : { nearFraction: Number((percent / 100).toFixed(6)) };
      return { limit: { kind, ...limit, ...atLimitIn(read), ...near }, ...(condition !== "" && { condition }) };
    }
    case "height":
      return {
        ...atLimitIn(read),
        heightMm: {
          min: must("least", least, "the least height"),
          max: must("most", most, "the greatest height"),
          ...said({ target: value }),
        },
      };
    case "torque": {
      const tolerancePercent = read.number("tolerance_percent");
      if (tolerancePercent === null) read.wrong("tolerance_percent", "Empty: say how far off it may be, in percent.");
      return { targetNm: must("value", value, "the torque to aim at"), tolerancePercent, ...drawnIn(read) };
    }
    case "count":
      return namedIn(read, value) ?? { count: must("value", value, "how many there are") };
    case "figure":
      return { value: must("value", value, "the figure"), unit: known.unit };
    case "word": {
      const word = read.needed("text", 120, "say it in a few words");
      if (known.words?.includes(word) === false) read.wrong("text", `"${word}": one of ${known.words.join(", ")}.`);
      return { word };
    }
    case "fastener":
      return cardIn(read);
    case "places":
      return placesIn(read);
  }
}

/** The passes of a torque; nothing where the book says none. */
function drawnIn(read: Reader): { passesPercent?: number[] } {
  const text = read.words("passes_percent", 40);
  const passes = text === "" ? null : passesIn(text);
  if (text !== "" && !passes) read.wrong("passes_percent", `"${text}": ${PASSES_LIKE}`);
  return passes ? { passesPercent: passes } : {};
}

/** Several of one thing by their names; null where nothing names them. */
function namedIn(read: Reader, value: number | undefined): { count: number; names: string[] } | null {
  const text = read.words("text", 500);
  if (text === "") return null;
  const names = namesIn(text);
  if (!names) read.wrong("text", `"${text}": the name of each but once, with commas between.`);
  else if (value !== undefined && value !== names.length)
    read.wrong("value", `${value}, and ${names.length} names: leave one of both away, or put it right.`);
  return { count: names?.length ?? 1, names: names ?? [""] };
}

/** The machines of its model that a row holds for. */
function holdsForIn(read: Reader): HoldsFor {
  const [years, numbers] = [read.words("years", 40), read.words("frame_numbers", 125)];
  const [made, serials] = [yearsIn(years), serialsIn(numbers)];
  if (years !== "" && !made) read.wrong("years", `"${years}": ${YEARS_LIKE}`);
  if (numbers !== "" && !serials) read.wrong("frame_numbers", `"${numbers}": ${SERIALS_LIKE}`);
  return { ...(made && { years: made }), ...(serials && { serials }) };
}

const atLimitIn = (read: Reader): { atLimit?: AtLimit } => {
  const text = read.words("at_limit", 20);
  const known = AT_LIMIT.find((one) => one === text);
  if (text !== "" && !known) read.wrong("at_limit", `"${text}": one of ${AT_LIMIT.join(", ")}, or empty.`);
  return known ? { atLimit: known } : {};
};
const percentText = (fraction: number | undefined): string =>
  fraction === undefined ? "" : numberText(Number((fraction * 100).toFixed(4)));

/** Without what nobody has said. */
const said = (numbers: Readonly<Record<string, number | undefined>>): Record<string, number> =>
  Object.fromEntries(Object.entries(numbers).flatMap(([name, n]) => (n === undefined ? [] : [[name, n]])));

/** The numbers of a row in the unit that the figure is kept in. */
function numbersIn(read: Reader, known: KnownFigure): Partial<Record<(typeof NUMBERS)[number], number>> | null {
  const typed = NUMBERS.flatMap((name) => {
    const value = read.number(name);
    return value === null ? [] : [[name, value] as const];
  });
  const kept = known.kind === "height" ? "mm" : known.kind === "torque" ? "N·m" : known.unit === "1" ? "" : known.unit;
  const unit = read.words("unit", 20);
  const [first] = typed;
  const target = findUnit(kept === "N·m" ? "N.m" : kept);
  const others = target ? unitNames(target.kind).join(", ") : kept;
  if (first !== undefined && unit === "" && kept !== "") {
    return read.wrong("unit", `Empty: ${first[1]} of what? One of ${others}.`);
  }
  const { least, most } = believable(known);
  const own: [string, number][] = [];
  for (const [name, value] of typed) {
    const answer =
      unit === kept || !target
        ? null
        : quantityParse({ text: `${value} ${unit}`, kind: target.kind, unit: target.name });
    if (unit !== kept && !answer?.ok) {
      const right = kept === "" ? "this one has none; leave it empty" : `one of ${others}`;
      return read.wrong("unit", `"${unit}" is no unit of ${known.label.toLowerCase()}: ${right}.`);
    }
    const inOwn = answer?.ok && target ? fromBase(answer.value.valueInBase, target) : value;
    // How far off is no figure of the machine: it is less than any.
    if (name !== "about_by" && !(inOwn >= least && inOwn <= most)) {
      read.wrong(
        name,
        `${value} ${unit} cannot be: from ${least} to ${most}${kept === "" ? "" : ` ${kept}`} is taken.`,
      );
    }
    own.push([name, inOwn]);
  }
  return Object.fromEntries(own);
}

function cardIn(read: Reader): object | null {
  const text = read.needed("text", 400, "type the fastener like M6x25 h8");
  if (text.startsWith("{")) {
    const card = cardSchema.safeParse(jsonIn(text));
    return card.success ? { card: card.data } : read.wrong("text", "That is no fastener: type it like M6x25 h8.");
  }
  if (text === "") return null;
  const card = fastenerCard(text);
  return card.ok ? { card: card.value } : read.wrong("text", card.error.message);
}

function placesIn(read: Reader): object | null {
  const text = read.needed("text", 6000, "say where each sits");
  const places = jsonIn(text);
  if (!Array.isArray(places) || !places.every((place) => Array.isArray(place) && place.length === 4)) {
    return read.wrong(
      "text",
      "Places are written as [[x, y, length in mm, what lies under], …], such as [[0.05, 0.98, 25, null]].",
    );
  }
  return {
    places: (places as unknown[][]).map(([x, y, lengthMm, under]) => ({ x, y, lengthMm, under })),
  };
}

function jsonIn(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

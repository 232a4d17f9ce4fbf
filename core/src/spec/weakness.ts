import type { Answer } from "../calculator/index.ts";
import { holdsForMachine, type HoldsFor, rangeWords, yearsIn } from "./holdsFor.ts";

/** What is known to go wrong on a model: on which part, how it shows, what helps, and on which years. */
export type Weakness = {
  part: string;
  shows: string;
  helps: string;
  years: HoldsFor["years"] | null;
  /** Whether the years are sure; null where no years are said. */
  sure: boolean | null;
};

/** What parts a weakness on one line, and the columns it has then. */
const BAR = "|";
const COLUMNS = 5;
const wrong = (message: string): Answer<never> => ({ ok: false, error: { code: "type", path: "weaknesses", message } });

/**
 * A weakness as it is written on one line: "part | how it shows | what helps | years | sure or not sure". A line without
 * bars says how it shows, and nothing else. Errors: more than five columns, nothing that shows, years that are none, or
 * years without saying whether they are sure.
 */
export function weaknessIn(line: string): Answer<Weakness> {
  const cells = line.split(BAR).map((cell) => cell.trim());
  if (cells.length === 1)
    return { ok: true, value: { part: "", shows: line.trim(), helps: "", years: null, sure: null } };
  if (cells.length > COLUMNS)
    return wrong(`"${line}": part | how it shows | what helps | years | sure or not sure, no more.`);
  const [part = "", shows = "", helps = "", typed = "", said = ""] = cells;
  if (shows === "") return wrong(`"${line}": how it shows is missing, behind the first bar.`);
  const years = typed === "" ? null : yearsIn(typed);
  if (typed !== "" && years === null) return wrong(`"${typed}" are no years: 2019 to 2021, from 2019, or 2019.`);
  if (years !== null && said !== "sure" && said !== "not sure")
    return wrong(`"${line}": say behind the last bar whether the years are sure or not sure.`);
  if (years === null && said !== "") return wrong(`"${said}" stands without years: leave it away, or say the years.`);
  return { ok: true, value: { part, shows, helps, years, sure: years === null ? null : said === "sure" } };
}

/** Whether it is told of a machine of a year: not where the years are sure and it is of another. */
const mayBe = ({ years, sure }: Weakness, year: number | null): boolean =>
  !years || sure !== true || year === null || holdsForMachine({ years }, { year, serial: "" });

/** A weakness in words: "Bearing, clutch side: single row; look which it has (model years 2019 to 2021, not sure)". */
function inWords({ part, shows, helps, years, sure }: Weakness): string {
  const which = years ? ` (model years ${rangeWords(years)}, ${sure ? "sure" : "not sure"})` : "";
  return `${part === "" ? "" : `${part}: `}${shows}${helps === "" ? "" : `; ${helps}`}${which}`;
}

/** What is known to go wrong on a machine of a year, in words; a line that cannot be read is told as it stands. */
export const weaknessesOf = (lines: readonly string[], year: number | null): string[] =>
  lines.flatMap((line) => {
    const read = weaknessIn(line);
    if (!read.ok) return [line];
    return mayBe(read.value, year) ? [inWords(read.value)] : [];
  });

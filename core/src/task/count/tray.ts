import { equal } from "../../calculator/index.ts";
import { activeSpine, goesBack } from "../../job/applies.ts";
import { type Bench, specFor } from "../../job/bench.ts";
import { countOf, type JobState, latest } from "../../job/fold.ts";
import { type FastenerEntry, itemName, piecesOf } from "../../procedure/index.ts";
import { slot } from "../lines.ts";

/** One fastener's place in the tray: where it sits, how long it is, what lay under it, whether it is out or in. */
export type TrayPlace = {
  place: number;
  x: number;
  y: number;
  lengthMm: number | null;
  /** The length by the book, to compare. */
  bookMm: number | null;
  under: string | null;
  /** What lies under it by the book. */
  bookUnder: string | null;
  state: "on" | "out" | "in";
};

/** How a fastener came out otherwise than the book has it: "25 mm, the book says 40 mm, copper washer"; or null. */
export function oddWords({
  lengthMm,
  bookMm,
  under,
  bookUnder,
}: Omit<TrayPlace, "place" | "x" | "y" | "state">): string | null {
  const length = lengthMm !== null && bookMm !== null && !equal(lengthMm, bookMm);
  const washer = (under ?? "").toLowerCase() !== (bookUnder ?? "").toLowerCase() && bookMm !== null;
  if (!length && !washer) return null;
  const said = (mm: number | null, beneath: string | null): string =>
    [mm === null ? "" : `${mm} mm`, washer ? (beneath ?? "nothing under it") : ""].filter(Boolean).join(", ");
  return `${said(lengthMm, under)}; the book says ${said(bookMm, bookUnder)}`;
}

export type TrayLine = {
  id: string;
  name: string;
  one: string;
  expected: number;
  /** Out of the machine and into the tray; for what is put on for the work: put on. null while not counted. */
  out: number | null;
  /** Back in; for what is put on for the work: taken away. null while not counted. */
  in: number | null;
  temporary: boolean;
  /** It sits outside: one that did not come out lies nowhere inside. */
  outside?: boolean;
  /** No procedure names it: the line by which somebody laid it down, and the step it came out in. */
  laid?: string;
  task?: string;
  places: TrayPlace[];
};

/** Places evenly round a ring, the first at the top, clockwise. */
export function onRing(count: number): { x: number; y: number }[] {
  return Array.from({ length: count }, (_, i) => {
    const angle = (i / count) * 2 * Math.PI;
    return { x: Math.sin(angle), y: Math.cos(angle) };
  });
}

/** Where the fasteners of a group sit: by the book where it says so for this many, else round a ring. */
export function placesOf(
  bench: Bench,
  entry: FastenerEntry,
  count: number,
): { x: number; y: number; lengthMm: number | null; under: string | null }[] {
  const spec = entry.places === undefined ? null : specFor(bench, entry.places);
  if (spec?.kind === "places" && spec.places.length === count) return spec.places;
  return onRing(count).map((spot) => ({ ...spot, lengthMm: null, under: null }));
}

function fastenerLine(bench: Bench, state: JobState, entry: FastenerEntry): TrayLine {
  const expected = countOf(state, entry.id);
  const { id, name, one } = entry;
  if (entry.tray === "together") {
    const off = latest(state, slot.off(id).key, "part_removed");
    const fitted = latest(state, slot.fit(id, 1).key, "part_fitted");
    const counted = (body: { count: number | null } | null): number | null => body && (body.count ?? expected);
    return { id, name, one, expected, out: counted(off), in: counted(fitted), temporary: false, places: [] };
  }
  const places = placesOf(bench, entry, expected).map(({ x, y, ...book }, i): TrayPlace => {
    const out = latest(state, slot.out(id, i + 1).key, "fastener_out");
    const fitted = latest(state, slot.fit(id, i + 1).key, "part_fitted");
    // The right one went in: from then on it is as the book has it.
    const came = out && fitted?.asBook !== true ? out : null;
    return {
      place: i + 1,
      ...{ x, y },
      lengthMm: came ? came.lengthMm : book.lengthMm,
      bookMm: book.lengthMm,
      under: came ? came.under : book.under,
      bookUnder: book.under,
      state: fitted ? "in" : out ? "out" : "on",
    };
  });
  const out = places.filter((p) => p.state !== "on").length;
  const back = places.filter((p) => p.state === "in").length;
  return {
    id,
    name,
    one,
    expected,
    out: out === 0 ? null : out,
    in: back === 0 ? null : back,
    temporary: false,
    places,
  };
}

/** How one fastener of a group came out otherwise than the book has it, as long as no right one went in; or null. */
export function oddAt(bench: Bench, state: JobState, id: string, place: number): string | null {
  const entry = activeSpine(bench, state).find((one) => one.id === id);
  if (entry?.kind !== "fasteners" || entry.tray !== "by place") return null;
  const own = fastenerLine(bench, state, entry).places[place - 1];
  return own && own.state !== "on" ? oddWords(own) : null;
}

/** Everything that lies in the tray or is put on for the work: counted out, counted in. */
export function trayOf(bench: Bench, state: JobState): TrayLine[] {
  const spine = activeSpine(bench, state).filter((entry) => goesBack(bench, state, entry));
  const within = new Set(spine.flatMap((entry) => (entry.kind === "part" ? entry.loose.map((piece) => piece.id) : [])));
  const counted = (id: string, way: "apart" | "together"): number | null =>
    latest(state, slot.count(id, way).key, "pieces_counted")?.count ?? null;
  return [
    ...spine.flatMap((entry) => (entry.kind === "fasteners" ? [fastenerLine(bench, state, entry)] : [])),
    ...piecesOf(bench.procedure)
      .filter((piece) => piece.temporary || within.has(piece.id))
      .map(({ id, name, one, temporary, outside }): TrayLine => ({
        ...{ id, name, one, temporary, ...(outside ? { outside } : {}) },
        expected: countOf(state, id),
        out: counted(id, "apart"),
        in: counted(id, "together"),
        places: [],
      })),
    ...state.laid.map(({ id, body: { name, count, task } }): TrayLine => {
      const back = state.back.reduce((sum, { body }) => sum + (body.event === id ? body.count : 0), 0);
      return {
        ...{ id: `laid:${id}`, name, one: name.toLowerCase(), temporary: false, laid: id, task, places: [] },
        ...{ expected: count, out: count, in: back },
      };
    }),
  ];
}

/** How many lie in the tray now: out and not back in. */
export const inTray = (line: TrayLine): number => Math.max(0, (line.out ?? 0) - (line.in ?? 0));

/** "2 dowels", "1 wedge". */
export const piecesWords = (line: TrayLine, n: number): string =>
  `${n} ${n === 1 ? line.one : line.name.toLowerCase()}`;

/** What is wrong with a line of the tray, or null. `hard`: nothing but finding it clears it. */
export function unaccounted(line: TrayLine, closing: boolean): { text: string; hard: boolean } | null {
  const name = line.name.toLowerCase();
  if (!line.temporary && line.out !== null && line.places.length === 0 && line.out < line.expected) {
    const missing = line.expected - line.out;
    const where = line.outside
      ? `${missing} was missing or is still on: look before it leaves`
      : `${missing} may lie inside`;
    return { text: `${name}: ${line.out} of ${line.expected} came out; ${where}`, hard: false };
  }
  if (!closing || line.out === null) return null;
  const back = line.in ?? 0;
  if (back < line.out) {
    const said = line.temporary ? `${line.out} put on, ${back} taken away` : `${line.out} out, ${back} in`;
    return { text: `${name}: ${said}; find ${line.out - back}`, hard: true };
  }
  if (back > line.out && !line.temporary) return { text: `${name}: ${line.out} out but ${back} in`, hard: false };
  return null;
}

/** "cover bolt 3: 40 mm, copper washer", for the hand that puts it back. */
export function placeWords(entry: FastenerEntry, count: number, place: TrayPlace): string {
  const parts = [place.lengthMm === null ? "" : `${place.lengthMm} mm`, place.under ?? ""].filter(Boolean);
  const name = itemName(entry, place.place, count);
  return parts.length === 0 ? name : `${name}: ${parts.join(", ")}`;
}

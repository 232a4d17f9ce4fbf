import type { BoardWord } from "./board.ts";

/** A machine of a fleet as a board shows it. */
export type BoardLine = {
  id: string;
  mark: string;
  model: string;
  fleet: string;
  word: BoardWord;
  /** What keeps it, or what is watched. */
  told?: readonly string[];
  /** By whom and when, in milliseconds since 1970. */
  looked?: readonly [by: string, at: number];
  rode?: readonly [rider: string, at: number];
  job?: { id: string; number: string; work: string };
  used?: readonly string[];
};

const MINUTE = 60_000;
/** A name and a moment: the name by its place among what is said, the moment in whole minutes; 0 where there is none. */
type Moment = readonly [number, number] | 0;
type Row = readonly [
  ...[id: string, mark: string, model: number, fleet: number, word: number, looked: Moment, rode: Moment],
  more: Pick<BoardLine, "told" | "job" | "used"> | 0,
];
type Sent = { said: string[]; rows: Row[] };

/** Lines of a board as one text for the browser: what many of them say stands in it once, moments to the minute. */
export function sentLines(lines: readonly BoardLine[]): string {
  const places = new Map<string, number>();
  const placeOf = (words: string): number => {
    const place = places.get(words) ?? places.size;
    places.set(words, place);
    return place;
  };
  const moment = (of: readonly [string, number] | undefined): Moment =>
    of ? [placeOf(of[0]), Math.floor(of[1] / MINUTE)] : 0;
  const rows = lines.map(({ id, mark, model, fleet, word, looked, rode, ...more }): Row => {
    const says = more.told || more.job || more.used ? more : 0;
    return [id, mark, placeOf(model), placeOf(fleet), placeOf(word), moment(looked), moment(rode), says];
  });
  return JSON.stringify({ said: [...places.keys()], rows } satisfies Sent);
}

/** The lines again, from that text. */
export function linesSent(text: string): BoardLine[] {
  const { said, rows } = JSON.parse(text) as Sent;
  const words = (place: number): string => said[place] ?? "";
  const moment = (of: Moment) => of !== 0 && ([words(of[0]), of[1] * MINUTE] as const);
  return rows.map(([id, mark, model, fleet, word, looked, rode, more]) => {
    const [by, rider] = [moment(looked), moment(rode)];
    return {
      ...{ id, mark, model: words(model), fleet: words(fleet), word: words(word) as BoardWord },
      ...(by && { looked: by }),
      ...(rider && { rode: rider }),
      ...more,
    };
  });
}

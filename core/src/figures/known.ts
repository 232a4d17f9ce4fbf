import axle from "./axle.json" with { type: "json" };
import belt from "./belt.json" with { type: "json" };
import caseFigures from "./case.json" with { type: "json" };
import chain from "./chain.json" with { type: "json" };
import clutch from "./clutch.json" with { type: "json" };
import { figureSchema, type Figures, type KnownFigure } from "./figure.ts";
import { baseOf, isPlace, placeOf } from "./place.ts";
import machine from "./machine.json" with { type: "json" };
import track from "./track.json" with { type: "json" };
import wheel from "./wheel.json" with { type: "json" };

const files: readonly unknown[][] = [machine, axle, belt, caseFigures, chain, clutch, track, wheel];

/** Figures by their keys, with those that hold for one place of the machine: "axle-nut-torque@rear" is the axle nut, rear. */
class FigureMap extends Map<string, KnownFigure> {
  override get(key: string): KnownFigure | undefined {
    const place = placeOf(key);
    const known = super.get(baseOf(key));
    if (place === "" || !known) return known;
    return known.byPlace && isPlace(place) ? { ...known, key, label: `${known.label}, ${place}` } : undefined;
  }
  override has(key: string): boolean {
    return this.get(key) !== undefined;
  }
}

/** Figures that can be asked for by their place too. */
export const figureMap = (rows: Iterable<readonly [string, KnownFigure]>): Figures => new FigureMap(rows);

/** Every figure that ships, by its key. A procedure that asks for another, and does not bring it along, is refused. */
export const KNOWN_FIGURES: Figures = figureMap(
  files
    .flat()
    .map((row) => figureSchema.parse(row))
    .map((figure) => [figure.key, figure]),
);

/** The figures that ship, with those that procedures of a shop's own bring along. */
export const figuresWith = (own: readonly KnownFigure[]): Figures =>
  own.length === 0
    ? KNOWN_FIGURES
    : figureMap([...own.map((figure) => [figure.key, figure] as const), ...KNOWN_FIGURES]);

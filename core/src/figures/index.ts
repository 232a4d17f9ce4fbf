export { believable, FIGURE_KINDS, type Figures, figureSchema, type KnownFigure, MOST_COUNT } from "./figure.ts";
export { figureMap, figuresWith, KNOWN_FIGURES } from "./known.ts";
export { axleOf, baseOf, covers, isPlace, keyAt, placeOf, PLACES } from "./place.ts";

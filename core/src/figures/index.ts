export { believable, FIGURE_KINDS, type Figures, figureSchema, type KnownFigure, MOST_COUNT } from "./figure.ts";
export { figuresWith, KNOWN_FIGURES } from "./known.ts";

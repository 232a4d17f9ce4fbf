export { cardLine, cardSchema, cardWords, type FastenerCard, fastenerCard, looksLikeCard } from "./card.ts";
export { fastenerAdapter } from "./adapter.ts";
export { fastenerCastle } from "./castle.ts";
export { fastenerPreload, TYPICAL_K } from "./preload.ts";
export { fastenerSequence, type Pattern, PATTERNS } from "./sequence.ts";
export { fastenerStress } from "./stress.ts";
export { BEST_PLACE_IN_RANGE, fastenerWrench } from "./wrench.ts";

export { BOARD_WORDS, type BoardWord, boardWord, type Look } from "./board.ts";
export { SETTLED, TOLD_BY } from "./complaint.ts";
export { type BoardLine, linesSent, sentLines } from "./boardLines.ts";
export {
  leadEntered,
  partEntered,
  type PartTyped,
  partTypedSchema,
  priceEntered,
  type PriceTyped,
  priceTypedSchema,
  stockEntered,
} from "./part.ts";
export {
  gaugeEntered,
  type GaugeTyped,
  gaugeTypedSchema,
  wrenchEntered,
  type WrenchTyped,
  wrenchTypedSchema,
} from "./tools.ts";

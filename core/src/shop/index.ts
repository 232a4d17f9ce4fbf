export { BOARD_WORDS, type BoardWord, boardWord, type Look } from "./board.ts";
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

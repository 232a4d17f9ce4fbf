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

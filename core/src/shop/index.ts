export {
  gaugeEntered,
  type GaugeTyped,
  gaugeTypedSchema,
  partEntered,
  type PartTyped,
  partTypedSchema,
  wrenchEntered,
  type WrenchTyped,
  wrenchTypedSchema,
} from "./tools.ts";

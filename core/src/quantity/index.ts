export { quantityConvert } from "./convert.ts";
export { quantityParse, splitValues } from "./parse.ts";
export { type Meter, METERS } from "./meters.ts";
export { likelySlip, type Slip } from "./slip.ts";
export { findUnit, fromBase, type Kind, KINDS, toBase, type Unit, unitNames, UNITS } from "./units.ts";

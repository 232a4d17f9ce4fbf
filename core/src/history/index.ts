export { FORMATS, HistoryFault, inTodaysShape } from "./format.ts";
export { isLoose } from "./record.ts";
export { type SchemaDef, withoutRules } from "./rules.ts";

export { FORMATS, HistoryFault, inTodaysShape } from "./format.ts";
export { isLoose } from "./record.ts";
export { withoutRules } from "./rules.ts";

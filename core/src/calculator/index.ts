export { type Answer, type Calculator, defineCalculator } from "./define.ts";
export { atLeast, atMost, equal, EQUAL_TOLERANCE } from "./equal.ts";
export * as fields from "./fields.ts";
export { Refusal, type RefusalCode, type Lacks, type RefusalData, refusalFromIssue, refuse } from "./refusal.ts";

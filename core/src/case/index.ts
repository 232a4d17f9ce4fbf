export { caseBackoff } from "./backoff.ts";
export { caseFreeplay } from "./freeplay.ts";
export { caseGrowth } from "./growth.ts";

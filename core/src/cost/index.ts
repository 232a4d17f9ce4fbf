export { costCompare } from "./compare.ts";
export { costPayback } from "./payback.ts";

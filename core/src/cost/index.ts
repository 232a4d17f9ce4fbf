export { costCompare } from "./compare.ts";

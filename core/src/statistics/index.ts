export { erfc, normalBetween, normalCdf } from "./normal.ts";
export { studentQuantile } from "./student.ts";

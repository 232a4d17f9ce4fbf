export { CONFIDENCE, wearProject } from "./project.ts";
export { wearWeibull } from "./weibull.ts";
export { FASTER, type TakenAt, takeUpPace } from "./takeUp.ts";

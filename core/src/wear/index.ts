export { CONFIDENCE, wearProject } from "./project.ts";
export { wearWeibull } from "./weibull.ts";

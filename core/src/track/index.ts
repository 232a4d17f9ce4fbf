export { trackAlign } from "./align.ts";
export { trackLugs } from "./lugs.ts";
export { trackSpeed } from "./speed.ts";
export { trackTension, TURNS_STEP } from "./tension.ts";

export { trackAlign } from "./align.ts";
export { trackSpeed } from "./speed.ts";
export { trackTension, TURNS_STEP } from "./tension.ts";

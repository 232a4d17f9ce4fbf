export { axleBacklash } from "./backlash.ts";
export { axleBand } from "./band.ts";
export { axleGrease, JOINT_SHARE } from "./grease.ts";
export { axleVent, STANDARD_ATMOSPHERE_KPA } from "./vent.ts";

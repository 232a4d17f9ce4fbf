export { bearingClearance } from "./clearance.ts";
export { bearingDecode, bearingFind } from "./decode.ts";
export { bearingFit } from "./fit.ts";
export { bearingLife, LIFE_EXPONENT } from "./life.ts";
export { bearingMount, MOUNT_GAP_UM, MOUNT_MAX_C, MOUNT_MAX_SEALED_C, STEEL_ALPHA_PER_K } from "./mount.ts";

export { clutchCapacity } from "./capacity.ts";
export { millimetres, nanometres } from "./nanometres.ts";
export { clutchPick, MOST_PLATES } from "./pick.ts";
export { clutchStack, MOST_COMBINATIONS, type StackBuild } from "./stack.ts";

export { chainLength } from "./length.ts";
export { chainRatio, lcm } from "./ratio.ts";
export { chainRegear } from "./regear.ts";
export { chainSlack } from "./slack.ts";
export { chainSpline } from "./spline.ts";
export { chainStretch } from "./stretch.ts";
export {
  centreForLength,
  excessFromSlack,
  isReal,
  pathLength,
  pathRadius,
  runLength,
  slackFromExcess,
} from "./geometry.ts";

export {
  type Aim,
  aimOf,
  aimWords,
  isAdjusted,
  judgeRound,
  limitOfAim,
  type Round,
  roundWords,
  sideToTighten,
  suggestTurn,
  trailOf,
  turnOf,
} from "./adjust/rounds.ts";
export { countByEnter } from "./count/count.ts";
export { seenRight } from "./step/step.ts";
export {
  inTray,
  onRing,
  piecesWords,
  placesOf,
  oddAt,
  oddWords,
  placeWords,
  type TrayLine,
  trayOf,
  type TrayPlace,
} from "./count/tray.ts";
export { decisionsOffered } from "./decision/decision.ts";
export { otherwiseWords } from "./fasteners/otherwise.ts";
export {
  bandOf,
  dialNm,
  mostOf,
  multipliedWords,
  passesOf,
  pullsOf,
  type PullState,
  pullVerdict,
  torqueSpecAt,
  torqueSpecFor,
  wrenchFor,
} from "./fasteners/torque.ts";
export { lockedWords } from "./fasteners/fasteners.ts";
export { backoffWorked } from "./figure/backoff.ts";
export { figuresMissing, workedOut } from "./figure/figure.ts";
export { gearingWorked } from "./figure/gearing.ts";
export { lugsWords } from "./figure/lugs.ts";
export { pairWorked } from "./figure/pair.ts";
export { slackWorked } from "./figure/slack.ts";
export { splineWorked } from "./figure/spline.ts";
export { type MarkPattern, patternOf } from "./finding/pattern.ts";
export { pointTaskId, readTaskId, taskId, type TaskKind } from "./ids.ts";
export {
  type LineAnswer,
  type LineContext,
  type LineHelp,
  OPEN_GROUPS,
  type OpenGroup,
  type OpenPoint,
} from "./kind.ts";
export { kindOfKey, type Slot, slot } from "./lines.ts";
export { type StackCapacity, stackCapacity } from "./pack/capacity.ts";
export { STACK_CHECKS, type StackCheck, stackChecks } from "./pack/checks.ts";
export { facingInPack } from "./pack/facing.ts";
export { type BuildPlate } from "./pack/lines.ts";
export { computeStepOf } from "./pack/pack.ts";
export { type StackPick, stackPick } from "./pack/pick.ts";
export {
  acceptedBuild,
  asLayers,
  layersOf,
  layPlates,
  packOf,
  type Plate,
  platesOf,
  type StackInput,
  type StackOffer,
  stackOffer,
} from "./pack/stack.ts";
export { lockedWhenOff } from "./part/part.ts";
export { rowOf } from "./part/row.ts";
export { agreedFrom, costByLife, type Dearer, dearerThan, estimateChanged, estimateFor } from "./question/estimate.ts";
export { type Estimate } from "./question/lines.ts";
export { againstWay } from "./question/question.ts";
export { NOT_NUMBERS } from "./reading/lines.ts";
export { loadAsked } from "./reading/load.ts";
export { TASKS } from "./registry.ts";
export { tailOf, verified } from "./verify/expected.ts";
export { type Waiting, waitsOf } from "./wait/clocks.ts";
export { minutesWords } from "./wait/wait.ts";
export type { Doubted } from "./kind.ts";
export type { FigureCalculator, StepOf } from "./figure/calculator.ts";

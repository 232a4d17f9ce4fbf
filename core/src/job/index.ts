export {
  type Aim,
  aimOf,
  isAdjusted,
  aimWords,
  sideToTighten,
  judgeRound,
  limitOfAim,
  type Round,
  roundWords,
  suggestTurn,
  trailOf,
  turnOf,
} from "./adjust.ts";
export { type Change, changeOf, changeSentence, noticedAtRefit, setAside } from "./change.ts";
export { rowOf } from "./row.ts";
export {
  backoffWorked,
  figuresMissing,
  gearingWorked,
  pairWorked,
  slackWorked,
  splineWorked,
  workedOut,
} from "./computed.ts";
export { halfRead } from "./halfRead.ts";
export { type Told, toldAt } from "./told.ts";
export { toolList } from "./toolList.ts";
export {
  activeParts,
  activePoints,
  activeSpine,
  goesBack,
  isWithheld,
  limitAt,
  specAt,
  facingOf,
  type Stop,
  stopsOf,
  wayOf,
} from "./applies.ts";
export {
  type Bench,
  type Gauge,
  gaugeSchema,
  labourSchema,
  presetOf,
  specFor,
  type StorePart,
  storePartSchema,
  type Wrench,
  wrenchSchema,
} from "./bench.ts";
export { complete, facingInPack } from "./complete.ts";
export { asTyped } from "./slips.ts";
export {
  answerSentence,
  cautionDrafts,
  CHANGE_REASONS,
  DECISION_REASONS,
  draftsOf,
  eventSentence,
  interpret,
  lastStrikeable,
  type LineAnswer,
  type LineContext,
  minutesWords,
  reasonFrom,
  SKIP_REASONS,
  strikeOf,
  tools,
} from "./entryLine.ts";
export {
  type Actor,
  actorSchema,
  type Body,
  type BodyOf,
  bodySchema,
  type BuildPlate,
  doneAt,
  type Draft,
  draftSchema,
  type Estimate,
  type EventOf,
  EVENT_FORMAT,
  eventSchema,
  isEvent,
  type JobEvent,
  NOT_NUMBERS,
  type Phase,
  readEvent,
  RELEASE_WORD,
  type Stray,
  straySchema,
  type Typed,
  typedSchema,
} from "./events.ts";
export { type Recheck, rechecksOf } from "./rechecks.ts";
export { type Remembered, rememberedFigures } from "./remembered.ts";
export { agreedFrom, costByLife, estimateChanged, estimateFor } from "./estimate.ts";
export { factsOf } from "./facts.ts";
export { countOf, fold, type JobState, latest, slotKeyOf } from "./fold.ts";
export { shutGate } from "./gates.ts";
export {
  decisionFor,
  figure,
  findingOf,
  isRenewed,
  type Judged,
  judgeItem,
  type Proposal,
  proposalFor,
  readingsOf,
  verdictSentence,
  verdictWord,
} from "./judged.ts";
export {
  OPEN_GROUPS,
  type OpenGroup,
  type OpenPoint,
  openPoints,
  type Summary,
  summarise,
  unsigned,
} from "./openPoints.ts";
export { type MarkPattern, patternOf } from "./pattern.ts";
export { partInStores, type PullLine, pullList, pullListTotal } from "./pullList.ts";
export { type Fault, rehearse, rehearsedJob, type Rehearsal } from "./rehearse.ts";
export { resumeSentence } from "./resume.ts";
export { type Slot, slot } from "./slot.ts";
export { STACK_CHECKS, type StackCheck, stackChecks } from "./stackChecks.ts";
export { type StackCapacity, stackCapacity } from "./stackCapacity.ts";
export { type StackPick, stackPick } from "./stackPick.ts";
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
} from "./stack.ts";
export { bandOf, type PullState, pullsOf, pullVerdict, torqueSpecFor, wrenchFor } from "./torque.ts";
export { inTray, onRing, piecesWords, placesOf, placeWords, type TrayLine, trayOf, type TrayPlace } from "./tray.ts";
export { type Waiting, waitsOf } from "./waits.ts";
export { tailOf, verified } from "./verify.ts";
export {
  computeStepOf,
  isAnswered,
  isOff,
  isSkipped,
  nextTask,
  slotName,
  slotsInHand,
  type Stage,
  STAGES,
  type Task,
  waitingSlots,
  walk,
} from "./walk.ts";

export {
  type Bench,
  benchSchema,
  type Gauge,
  gaugeSchema,
  specFor,
  type StorePart,
  storePartSchema,
  type Wrench,
  wrenchSchema,
} from "./bench.ts";
export { complete, facingInPack } from "./complete.ts";
export {
  DECISION_REASONS,
  eventSentence,
  interpret,
  lastStrikeable,
  type LineAnswer,
  type LineContext,
  reasonFrom,
  SKIP_REASONS,
  tools,
} from "./entryLine.ts";
export {
  type Actor,
  actorSchema,
  type Body,
  type BodyOf,
  bodySchema,
  type BuildPlate,
  type Draft,
  draftSchema,
  type EventOf,
  eventSchema,
  isEvent,
  type JobEvent,
  type Phase,
} from "./events.ts";
export { countOf, fold, type JobState, latest, slotKeyOf } from "./fold.ts";
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
export { type PullLine, pullList, pullListTotal } from "./pullList.ts";
export { type Slot, slot } from "./slot.ts";
export {
  acceptedBuild,
  layPlates,
  packOf,
  type Plate,
  platesOf,
  type StackInput,
  type StackOffer,
  stackOffer,
} from "./stack.ts";
export { bandOf, type PullState, pullsOf, pullVerdict, torqueSpecFor, wrenchFor } from "./torque.ts";
export {
  computeStepOf,
  isAnswered,
  isSkipped,
  nextTask,
  slotName,
  type Stage,
  STAGES,
  type Task,
  waitingSlots,
  walk,
} from "./walk.ts";

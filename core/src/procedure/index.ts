export { procedureJsonSchema, procedureSchema } from "./check.ts";
export { type Condition, type Facts, factsIn, holds, machineFact, machineKey } from "./condition.ts";
export { type Gears, type Instrument, type Strip, STRIP_LENGTH } from "./instrument.ts";
export { type Drawing, type Picture, type Shape, type View } from "./drawing.ts";
export { type Sketch } from "./sketch.ts";
export { type AskedFigure, conditionsIn, figuresAsked, machineFacts, turnsOn } from "./figures.ts";
export { assemble, IncludeFault } from "./include.ts";
export { phaseOfStage, tasksIn } from "./lint.ts";
export {
  atPosition,
  FIRST_WORK,
  type Joined,
  joined,
  MOST_WORKS,
  type Work,
  WORK_OF_ROW,
  type WorkAsked,
  workFact,
} from "./join.ts";
export { madeFor } from "./madeFor.ts";
export { placesNamed } from "./placesNamed.ts";
export {
  countsNeeded,
  doStepOf,
  doStepsOf,
  entryHolding,
  entryOf,
  isSetting,
  itemName,
  partOf,
  locksOf,
  partsOf,
  type Piece,
  pieceOf,
  piecesOf,
  toolsNamed,
  pointOf,
  questionOf,
  rolesOf,
  stackStepsOf,
  stepOf,
  waitStepsOf,
} from "./parts.ts";
export { readProcedure } from "./kept.ts";
export { findingWords } from "./points.ts";
export {
  type AdjustStep,
  type ComputeStep,
  type DecisionWord,
  type DoStep,
  type Entry,
  type FastenerEntry,
  type Locking,
  cardKey,
  figuresKnown,
  type Finding,
  type Gate,
  type InspectPoint,
  type Loose,
  type MeasurePoint,
  type PackEntry,
  type Part,
  type PartEntry,
  type Point,
  type Procedure,
  type Question,
  type Step,
  type VerifyStep,
  type WaitStep,
  upcastProcedure,
  type Way,
} from "./schema.ts";
export { endangers, isCondemning, needsRunning, setGoingBy, withSafety } from "./safety.ts";
export { DECISIONS } from "./spine.ts";

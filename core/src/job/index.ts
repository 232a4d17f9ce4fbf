export { complete, isStrikeable, wrongTogether } from "./accept.ts";
export { isAnswered, isOff, isSkipped, nextTask, slotName, slotsInHand, waitingSlots } from "./answered.ts";
export {
  activeParts,
  activePoints,
  activeSpine,
  endAt,
  lockingOf,
  facingOf,
  goesBack,
  isWithheld,
  limitAt,
  specAt,
  wayOf,
} from "./applies.ts";
export {
  type Bench,
  currencyOf,
  type Gauge,
  gaugeSchema,
  labourSchema,
  type DecidedBy,
  presetBy,
  presetOf,
  presetWords,
  schoolId,
  type Reckoned,
  reckonedSchema,
  type Again,
  againSchema,
  specFor,
  NO_MORE_SAID,
  type StorePart,
  storePartSchema,
  type StepTool,
  type Wrench,
  wrenchSchema,
} from "./bench.ts";
export { type Concern, concernsOf, followedWords, isAsked, waysOn } from "./concerns.ts";
export { type JudgedLater, judgedLater } from "./judgedLater.ts";
export { inItsPlace } from "./inItsPlace.ts";
export { isReplaced } from "./replaced.ts";
export { acceptCorrection, type Corrected, type Correction } from "./corrected.ts";
export { standingOf } from "./ended.ts";
export { cardOf, wrenchGaps } from "./cards.ts";
export { type Change, changeOf, changeSentence, fallenOut, noticedAtRefit, setAside } from "./change.ts";
export {
  type Actor,
  actorSchema,
  type Body,
  type BodyOf,
  bodySchema,
  doneAt,
  type Draft,
  type DraftOf,
  draftSchema,
  EVENT_FORMAT,
  type EventOf,
  eventSchema,
  isEvent,
  type JobEvent,
  readEvent,
  BY_WAYS,
  FOLLOW_UPS,
  type FollowUp,
  HAND_BACK_WORD,
  type Outcome,
  OUTCOMES,
  RELEASE_WORD,
  TOO_FAR_WAYS,
  type TooFarWay,
  type Stray,
  straySchema,
  type Typed,
  typedSchema,
} from "./events.ts";
export { factsOf } from "./facts.ts";
export { isOpenStop, openStops, type Stop, stopsOf } from "./stops.ts";
export {
  type Complaint,
  complaintsOf,
  endedWords,
  type Met,
  readTorque,
  type Troubled,
  troubledRows,
  troublesFor,
  troublesOf,
} from "./trouble.ts";
export { blanksFor, readBesides } from "./besides.ts";
export { type Grounds, groundsOf } from "./grounds.ts";
export { BREAK_MINUTES, type HandsOn, handsOn, longestSteps, type TookBefore, tookBefore } from "./handsOn.ts";
export { type Phase } from "./fields.ts";
export { belowWords, spreadOf, spreadsOn } from "./spread.ts";
export { countOf, fold, foldOn, type JobState, latest, nameOfItem, ownName, slotKeyOf } from "./fold.ts";
export { type OpenedJob } from "./openedJob.ts";
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
  asTyped,
  cautionDrafts,
  CHANGE_REASONS,
  DECISION_REASONS,
  draftsOf,
  interpret,
  lastStrikeable,
  lineHelp,
  reasonFrom,
  strikeOf,
  type Kit,
  toolName,
  tools,
} from "./line.ts";
export { judgedOtherwise } from "./limitFound.ts";
export { figuresChanged } from "./figuresChanged.ts";
export { openPoints, summarise, type Summary, unsigned } from "./openPoints.ts";
export { type CostNow, costNow, overAgreed, overWords } from "./agreedSum.ts";
export { kitsFor, newWith, partInStores, type PullLine, pullList, pullListTotal, storesSay } from "./pullList.ts";
export { withPlaces } from "./opening.ts";
export { type Readiness, readiness, verdictOfRound } from "./readiness.ts";
export { comesInSizes } from "./sizes.ts";
export { isOverdue } from "./overdue.ts";
export { type Recheck, rechecksOf, seenWell } from "./rechecks.ts";
export { type Fault, type Rehearsal, rehearse, rehearsedJob, rehearseTogether } from "./rehearse.ts";
export { type Remembered, rememberedFigures } from "./remembered.ts";
export { resumeSentence } from "./resume.ts";
export { type SecondLook, secondLooks } from "./secondLook.ts";
export { type Aboard, aboardOf } from "./aboard.ts";
export { lastingStep, stepToolsAt } from "./stepTools.ts";
export { SKIP_REASONS, skipSays } from "./skips.ts";
export { sidesOverTime, type SidesOverTime, sidesRead } from "./sides.ts";
export { type WearTrend, wearTrends, type Worn, wornPoints } from "./wornPoints.ts";
export { answerSentence, eventSentence } from "./sentences.ts";
export { ranges, type Stage, STAGES, type Task } from "./task.ts";
export { type Told, toldAt } from "./told.ts";
export { toolList } from "./toolList.ts";
export { WHOSE, type Whose } from "../task/machine/lines.ts";
export { walk } from "./walk.ts";
export { tellsWords, wordsIn, wordsOf } from "./wordsOf.ts";
export { acceptWork, workOfTask, type WorkStanding, worksStanding, type WorkWanted } from "./works.ts";
export {
  isInJob,
  jobTitle,
  lastingId,
  placedName,
  takenUpId,
  workName,
  workOfRow,
  worksInJob,
  worksOf,
} from "./worksOf.ts";
export { acceptOpening, type Intake, meterWords, type Offered } from "./opening.ts";
export { readThrough, type ToldBeforehand } from "./readThrough.ts";

export {
  ENDS,
  hasEnded,
  type FoundJob,
  type JobAtHand,
  type JobLine,
  type JobNamed,
  nextAcross,
  nextFor,
  spanWords,
  type Waits,
  waitsFor,
} from "./next.ts";

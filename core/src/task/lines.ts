import { adjustAnswers, adjustBodies, adjustDrafts, adjustSlots } from "./adjust/lines.ts";
import { countAnswers, countBodies, countDrafts, countSlots } from "./count/lines.ts";
import { decisionAnswers, decisionBodies, decisionDrafts, decisionSlots } from "./decision/lines.ts";
import { fastenersAnswers, fastenersBodies, fastenersDrafts, fastenersSlots } from "./fasteners/lines.ts";
import { figureAnswers, figureBodies, figureDrafts, figureSlots } from "./figure/lines.ts";
import { findingAnswers, findingBodies, findingDrafts, findingSlots } from "./finding/lines.ts";
import { machineAnswers, machineBodies, machineDrafts, machineSlots } from "./machine/lines.ts";
import { packAnswers, packBodies, packDrafts, packSlots } from "./pack/lines.ts";
import { partAnswers, partBodies, partDrafts, partSlots } from "./part/lines.ts";
import { questionAnswers, questionBodies, questionDrafts, questionSlots } from "./question/lines.ts";
import { readingAnswers, readingBodies, readingDrafts, readingSlots } from "./reading/lines.ts";
import { stepAnswers, stepBodies, stepDrafts, stepSlots } from "./step/lines.ts";
import { verifyAnswers, verifyBodies, verifyDrafts, verifySlots } from "./verify/lines.ts";
import { waitAnswers, waitBodies, waitDrafts, waitSlots } from "./wait/lines.ts";

/** What a screen sends of each kind of task. */
export const taskDrafts = [
  ...questionDrafts,
  ...machineDrafts,
  ...partDrafts,
  ...fastenersDrafts,
  ...countDrafts,
  ...waitDrafts,
  ...readingDrafts,
  ...findingDrafts,
  ...decisionDrafts,
  ...packDrafts,
  ...verifyDrafts,
  ...adjustDrafts,
  ...figureDrafts,
  ...stepDrafts,
] as const;

/** What is kept of each kind of task. */
export const taskBodies = [
  ...questionBodies,
  ...machineBodies,
  ...partBodies,
  ...fastenersBodies,
  ...countBodies,
  ...waitBodies,
  ...readingBodies,
  ...findingBodies,
  ...decisionBodies,
  ...packBodies,
  ...verifyBodies,
  ...adjustBodies,
  ...figureBodies,
  ...stepBodies,
] as const;

/** Makes the slots of every kind: the smallest things that the entry line can aim at. */
export const slot = {
  ...questionSlots,
  ...machineSlots,
  ...partSlots,
  ...fastenersSlots,
  ...countSlots,
  ...waitSlots,
  ...readingSlots,
  ...findingSlots,
  ...decisionSlots,
  ...packSlots,
  ...verifySlots,
  ...adjustSlots,
  ...figureSlots,
  ...stepSlots,
};
/** The smallest thing the entry line can aim at: one reading, one plate in, one pull of the wrench. */
export type Slot = ReturnType<(typeof slot)[keyof typeof slot]>;
export type SlotKind = Slot["kind"];
export type SlotOf<K extends SlotKind> = Extract<Slot, { kind: K }>;

/** The kind of slot that a key is of. */
export const kindOfKey = (key: string): string => {
  const end = key.indexOf(":");
  return end < 0 ? key : key.slice(0, end);
};

const ANSWERS = {
  ...questionAnswers,
  ...machineAnswers,
  ...partAnswers,
  ...fastenersAnswers,
  ...countAnswers,
  ...waitAnswers,
  ...readingAnswers,
  ...findingAnswers,
  ...decisionAnswers,
  ...packAnswers,
  ...verifyAnswers,
  ...adjustAnswers,
  ...figureAnswers,
  ...stepAnswers,
};
/** The types of lines that answer a slot. */
export type TaskLine = keyof typeof ANSWERS;
export const isTaskLine = (type: string): type is TaskLine => type in ANSWERS;

/** The slot that a line of a task answers. */
export const slotOf = (line: { type: TaskLine }): Slot => (ANSWERS[line.type] as (it: object) => Slot)(line);

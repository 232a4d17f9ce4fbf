import { figure } from "./figure/figure.ts";
import { adjust } from "./adjust/adjust.ts";
import { count } from "./count/count.ts";
import { decision } from "./decision/decision.ts";
import { fasteners } from "./fasteners/fasteners.ts";
import { finding } from "./finding/finding.ts";
import type { TaskKind } from "./ids.ts";
import type { LineRule, Look, OpenPoint, SlotRule, TaskRule } from "./kind.ts";
import { kindOfKey, type SlotKind, type SlotOf, type TaskLine } from "./lines.ts";
import { machine } from "./machine/machine.ts";
import { pack } from "./pack/pack.ts";
import { part } from "./part/part.ts";
import { question } from "./question/question.ts";
import { reading } from "./reading/reading.ts";
import { step } from "./step/step.ts";
import { verify } from "./verify/verify.ts";
import { wait } from "./wait/wait.ts";

/** Every slot's rule; a kind of slot without one does not compile. */
const SLOTS: { [K in SlotKind]: SlotRule<K> } = {
  ...question.slots,
  ...machine.slots,
  ...part.slots,
  ...fasteners.slots,
  ...count.slots,
  ...wait.slots,
  ...reading.slots,
  ...finding.slots,
  ...decision.slots,
  ...pack.slots,
  ...verify.slots,
  ...adjust.slots,
  ...figure.slots,
  ...step.slots,
};
/** Every line's rule; a type of line without one does not compile. */
const LINES: { [T in TaskLine]: LineRule<T> } = {
  ...question.lines,
  ...machine.lines,
  ...part.lines,
  ...fasteners.lines,
  ...count.lines,
  ...wait.lines,
  ...reading.lines,
  ...finding.lines,
  ...decision.lines,
  ...pack.lines,
  ...verify.lines,
  ...adjust.lines,
  ...figure.lines,
  ...step.lines,
};
/** How every kind of task stands among others; one that is missing does not compile. */
export const TASKS: { [T in TaskKind]: TaskRule } = {
  ...part.tasks,
  ...fasteners.tasks,
  ...count.tasks,
  ...wait.tasks,
  ...reading.tasks,
  ...finding.tasks,
  ...decision.tasks,
  ...pack.tasks,
  ...verify.tasks,
  ...adjust.tasks,
  ...figure.tasks,
  ...step.tasks,
};
const OPEN = [count, wait, question, reading, verify, adjust, fasteners, finding, decision];

/** The rule of a slot, to be asked about that slot. */
export const slotRule = <K extends SlotKind>(s: SlotOf<K>): SlotRule<K> => SLOTS[s.kind] as unknown as SlotRule<K>;
/** The rule of a kind of slot, by the key of one. */
export const shapesWalk = (key: string): boolean => SLOTS[kindOfKey(key) as SlotKind]?.shapes === true;
/** The rule of a line, to be asked about that line or its draft. */
export const lineRule = <T extends TaskLine>(line: { type: T }): LineRule<T> =>
  LINES[line.type] as unknown as LineRule<T>;

/** What every kind has open besides what waits. */
export const openOf = (look: Look): OpenPoint[] => OPEN.flatMap((kind) => kind.open(look));

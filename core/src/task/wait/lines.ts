import { z } from "zod";
import { id, whole, words } from "../../job/fields.ts";

export const waitDrafts = [
  z.strictObject({ type: z.literal("wait_started"), wait: id }),
  z.strictObject({ type: z.literal("wait_ended"), wait: id }),
] as const;

export const waitBodies = [
  z.object({ type: z.literal("wait_started"), wait: words, minutes: whole }),
  z.object({ type: z.literal("wait_ended"), wait: words }),
] as const;

export const waitSlots = {
  start: (wait: string) => ({ kind: "start" as const, key: `start:${wait}`, wait }),
  end: (wait: string) => ({ kind: "end" as const, key: `end:${wait}`, wait }),
};

export const waitAnswers = {
  wait_started: (it: { wait: string }) => waitSlots.start(it.wait),
  wait_ended: (it: { wait: string }) => waitSlots.end(it.wait),
};

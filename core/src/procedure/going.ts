import { z } from "zod";

/** What a step can set going. *Moves* is under its own power, never pushing or lifting. */
export const GOING = ["engine", "moves", "ride"] as const;

/** The systems of a machine by which a stop says what it endangers. */
export const SYSTEMS = [
  ...(["throttle", "stop switch", "fuel", "guard", "rotating", "brake", "steering", "axle", "wheel"] as const),
] as const;

/** What must be so before something can be looked at: the engine runs, or has run. */
const REQUIRES = ["running"] as const;

/** Of a step or a point: what it sets going, and whether the drive is raised and held while it does. */
export const setsGoingFields = { setsGoing: z.enum(GOING).optional(), raised: z.boolean().optional() };
/** Of a point: the system it is of, and what must be so before it can be looked at. */
export const safetyFields = {
  ...setsGoingFields,
  system: z.enum(SYSTEMS).optional(),
  requires: z.array(z.enum(REQUIRES)).min(1).optional(),
};
/** Words that condemn a part unless its finding says why it is spared. */
export const CONDEMNING: ReadonlySet<string> = new Set(["cracked", "bent", "broken"]);

/** Of a finding: whether the part is used no more, with the reason where such a word spares it; and whether it will not wait. */
export const condemnsFields = {
  condemns: z.boolean().optional(),
  spared: z.string().min(1).optional(),
  /** What is left so is left to a day, with the owner's word: an open boot. */
  urgent: z.boolean().optional(),
};
/** Of a finding that stops the work: what it endangers, where that is not what its point's system says. */
export const endangersField = { endangers: z.array(z.enum(GOING)).min(1).optional() };

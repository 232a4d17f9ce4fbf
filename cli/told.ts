/** A wrong call or a start that cannot go on: one sentence for the person, no trace. */
export class Told extends Error {}

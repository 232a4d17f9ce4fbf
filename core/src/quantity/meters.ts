/** What the meter of a machine may count: hours or a distance, by the unit's name. */
export const METERS = ["h", "mi", "km"] as const;
export type Meter = (typeof METERS)[number];

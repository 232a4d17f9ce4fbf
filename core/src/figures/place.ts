/** The places of a machine that has two or four of a thing, in words: an axle, a side, a corner. */
export const PLACES = [
  ...["front", "rear", "left", "right"],
  ...["front left", "front right", "rear left", "rear right"],
] as const;

const AT = "@";

/** The key of a figure without its place. */
export const baseOf = (key: string): string => key.split(AT)[0] ?? key;

/** The place that a figure's key says: "rear" of "axle-nut-torque@rear"; empty where it says none. */
export const placeOf = (key: string): string => key.split(AT)[1] ?? "";

/** The key of a figure at a place; without one the figure of the whole machine. */
export const keyAt = (key: string, place: string): string =>
  place === "" ? baseOf(key) : `${baseOf(key)}${AT}${place}`;

const wordsOf = (place: string): string[] => place.split(" ").filter((word) => word !== "");

/** Whether what holds at one place holds at another: "rear" at "rear left", and everywhere what names none. */
export const covers = (place: string, at: string): boolean =>
  wordsOf(place).every((word) => wordsOf(at).includes(word));

/** The axle that a place lies at: "rear" of "rear left"; the place itself where it is at none. */
export const axleOf = (place: string): string =>
  wordsOf(place).find((word) => word === "front" || word === "rear") ?? place;

export const isPlace = (place: string): boolean => (PLACES as readonly string[]).includes(place);

import { TZDate } from "@date-fns/tz";
import { lightFormat } from "date-fns";

const ZONE = "UTC";
const as = (pattern: string) => (at: string | Date) => lightFormat(new TZDate(new Date(at), ZONE), pattern);

/** Moments as people read them, all of one zone; screens say which. */
export const dayOf = as("yyyy-MM-dd");
export const minuteOf = as("yyyy-MM-dd HH:mm");
export const minuteOfYear = as("MM-dd HH:mm");
export const clockOf = as("HH:mm");

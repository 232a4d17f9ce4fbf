import { z } from "zod";
import { atLeast, defineCalculator, fields, refuse } from "../calculator/index.ts";

/** No forecast beyond this many years. */
export const HORIZON_YEARS = 10;

const DAY_MS = 86_400_000;

type Day = { year: number; month: number; day: number };

/** Days since 1970-01-01 of a calendar day; month 1–12. Date only as a calendar, never as a clock. */
function dayNumber({ year, month, day }: Day): number {
  return new Date(0).setUTCFullYear(year, month - 1, day) / DAY_MS;
}

const daysInMonth = (year: number, month: number): number =>
  dayNumber({ year, month: month + 1, day: 1 }) - dayNumber({ year, month, day: 1 });

function written(number: number): string {
  const date = new Date(number * DAY_MS);
  const pad = (n: number, width: number): string => String(n).padStart(width, "0");
  return `${pad(date.getUTCFullYear(), 4)}-${pad(date.getUTCMonth() + 1, 2)}-${pad(date.getUTCDate(), 2)}`;
}

function readDay(text: string): Day {
  const match = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text);
  const day = match ? { year: Number(match[1]), month: Number(match[2]), day: Number(match[3]) } : null;
  if (day === null || written(dayNumber(day)) !== text) {
    return refuse("range", "today", `today: "${text}" is no date; write YYYY-MM-DD.`);
  }
  return day;
}

/**
 * When a part falls due, from the use in each month of the year, and by which day to order it.
 * perMonth: twelve amounts, January first, in the meter's unit; each day from the day after today adds its month's
 * amount divided by that month's days. dueOn is the first day on which the meter reaches the limit, today when it is
 * reached already; worked from month sums, so that no rounding gathers day by day. Not by the same date ten years on
 * (that day included; 29 February becomes 28): nulls with a reason. orderBy = dueOn − lead − buffer days.
 * Errors: range at today (no such date), at perMonth (not twelve) and at leadDays (before the calendar begins).
 * Source: arithmetic of the calendar.
 * @example seasonDue({ today: "2026-01-31", meterNow: 0, meterAtLimit: 28, perMonth: [0,28,0,0,0,0,0,0,0,0,0,0],
 *   leadDays: 10, bufferDays: 4 }) // due 2026-02-28
 */
export const seasonDue = defineCalculator({
  name: "season.due",
  formula: "meter(day) = now + Σ month amounts, each spread evenly over its days",
  source: "arithmetic of the calendar",
  input: z.strictObject({
    today: z.string(),
    meterNow: z.number(),
    meterAtLimit: z.number(),
    perMonth: z.array(fields.nonNegative).length(12),
    leadDays: fields.countOrZero,
    bufferDays: fields.countOrZero,
  }),
  output: z.object({
    dueOn: z.string().nullable(),
    orderBy: z.string().nullable(),
    late: z.boolean(),
    reason: z.string().optional(),
  }),
  compute: ({ today, meterNow, meterAtLimit, perMonth, leadDays, bufferDays }) => {
    const start = readDay(today);
    const startNumber = dayNumber(start);
    const due = firstDay(start, meterNow, meterAtLimit, perMonth);
    if (due === null) {
      return {
        dueOn: null,
        orderBy: null,
        late: false,
        reason: `Not reached within ${HORIZON_YEARS} years at this use.`,
      };
    }
    const order = due - leadDays - bufferDays;
    if (order < dayNumber({ year: 0, month: 1, day: 1 })) {
      refuse("range", "leadDays", "leadDays: the order date falls before the calendar begins; give fewer days.");
    }
    return { dueOn: written(due), orderBy: written(order), late: order < startNumber };
  },
});

function firstDay(start: Day, meterNow: number, limit: number, perMonth: readonly number[]): number | null {
  if (atLeast(meterNow, limit)) return dayNumber(start);
  const lastYear = start.year + HORIZON_YEARS;
  const end: Day = { year: lastYear, month: start.month, day: Math.min(start.day, daysInMonth(lastYear, start.month)) };
  let meter = meterNow;
  for (let i = 0; i <= 12 * HORIZON_YEARS; i += 1) {
    const month = ((start.month - 1 + i) % 12) + 1;
    const year = start.year + Math.floor((start.month - 1 + i) / 12);
    const days = daysInMonth(year, month);
    const amount = perMonth[month - 1] ?? 0;
    const first = i === 0 ? start.day + 1 : 1;
    const last = year === end.year && month === end.month ? end.day : days;
    const after = (day: number): number => meter + (amount * (day - first + 1)) / days;
    if (last >= first && atLeast(after(last), limit)) {
      // The use within a month is even: the first day by halving.
      let low = first;
      let high = last;
      while (low < high) {
        const middle = Math.floor((low + high) / 2);
        if (atLeast(after(middle), limit)) high = middle;
        else low = middle + 1;
      }
      return dayNumber({ year, month, day: low });
    }
    if (last >= first) meter = after(last);
  }
  return null;
}

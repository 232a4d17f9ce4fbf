import { TZDate } from "@date-fns/tz";
import { lightFormat } from "date-fns";

const held = globalThis as { averinZone?: string };

/** Says in which zone this shop's clocks run, to everything in this process that tells a moment. */
export const setShopZone = (zone: string): void => void (held.averinZone = zone);

/** The day that it is in this shop: 2026-11-29. */
export const shopToday = (): string => lightFormat(new TZDate(Date.now(), held.averinZone ?? "UTC"), "yyyy-MM-dd");

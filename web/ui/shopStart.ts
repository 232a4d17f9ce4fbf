/** Money by the region of a browser's language, where it is one of a few; else the euro. Common practice, no source. */
const MONEY: Readonly<Record<string, string>> = {
  ...{ US: "USD", CA: "CAD", GB: "GBP", NO: "NOK", SE: "SEK", DK: "DKK", CH: "CHF", AU: "AUD", NZ: "NZD", JP: "JPY" },
};
/** Regions that measure in inches first. Common practice, no source. */
const INCHES = new Set(["US", "LR", "MM"]);

/** What a new shop most likely says of itself, by the browser that it is begun in; each can be typed over. */
export function shopStart(): { currency: string; zone: string; units: string } {
  if (typeof navigator === "undefined") return { currency: "EUR", zone: "UTC", units: "metric" };
  const region = new Intl.Locale(navigator.language).region ?? "";
  return {
    currency: MONEY[region] ?? "EUR",
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    units: INCHES.has(region) ? "inch" : "metric",
  };
}

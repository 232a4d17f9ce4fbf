const TONE: Record<string, string> = {
  keep: "var(--petrol)",
  watch: "var(--near)",
  renew: "var(--past)",
  stop: "var(--past)",
};

/** The tone of what a finding leads to; soft before anything was found. */
export const leadTone = (leads: string | null): string =>
  leads === null ? "var(--soft)" : (TONE[leads] ?? "var(--ink)");

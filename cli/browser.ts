/** Debian's Chromium, quiet: it asks nobody on the network for anything. */
export const BROWSER_PATH = "/usr/bin/chromium-headless-shell";
export const BROWSER_FLAGS = [
  "--no-sandbox",
  "--disable-gpu",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
] as const;

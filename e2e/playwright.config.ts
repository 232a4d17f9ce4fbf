import { defineConfig } from "@playwright/test";
import { BROWSER_FLAGS, BROWSER_PATH } from "../cli/browser.ts";

export default defineConfig({
  testDir: ".",
  // Bounds stand only against hanging: ten times what a quiet machine takes, or more. Nothing is tried twice.
  timeout: 900_000,
  expect: { timeout: 150_000 },
  retries: 0,
  // One file for each core: every file has a shop of its own.
  workers: 2,
  reporter: [["list"], ["json"]],
  use: {
    actionTimeout: 100_000,
    navigationTimeout: 150_000,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: BROWSER_PATH,
      args: [...BROWSER_FLAGS],
    },
  },
});

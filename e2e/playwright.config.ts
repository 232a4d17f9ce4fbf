import { defineConfig } from "@playwright/test";
import { BROWSER_FLAGS, BROWSER_PATH } from "../cli/browser.ts";

export default defineConfig({
  testDir: ".",
  timeout: 120_000,
  expect: { timeout: 15_000 },
  workers: 1,
  reporter: [["list"], ["json"]],
  use: {
    actionTimeout: 10_000,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: BROWSER_PATH,
      args: [...BROWSER_FLAGS],
    },
  },
});

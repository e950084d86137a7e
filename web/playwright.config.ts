import { defineConfig } from "@playwright/test";

/** The databases come from `npm test`; each file of tests has a server of its own: e2e/test.ts. */
export default defineConfig({
  testDir: "e2e",
  // What is killed in the middle of its work takes longer than a check before each commit may.
  testMatch: process.env["YARD_TORTURE"] ? "**/*.torture.ts" : "**/*.spec.ts",
  workers: Number(process.env["YARD_WORKERS"] ?? 2),
  timeout: 150_000,
  expect: { timeout: 20_000 },
  reporter: [["list"], ["json", { outputFile: "test-results/report.json" }]],
  use: {
    viewport: { width: 1280, height: 800 },
    trace: "off",
    // A page that a test is not about must not come from a copy.
    serviceWorkers: "block",
    launchOptions: {
      executablePath: process.env["YARD_CHROMIUM"] ?? "/usr/bin/chromium",
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
  },
});

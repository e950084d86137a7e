import { defineConfig } from "@playwright/test";

/** The address and the database come from `npm test`, which starts both. */
const baseURL = process.env["YARD_URL"] ?? "http://127.0.0.1:3000";

export default defineConfig({
  testDir: "e2e",
  workers: 1,
  timeout: 150_000,
  expect: { timeout: 20_000 },
  reporter: [["list"], ["json", { outputFile: "test-results/report.json" }]],
  use: {
    baseURL,
    viewport: { width: 1280, height: 800 },
    trace: "off",
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

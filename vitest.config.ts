import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

const resolve = {
  alias: {
    "@/": `${at("./web/src")}/`,
    // A marker for the bundler; it has nothing to say outside it.
    "server-only": at("./web/src/testing/server-only.ts"),
  },
};

export default defineConfig({
  test: {
    // Otherwise one processor is left idle, of two.
    maxWorkers: "100%",
    projects: [
      {
        resolve,
        test: {
          name: "unit",
          // Most of a file's time would go into loading the core once more.
          isolate: false,
          // A machine that is busy with something else is no reason to fail.
          testTimeout: 120_000,
          setupFiles: "./core/testing/fixed-seed.ts",
          include: [
            "core/src/**/*.test.ts",
            "core/testing/**/*.test.ts",
            "cli/src/**/*.test.ts",
            "web/src/**/*.test.ts",
          ],
          exclude: ["**/*.db.test.ts", "**/node_modules/**"],
        },
      },
      {
        resolve,
        test: {
          name: "database",
          include: ["web/src/**/*.db.test.ts"],
          globalSetup: "./web/src/testing/postgres.ts",
          setupFiles: ["./core/testing/fixed-seed.ts", "./web/src/testing/signed-in.ts"],
          // A machine that is busy with something else is no reason to fail.
          testTimeout: 120_000,
          hookTimeout: 120_000,
        },
      },
      {
        resolve,
        test: {
          name: "scripts",
          include: ["scripts/**/*.test.mjs"],
          testTimeout: 120_000,
          hookTimeout: 60_000,
        },
      },
      {
        resolve,
        test: {
          name: "torture",
          include: ["scripts/torture/*.torture.mjs"],
          fileParallelism: false,
          testTimeout: 900_000,
          hookTimeout: 120_000,
        },
      },
    ],
  },
});

/** A throw-away PostgreSQL with the demo for the integration tests. */
import { fileURLToPath } from "node:url";
import type {} from "vitest";
import type { TestProject } from "vitest/node";
import { startPostgres } from "../../../scripts/parts/postgres.mjs";
import { prepareDatabase } from "../../../scripts/parts/web.mjs";

declare module "vitest" {
  interface ProvidedContext {
    databaseUrl: string;
  }
}

export default async function setup(project: TestProject) {
  const root = fileURLToPath(new URL("../../..", import.meta.url));
  const database = await startPostgres(root, { name: "test-cluster", throwAway: true });
  // The demo is worked out once: each file of tests has a copy.
  await prepareDatabase(root, { url: database.url, appUrl: database.appUrl, demo: "asked" });
  project.provide("databaseUrl", database.url);
  return () => database.stop();
}

/** A throw-away PostgreSQL for the integration tests. */
import { fileURLToPath } from "node:url";
import type {} from "vitest";
import type { TestProject } from "vitest/node";
import { startPostgres } from "../../../scripts/parts/postgres.mjs";

declare module "vitest" {
  interface ProvidedContext {
    databaseUrl: string;
  }
}

export default async function setup(project: TestProject) {
  const root = fileURLToPath(new URL("../../..", import.meta.url));
  const database = await startPostgres(root, { name: "test-cluster", throwAway: true });
  project.provide("databaseUrl", database.url);
  return () => database.stop();
}

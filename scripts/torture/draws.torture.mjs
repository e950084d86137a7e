/** Properties, remedies and bodies that nobody would send, with many times the numbers that `npm test` has time for. */
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { expect, it } from "vitest";
import { run } from "../parts/child.mjs";

const root = fileURLToPath(new URL("../..", import.meta.url));

it.each([
  ["ten times as many visits", "unit", "core/testing", "10"],
  [
    "5,100 bodies over every route and action, as nobody and as each role",
    "database",
    "access/junk",
    "17",
  ],
])("hold for %s", async (_, project, file, times) => {
  const { code } = await run(
    join(root, "node_modules/.bin/vitest"),
    ["run", "--project", project, "--testTimeout", "800000", file],
    { cwd: root, stdio: "inherit", env: { ...process.env, YARD_DRAWS: times } },
  );
  expect(code).toBe(0);
});

/** Properties and remedies with ten times the numbers that `npm test` has time for. */
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { expect, it } from "vitest";
import { run } from "../parts/child.mjs";

const root = fileURLToPath(new URL("../..", import.meta.url));

it("hold for ten times as many visits", async () => {
  const { code } = await run(
    join(root, "node_modules/.bin/vitest"),
    ["run", "--project", "unit", "--testTimeout", "800000", "core/testing"],
    { cwd: root, stdio: "inherit", env: { ...process.env, YARD_DRAWS: "10" } },
  );
  expect(code).toBe(0);
});

/**
 * `npm run torture`: what takes longer than a check before each commit may: starts and stops cut short at
 * every moment, servers killed in mid-save, checkouts made from nothing in odd places, ten times the drawn
 * visits, three hundred interleavings of two devices in one process and three hundred in real browsers. An argument
 * chooses files by name.
 */
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { inCare } from "./parts/care.mjs";
import { run } from "./parts/child.mjs";
import { ensurePackages } from "./parts/packages.mjs";
import { interfaceTests } from "./parts/interface-tests.mjs";
import { ensureBuild } from "./parts/web.mjs";

const root = join(dirname(fileURLToPath(import.meta.url)), "..");

await inCare(async (care) => {
  const { signal } = care;
  const wanted = process.argv.slice(2);
  await ensurePackages(root, signal);
  await ensureBuild(root, signal);
  const { code } = await run(
    join(root, "node_modules/.bin/vitest"),
    ["run", "--project", "torture", "--passWithNoTests", ...wanted],
    { cwd: root, signal, stdio: ["ignore", "inherit", "inherit"] },
  );
  const asked = wanted.length === 0 || wanted.some((w) => "interleavings".includes(w));
  const mixed = asked
    ? await run(
        join(root, "node_modules/.bin/vitest"),
        ["run", "--project", "database", "interleavings"],
        {
          cwd: root,
          signal,
          stdio: ["ignore", "inherit", "inherit"],
          env: { ...process.env, YARD_INTERLEAVINGS: "300" },
        },
      )
    : { code: 0 };
  process.env.YARD_TORTURE = "1";
  const killed = await interfaceTests(root, [...wanted, "--pass-with-no-tests"], care);
  return code || mixed.code || killed.code;
});

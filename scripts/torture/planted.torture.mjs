/** Each planted fault is put into a copy of the checkout, and the tests of what it touches must die of it. */
import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, realpathSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { run } from "../parts/child.mjs";
import { PLANTED } from "./planted.mjs";

const origin = fileURLToPath(new URL("../..", import.meta.url));
let copy;

beforeAll(() => {
  copy = join(realpathSync(mkdtempSync(join(tmpdir(), "yard-planted-"))), "copy");
  execFileSync("git", ["clone", "--quiet", origin, copy]);
  // The packages as they are installed; workspaces link to the copy, for the links are relative.
  for (const part of ["node_modules", "web/node_modules"])
    execFileSync("cp", ["-a", join(origin, part), join(copy, part)]);
});
afterAll(() => rmSync(join(copy, ".."), { recursive: true, force: true }));

/** @returns whether the tests that reach a file pass */
async function passes({ file, project = "unit" }) {
  const { code } = await run(
    join(copy, "node_modules/.bin/vitest"),
    ["related", "--run", "--project", project, "--bail", "1", file],
    { cwd: copy, stdio: "ignore" },
  );
  return code === 0;
}

describe("a planted fault", () => {
  it.each(PLANTED)("is noticed: $what", async (fault) => {
    const path = join(copy, fault.file);
    const sound = readFileSync(path, "utf8");
    expect(sound.split(fault.find).length - 1, "the text stands there once").toBe(1);
    writeFileSync(path, sound.replace(fault.find, fault.put));
    try {
      expect(await passes(fault)).toBe(false);
    } finally {
      writeFileSync(path, sound);
    }
  });

  it("is what they died of: without one they pass", async () => {
    for (const file of new Set(PLANTED.map((f) => f.file)))
      expect(await passes(PLANTED.find((f) => f.file === file)), file).toBe(true);
  }, 3_000_000);
});

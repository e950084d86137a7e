import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { runVerb, VERBS } from "./verbs.ts";

const example = readFileSync(new URL("../../demo/cases/example-1.json", import.meta.url), "utf8");
const parse = (text: string) => JSON.parse(text) as Record<string, unknown>;

describe("tack", () => {
  it("validates", () => {
    expect(runVerb("validate", example)).toEqual({ code: 0, output: '{\n  "ok": true\n}\n' });
  });

  it.each(["duty", "npsh", "motor"])("prints the %s part alone, with notes", (verb) => {
    const { code, output } = runVerb(verb, example);
    expect(code).toBe(0);
    expect(parse(output)[verb]).toBeTypeOf("object");
    expect(parse(output)["causes"]).toBeUndefined();
    expect(parse(output)["notes"]).toBeInstanceOf(Array);
  });

  it.each([
    ["as it was read", {}],
    ["psi written as bar", { dischargePressure: "62 bar" }],
    ["gauges exchanged", { suctionPressure: "4.3 bar", dischargePressure: "0.1 bar" }],
  ])("gives the figures of the whole diagnosis, part by part: %s", (_, change) => {
    const json = parse(example) as { snapshots: object[] };
    const text = JSON.stringify({ ...json, snapshots: [{ ...json.snapshots[0], ...change }] });
    const whole = parse(runVerb("diagnose", text).output);
    for (const verb of ["duty", "npsh", "motor"])
      expect(parse(runVerb(verb, text).output)[verb], verb).toEqual(whole[verb]);
  });

  it("prints a whole diagnosis", () => {
    const result = parse(runVerb("diagnose", example).output);
    expect(result["format"]).toBe("yard-tack/result");
    expect(result["id"]).toBe("example-1");
  });

  it.each(["not json", "{}", '{"format":"yard-tack/case"}', "x".repeat(1_000_001)])(
    "answers errors with a path and code 2 for %.20s",
    (text) => {
      const { code, output } = runVerb("diagnose", text);
      expect(code).toBe(2);
      const [error] = parse(output)["errors"] as Record<string, unknown>[];
      expect(error).toMatchObject({ path: expect.any(String), message: expect.any(String) });
      expect(output).not.toContain("    at ");
    },
  );

  it("goes on after a bad line and keeps the order", () => {
    const good = JSON.stringify(JSON.parse(example));
    const bad = JSON.stringify({ ...(JSON.parse(example) as object), id: "b", pomp: 1 });
    const { code, output } = runVerb("diagnose-many", `${good}\n${bad}\nnonsense\n\n${good}\n`);
    const lines = output.trim().split("\n").map(parse);
    expect(code).toBe(0);
    expect(lines.map((l) => l["id"])).toEqual(["example-1", "b", null, "example-1"]);
    expect(lines[1]?.["errors"]).toBeDefined();
    expect(lines[2]?.["errors"]).toBeDefined();
  });

  it("names the verbs it knows", () => {
    const { code, output } = runVerb("cure", example);
    expect(code).toBe(2);
    for (const verb of VERBS) expect(output).toContain(verb);
  });

  it("refuses check values that are no object", () => {
    expect(runVerb("reference", "[1").code).toBe(2);
    expect(runVerb("reference", "3").code).toBe(2);
  });
});

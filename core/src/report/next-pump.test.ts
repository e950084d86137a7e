import { readdirSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import type { WrittenPump } from "../case/index.ts";
import { FAMILIES } from "../case/index.ts";
import { situationOf } from "../visit/index.ts";
import { FIT_FIELDS, nextPump } from "./index.ts";

const card = (tag: string, more: Partial<Parameters<typeof nextPump>[0]> = {}) =>
  nextPump({
    written: pumpJson(tag) as unknown as WrittenPump,
    situation: situationOf(caseFrom(pumpJson(tag))),
    ...{ body: null, motor: null, fit: null, units: "metric", day: "2026-06-01", ...more },
  });
const rowOf = (c: ReturnType<typeof card>, name: string) =>
  c.groups.flatMap((g) => g.rows).find((r) => r.name === name);

describe("what the next pump has to be", () => {
  it("is told by what it has to do on this system, and its power only as what there is now", () => {
    const c = card("LF-2", { motor: { power: "7.5 kW", voltage: "400 V" } });
    expect(rowOf(c, "Flow and head here")).toMatchObject({
      value: expect.stringMatching(/^\d+(\.\d+)? m³\/h at \d+(\.\d+)? m$/) as string,
      from: "where its curve meets its own system",
    });
    expect(rowOf(c, "Motor it has now")?.value).toBe("7.5 kW");
    expect(rowOf(c, "NPSH it may need, at most")?.value).toMatch(/ m, less the margin/);
  });

  it("says of what is missing how it is found, and counts only what an order needs", () => {
    const bare = card("LF-2");
    expect(rowOf(bare, "Flange bolts and spanners")).toMatchObject({
      value: undefined,
      from: expect.stringContaining("spanner") as string,
    });
    expect(bare.missing).toContain("Flange bolts and spanners");
    expect(bare.missing).not.toContain("Spare label");
    const known = Object.fromEntries(FIT_FIELDS.map((f) => [f.key, "2027-01-01"]));
    const fitted = card("LF-2", { fit: known });
    for (const { name } of FIT_FIELDS) expect(fitted.missing).not.toContain(name);
    expect(fitted.missing.length).toBeLessThan(bare.missing.length);
  });

  it("asks a pump for what its family has", () => {
    expect(rowOf(card("LF-2"), "Flange ears")).toBeUndefined();
    const families = new Set(FIT_FIELDS.flatMap((f) => f.families ?? FAMILIES));
    expect([...families].toSorted()).toEqual([...FAMILIES].toSorted());
    for (const tag of readdirSync("demo/pumps").map((f) => f.replace(".json", ""))) {
      const c = card(tag);
      expect(JSON.stringify(c), tag).not.toMatch(/NaN|undefined|Infinity/);
      expect(rowOf(c, "What carries it"), tag).toBeDefined();
    }
  });

  it("knows whether it is under warranty, to the day", () => {
    const until = (day: string) =>
      card("LF-2", { fit: { warrantyUntil: "2026-06-01" }, day }).warranty;
    expect(until("2026-06-01T20:00:00Z")).toBe("Under warranty until 2026-06-01.");
    expect(until("2026-06-02")).toBe("Its warranty ran out on 2026-06-01.");
    expect(card("LF-2").warranty).toMatch(/Nobody wrote down/);
  });
});

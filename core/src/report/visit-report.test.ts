import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import type { WrittenPump, WrittenSnapshot } from "../case/index.ts";
import { readRecord, type VisitRecord } from "../record/index.ts";
import { factsOf, situationOf } from "../visit/index.ts";
import { visitReport } from "./index.ts";

const FOUND: WrittenSnapshot = {
  ...{ label: "as found", suctionPressure: "-26.2 inHg", dischargePressure: "2.6 bar" },
  ...{ flow: "41 m3/h", speed: "2950 rpm", amps: ["15.1 A", "15.3 A", "15.0 A"] },
};
const AFTER: WrittenSnapshot = {
  ...{ label: "after", suctionPressure: "0.03 bar", dischargePressure: "4.31 bar" },
  ...{ flow: "61 m3/h", speed: "2945 rpm" },
};

const report = (change: Partial<VisitRecord>, units: "metric" | "us" = "metric", tag = "LF-2") => {
  const written = pumpJson(tag) as unknown as WrittenPump;
  return visitReport({
    ...{ tag, units, written, instruments: [] },
    facts: factsOf(situationOf(caseFrom(pumpJson(tag)))),
    record: { ...readRecord({ closed: "cured" }), ...change },
  });
};

describe("a customer's report", () => {
  it("says in one sentence what came of it, whatever that was", () => {
    expect(report({}).title).toBe("LF-2 is in order again.");
    expect(report({ closed: "waiting for parts" }).title).toBe("LF-2 waits for parts.");
    for (const closed of ["improved", "not reproduced", "referred", "as it should be"] as const)
      expect(report({ closed }).title).toMatch(/^LF-2 [a-z].*\.$/);
  });

  it("sets before beside after, in the units as read, with bands and what is expected", () => {
    const { rows, chart, notes } = report({ snapshots: [FOUND, AFTER] });
    const suction = rows.find((r) => r.name === "Suction gauge");
    expect(suction?.before).toMatch(/^-26\.2 inHg/);
    expect(suction?.after).toMatch(/^0\.03 bar/);
    expect(rows.find((r) => r.name === "L2")).toMatchObject({ before: "15.3 A", after: "" });
    expect(rows.find((r) => r.name === "Discharge gauge")?.expected).toMatch(/ to .* bar$/);
    expect(chart?.points.map((p) => p.when)).toEqual(["before", "after"]);
    expect(chart?.points[1]?.at[0]).toBeCloseTo(61 / 3600, 6);
    expect(chart?.points[0]?.say).toMatch(/^41\.0 m³\/h, \d/);
    expect(notes.join(" ")).toMatch(/gauge pressures where “abs”/);
  });

  it("shows what was typed where that was kept, not what was worked with", () => {
    const line = { snapshot: "as found", name: "Suction gauge", raw: "26,2 inHg vac" };
    const readings = [{ ...line, by: "T", at: "2026-11-28T08:00:00Z" }];
    const { rows } = report({ snapshots: [FOUND], readings });
    expect(rows[0]?.before).toMatch(/^26,2 inHg vac/);
  });

  it("says of a flow that nobody metered that it is about, and of a cure that it was not read again", () => {
    const { flow: _flow, ...unmetered } = FOUND;
    const told = report({ snapshots: [unmetered as WrittenSnapshot] });
    expect(told.chart?.points).toHaveLength(1);
    expect(told.chart?.points[0]?.say).toMatch(/^about .*not metered/);
    expect(told.proof).toBe("It was not read again after the work.");
    expect(report({ snapshots: [FOUND, AFTER] }).proof).toBe("");
    expect(report({ proof: "61 m³/h again" }).proof).toBe("61 m³/h again");
  });

  it("has no chart and no rows where nothing was read, and none of what cannot be drawn", () => {
    expect(report({})).toMatchObject({ chart: undefined, rows: [], notes: [] });
    const gears = report({ snapshots: [FOUND] }, "us", "LF-4");
    expect(gears.chart).toBeUndefined();
    expect(gears.rows.length).toBeGreaterThan(3);
  });

  it("has the three points of a fire-water pump, as they stand after the work, and of no other pump", () => {
    const at = (label: string, read: Record<string, string>) =>
      ({ label, ...read }) as unknown as WrittenSnapshot;
    const points = [
      at("as found", {
        ...{ suctionPressure: "1.6 psi", dischargePressure: "90 psi" },
        ...{ flow: "750 gpm", speed: "1774 rpm" },
      }),
      at("shut", { suctionPressure: "2.6 psi", dischargePressure: "130 psi", speed: "1786 rpm" }),
    ];
    const fire = report({ snapshots: points }, "us", "TH-1").fire;
    expect(fire?.rated).toMatch(/gpm at .* psi net, \d+ rpm$/);
    expect(fire?.rows.map((r) => r.name)).toEqual(["churn, shut", "rated flow", "150 % flow"]);
    expect(fire?.rows[2]?.verdict).toBe("not-shown");
    const mended = at("after", {
      ...{ suctionPressure: "1.6 psi", dischargePressure: "112 psi" },
      ...{ flow: "760 gpm", speed: "1774 rpm" },
    });
    const before = fire?.rows[1]?.measured;
    const after = report({ snapshots: [...points, mended] }, "us", "TH-1").fire;
    expect(after?.rows[1]?.measured).not.toBe(before);
    expect(after?.rows[0]).toEqual(fire?.rows[0]);
    expect(report({ snapshots: [FOUND] }).fire).toBeUndefined();
  });
});

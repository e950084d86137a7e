import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import { lineOrPump } from "./line-or-pump.ts";
import { overTheYears } from "./over-years.ts";
import type { YearVisit } from "./year-visit.ts";

type Json = Record<string, unknown>;

const { fingerprint: _own, history: _past, ...LF2 } = pumpJson("LF-2") as Json;
const visit = (
  at: string,
  snapshots: readonly Json[],
  kind: YearVisit["kind"] = "round",
  own = false,
): YearVisit => ({
  ...{ at: `${at}T10:00:00Z`, kind, fingerprint: own },
  file: caseFrom({ ...LF2, snapshots }),
});
const shut = (pressure: number, more: Json = {}): Json => ({
  ...{ label: "shut", valve: "shut", suctionPressure: "0.10 bar", speed: "2950 rpm" },
  dischargePressure: `${pressure} bar`,
  ...more,
});
const found = (pressure: number, flow: number, amps: number, label = "as found"): Json => ({
  ...{ label, suctionPressure: "0.05 bar", dischargePressure: `${pressure} bar` },
  ...{ flow: `${flow} m3/h`, speed: "2945 rpm", amps: [`${amps} A`, `${amps} A`, `${amps} A`] },
});

const YEARS = ["2023-01-10", "2023-09-10", "2024-05-10", "2025-01-10", "2025-09-10"];

describe("a pump over its visits", () => {
  it("has its shut-off head and its current at like flow, each with what it amounts to in words", () => {
    const visits = YEARS.map((at, i) =>
      visit(
        at,
        [found(4.3, 61, 21 + 0.9 * i), shut(5.1 - 0.16 * i)],
        i === 0 ? "fingerprint" : "round",
        i === 0,
      ),
    );
    const lines = overTheYears(undefined, visits, "metric");
    expect(lines.map((l) => l.id)).toEqual(["flow", "shut-off", "current"]);
    const [, head, current] = lines;
    expect(head).toMatchObject({
      base: "fingerprint",
      drift: { withinGauges: false, reached: "plan" },
    });
    expect(head?.say.join(" ")).toMatch(
      /% less shut-off head than at the base, give or take .*a month\. Past 10 %: plan/,
    );
    expect(current?.drift.now.change).toBeGreaterThan(12);
    expect(current?.say[0]).toMatch(/% more current than at the base/);
    for (const line of lines) expect(line.say.join(" ")).not.toMatch(/NaN|undefined/);
  });

  it("leaves out what a call found before it was mended, and currents at another flow", () => {
    const visits = [
      visit("2023-01-10", [found(4.3, 61, 21)], "fingerprint", true),
      visit("2023-06-10", [found(2.6, 41, 15)], "call"),
      visit("2023-07-10", [found(2.6, 41, 15), found(4.3, 61, 21.2, "after")], "call"),
      visit("2024-01-10", [found(4.8, 40, 16)]),
    ];
    const current = overTheYears(undefined, visits, "metric").find((l) => l.id === "current");
    expect(current?.points.map((p) => p.at.slice(0, 7))).toEqual(["2023-01", "2023-07"]);
    expect(current?.say[0]).toMatch(/the gauges alone can be off by that much/);
    expect(overTheYears(undefined, visits.slice(0, 2), "metric")).toEqual([]);
  });

  it("tells a blocked line from a leak and from the pump, and says nothing where nothing moved", () => {
    const since = (pressure: number, flow: number) =>
      lineOrPump([
        visit("2023-01-10", [found(4.3, 61, 21)], "fingerprint", true),
        visit("2025-01-10", [found(pressure, flow, 21)]),
      ]);
    expect(since(4.9, 45)).toMatch(/line after it is blocked/);
    expect(since(3.4, 80)).toMatch(/water leaves the line/);
    expect(since(3.4, 61)).toMatch(/the pump itself/);
    expect(since(4.32, 61)).toBeUndefined();
    const { flow: _flow, ...unmetered } = found(4.9, 45, 21);
    const bare = [
      visit("2023-01-10", [found(4.3, 61, 21)], "fingerprint", true),
      visit("2025-01-10", [unmetered]),
    ];
    expect(lineOrPump(bare)).toMatch(/a flow, read now as then, would tell/);
    expect(lineOrPump([])).toBeUndefined();
  });
});

import { describe, expect, it } from "vitest";
import { caseFrom, LF2_READ, pumpJson } from "../../testing/cases.ts";
import { diagnoseFully } from "../diagnosis/index.ts";
import { fieldView, fireView, leversView } from "./study-views.ts";

type Json = Record<string, unknown>;

const diagnosed = (tag: string, rest: Json) =>
  diagnoseFully(caseFrom({ ...pumpJson(tag), ...rest }));

/** LF-2 at three positions of its valve, each discharge reading lowered by so much. */
function threePoints(lower: (flow: number) => number): Json[] {
  const at = (label: string, valve: string, flow: number, bar: number): Json => ({
    label,
    valve,
    ...(flow > 0 ? { flow: `${flow} m3/h` } : {}),
    suctionPressure: "0.10 bar",
    suctionGaugeHeight: "0.2 m",
    dischargePressure: `${(bar - lower(flow)).toFixed(2)} bar`,
    dischargeGaugeHeight: "0.5 m",
  });
  return [
    at("as found", "as-found", 62, 4.35),
    at("throttled", "throttled", 35, 4.9),
    at("shut", "shut", 0, 5.2),
  ];
}

describe("the three-point field curve", () => {
  it("needs two positions", () => {
    expect(fieldView(diagnosed("LF-2", { snapshots: [LF2_READ] }))).toBeUndefined();
  });

  it("has its points at their flows, each with its distance from the sheet and the band of that", () => {
    const view = fieldView(diagnosed("LF-2", { snapshots: threePoints(() => 0) }));
    expect(view?.points.map((p) => p.label).toSorted()).toEqual(["as found", "shut", "throttled"]);
    for (const p of view?.points ?? []) {
      expect(p.half95).toBeGreaterThan(0);
      expect(Math.abs(p.residual)).toBeLessThan(3);
    }
  });

  it("moves every point by what every point lost, and says what that shape means", () => {
    const residuals = (lower: (flow: number) => number) => {
      const view = fieldView(diagnosed("LF-2", { snapshots: threePoints(lower) }));
      if (!view) throw new Error("three points are a field curve");
      return view;
    };
    const [sound, lower] = [residuals(() => 0), residuals(() => 1)];
    lower.points.forEach((p, i) => {
      // One bar of water at 14 °C.
      expect((sound.points[i]?.residual ?? 0) - p.residual).toBeCloseTo(10.2, 1);
    });
    const grows = residuals((flow) => 1.2 * (flow / 62) ** 2);
    expect(grows.sentence).toMatch(/growing with the square of flow/);
    expect(sound.sentence).not.toMatch(/square of flow: a restriction.*\.$/);
  });
});

describe("the fire-water test", () => {
  const net = (label: string, flow: string, discharge: string): Json => ({
    label,
    valve: label === "shut off" ? "shut" : "as-found",
    ...(label === "shut off" ? {} : { flow }),
    suctionPressure: "10 psi",
    dischargePressure: discharge,
    speed: "1770 rpm",
  });

  it("is asked of fire pumps only", () => {
    expect(fireView(diagnosed("LF-2", { snapshots: [LF2_READ] }), "metric")).toBeUndefined();
  });

  it("passes or fails point by point, and leaves acceptance to others", () => {
    const shown = (overload: string) =>
      fireView(
        diagnosed("TH-1", {
          snapshots: [
            net("rated", "750 gpm", "112 psi"),
            net("shut off", "", "130 psi"),
            net("150 %", "1125 gpm", overload),
          ],
        }),
        "us",
      );
    const [good, bad] = [shown("85 psi"), shown("45 psi")];
    expect(good?.rows.map((r) => r.name)).toEqual(["churn, shut", "rated flow", "150 % flow"]);
    expect(good?.rows[2]?.verdict).toBe("pass");
    expect(bad?.rows[2]?.verdict).toBe("fail");
    for (const view of [good, bad]) {
      expect(view?.sentence).toContain("Acceptance belongs to the authority in charge.");
      expect(view?.sentence).not.toMatch(/safe/i);
    }
    expect(bad?.sentence).toMatch(/^A point fails\./);
  });

  it("joins what was read on either side of a point, with its band and the sheet's share", () => {
    const view = fireView(
      diagnosed("TH-1", {
        snapshots: [
          net("rated", "700 gpm", "118 psi"),
          net("shut off", "", "138 psi"),
          net("150 %", "1000 gpm", "100 psi"),
        ],
      }),
      "us",
    );
    const [, rated, overload] = view?.rows ?? [];
    expect(rated?.verdict).toBe("pass");
    expect(rated?.measured).toMatch(/10[0-9.]+ ± [0-9.]+ % of rated/);
    // 1000 gpm is 133 % of rated: nothing was read beyond it, and it counts for rated itself.
    expect(overload?.verdict).toBe("not-shown");
    expect(overload?.measured).toBe("not reached: 133 % of rated flow is the most that was read");
    expect(rated?.ofSheet).toMatch(/^\d+ %$/);
    const apart = fireView(
      diagnosed("TH-1", {
        snapshots: [net("rated", "700 gpm", "112 psi"), net("150 %", "1130 gpm", "85 psi")],
      }),
      "us",
    );
    expect(apart?.rows[1]?.measured).toContain(
      "between the readings at 93.3 and 151 % of rated flow",
    );
  });

  it("names a suction that lifts", () => {
    const json = pumpJson("TH-1");
    const shown = (sourceLevel: string) =>
      fireView(
        diagnosed("TH-1", {
          suction: { ...(json["suction"] as Json), sourceLevel },
          snapshots: [net("rated", "750 gpm", "112 psi")],
        }),
        "us",
      )?.sentence;
    expect(shown("-4 ft")).toContain("is not to lift");
    expect(shown("6 ft")).not.toContain("is not to lift");
  });

  it("does not call a test passed while a point is missing", () => {
    const view = fireView(
      diagnosed("TH-1", { snapshots: [net("rated", "750 gpm", "125 psi")] }),
      "us",
    );
    expect(view?.rows[0]?.measured).toBe("not read yet");
    expect(view?.rows[0]?.verdict).toBe("not-shown");
    expect(view?.sentence).toMatch(/^A point is still missing\./);
  });
});

describe("the levers", () => {
  it("are there when NPSH is known, each with what it would take or why it will not do", () => {
    const view = leversView(diagnosed("LF-2", { snapshots: [LF2_READ] }), "metric");
    if (!view) throw new Error("LF-2 has levers");
    expect(view.rows.length).toBeGreaterThan(3);
    for (const r of view.rows) {
      expect(r.name).not.toBe("");
      if (!r.feasible) expect(r.why, r.name).not.toBe("");
      expect(`${r.setting}${r.why}`).not.toMatch(/NaN|Infinity/);
    }
  });

  it("have to spare or ask for what the layout has or lacks, metre for metre", () => {
    const rows = (sourceLevel: string) =>
      leversView(
        diagnosed("LF-2", {
          suction: { ...(pumpJson("LF-2")["suction"] as Json), sourceLevel },
          snapshots: [{ ...LF2_READ, suctionPressure: undefined, flow: "64 m3/h" }],
        }),
        "metric",
      )?.rows.filter((r) => ["raise-level", "cut-loss"].includes(r.id));
    for (const r of rows("1.8 m") ?? []) expect(r.setting, r.id).toMatch(/^\d.* m to spare$/);
    const raise = (level: string): number =>
      Number(/^by ([\d.]+) m$/.exec(rows(level)?.[0]?.setting ?? "")?.[1]);
    expect(raise("-8 m")).toBeGreaterThan(0);
    expect(raise("-9 m") - raise("-8 m")).toBeCloseTo(1, 1);
  });

  it("send for what goes missing first, where the gauge shows less than level and pipe explain", () => {
    const beforehand = (suctionPressure: string) =>
      leversView(
        diagnosed("LF-2", {
          snapshots: [{ ...LF2_READ, suctionPressure, dischargePressure: "3.8 bar" }],
        }),
        "metric",
      )?.beforehand;
    expect(beforehand("0.03 bar")).toBeUndefined();
    expect(beforehand("-0.4 bar")).toMatch(
      /^By the gauge 4\.\d+ m less arrives .* Find that first/,
    );
  });

  it("warn of the same cells in a sweep over level and warmth that have less than nothing to spare", () => {
    const view = leversView(diagnosed("LF-2", { snapshots: [LF2_READ] }), "us");
    const cells = view?.sweep?.rows.flatMap((r) => r.cells) ?? [];
    expect(cells.length).toBeGreaterThan(9);
    for (const cell of cells) {
      if (!cell) continue;
      expect(cell.short).toBe(/^[-\u2212]/.test(cell.text));
      expect(cell.text).toMatch(/ ft$/);
    }
    // Warmer never has more to spare, nor a lower level.
    const spare = (text: string | undefined) => Number(text?.replace("\u2212", "-").split(" ")[0]);
    const rows = view?.sweep?.rows ?? [];
    rows.slice(1).forEach((row, i) => {
      row.cells.forEach((cell, k) => {
        const cooler = rows[i]?.cells[k];
        if (cell && cooler) expect(spare(cell.text)).toBeLessThanOrEqual(spare(cooler.text));
      });
    });
  });
});

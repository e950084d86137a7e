import { describe, expect, it } from "vitest";
import { caseFrom, exampleJson, pumpJson } from "../../testing/cases.ts";
import { boardOf } from "../board/index.ts";
import {
  curveAt,
  driveStudy,
  fieldCurveOf,
  leadingSnapshot,
  leverRows,
  partsOf,
  situationOf,
  standingTests,
  suctionStudy,
} from "./index.ts";
import { leverWords, noteWords } from "../words/index.ts";

type Json = Record<string, unknown>;

function visit(change: Json = {}, snapshot: Json = {}) {
  const json = exampleJson();
  const [first] = json["snapshots"] as Json[];
  const file = caseFrom({ ...json, ...change, snapshots: [{ ...first, ...snapshot }] });
  const situation = situationOf(file);
  const leading = leadingSnapshot(situation);
  if (!leading) throw new Error("a snapshot");
  return { file, situation, parts: partsOf(situation, leading), snapshot: leading };
}

const withPump = (change: Json): Json => ({
  pump: { ...(exampleJson()["pump"] as Json), ...change },
});

describe("ratings of a case", () => {
  const [sheet] = [(exampleJson()["pump"] as Json)["curve"] as Json];
  const scaled = (factor: number, diameter: string): Json => ({
    ...sheet,
    diameter,
    points: (sheet["points"] as { flow: string; head: string }[]).map((p) => ({
      flow: p.flow,
      head: `${Number.parseFloat(p.head) * factor} m`,
    })),
  });

  it("takes the wheel that is fitted between two measured ones", () => {
    const { situation } = visit(
      withPump({
        curve: [scaled(1, "208 mm"), scaled(0.8, "190 mm")],
        impeller: { diameter: "199 mm" },
      }),
    );
    const head = situation.curve?.head.y[0] ?? 0;
    expect(head).toBeGreaterThan(0.8 * 52);
    expect(head).toBeLessThan(52);
    expect(situation.notes.map(noteWords).join(" ")).toContain("lies between two measured ones");
    expect(situation.sheets).toHaveLength(2);
  });

  it("interpolates between measured speeds", () => {
    const half = {
      ...sheet,
      speed: "1460 rpm",
      points: (sheet["points"] as { flow: string; head: string }[]).map((p) => ({
        flow: `${Number.parseFloat(p.flow) / 2} m3/h`,
        // A little less than affinity says.
        head: `${(Number.parseFloat(p.head) / 4) * 0.96} m`,
      })),
    };
    const { situation } = visit(withPump({ curve: [sheet, half] }));
    const at = curveAt(situation, 2190);
    const affinity = 52 * (2190 / 2920) ** 2;
    expect(at?.head.y[0] ?? 0).toBeLessThan(affinity);
    expect(at?.head.y[0] ?? 0).toBeGreaterThan(0.96 * affinity);
  });

  it("guesses a curve from one rated point, with a wide tolerance", () => {
    const pump = { ...(exampleJson()["pump"] as Json), curve: null };
    const { situation, parts } = visit({
      pump: { ...pump, ratedPoint: { flow: "60 m3/h", head: "45 m", speed: "2920 rpm" } },
    });
    expect(situation.estimatedCurve).toBe(true);
    expect(parts.tolerance.head).toBeGreaterThan(0.08);
    expect(situation.notes.map(noteWords).join(" ")).toContain("The curve is estimated");
    const impossible = visit({
      pump: { ...pump, ratedPoint: { flow: "60 m3/h", head: "45 m", power: "1 kW" } },
    });
    expect(impossible.situation.curve).toBeUndefined();
    expect(impossible.situation.notes.map(noteWords).join(" ")).toContain("above one");
  });

  it("names a point whose power cannot be", () => {
    const { situation } = visit(
      withPump({
        curve: {
          speed: "2920 rpm",
          points: [
            { flow: "0 m3/h", head: "52 m", power: "5 kW" },
            { flow: "60 m3/h", head: "45 m", power: "9.9 W" },
          ],
        },
      }),
    );
    expect(situation.notes.map(noteWords).join(" ")).toMatch(
      /Curve 1, point 2 \(60 m3\/h\).*efficiency of \d+ %/,
    );
  });

  it.each([
    [{ liquid: "ethylene-glycol", temperature: "-8 degC" }, "needs its concentration"],
    [{ liquid: "sea-water", temperature: "70 degC" }, "0 to 40 °C"],
    [{ liquid: "table", table: [] }, "table is empty"],
    [{ liquid: "water", temperature: "400 degC" }, "0 to 180 °C"],
  ])("takes cold water with a note where the liquid cannot be: %j", (site, words) => {
    const { situation } = visit({ site });
    expect(situation.notes.map(noteWords).join(" ")).toContain(words);
    expect(situation.liquid.density).toBeCloseTo(999, 0);
  });
});

describe("lines of a case", () => {
  const elements = [
    { kind: "inlet", bore: "100 mm" },
    { kind: "pipe", length: "8 m", bore: "80 mm", material: "steel" },
  ];

  it("works the suction loss out of its elements when none is stated", () => {
    const { situation } = visit({ suction: { sourceLevel: "1.8 m", elements } });
    expect(situation.layout?.loss?.head ?? 0).toBeGreaterThan(0.5);
    expect(situation.layout?.loss?.flow ?? 0).toBeCloseTo(62 / 3600, 9);
  });

  it("names elements in an order that cannot be, by path, and counts them", () => {
    const { situation } = visit({
      suction: {
        sourceLevel: "1.8 m",
        elements: [...elements, { kind: "foot-valve", bore: "80 mm" }],
      },
    });
    const note = situation.notes.map(noteWords).find((n) => n.includes("suction.elements[2]"));
    expect(note).toContain("a foot valve stands at the source");
    expect(situation.layout?.loss?.head ?? 0).toBeGreaterThan(0.5);
  });

  it("takes the system from duty, else from elements", () => {
    expect(visit().situation.system?.from).toBe("duty");
    const drawn = visit({
      duty: null,
      discharge: {
        staticHead: "12 m",
        elements: [{ kind: "pipe", length: "60 m", bore: "65 mm", material: "steel" }],
      },
    });
    expect(drawn.situation.system?.from).toBe("elements");
    expect(drawn.situation.system?.curve.resistance ?? 0).toBeGreaterThan(0);
  });
});

describe("flow from a timed level", () => {
  const test = (readings: Json) => ({
    tests: [{ test: "timed-drawdown", outcome: "as-expected", readings }],
  });

  it("stands where no meter does", () => {
    const { parts } = visit(test({ diameter: "3 m", fall: "0.5 m", over: "4 min" }));
    expect(parts.duty.flow?.from).toBe("level-change");
    expect(parts.duty.flow?.value ?? 0).toBeCloseTo((Math.PI * 9 * 0.5) / 4 / 240, 6);
    expect(parts.duty.headAgainstCurve).toBeDefined();
  });

  it("says what its readings lack", () => {
    const { situation } = visit(test({ fall: "0.5 m", over: "4 min" }));
    expect(situation.notes.map(noteWords).join(" ")).toContain("area or diameter");
  });
});

describe("suction study", () => {
  it("counts lift, levers and what the suction can feed on a pump that lifts", () => {
    const file = {
      ...pumpJson("QO-4"),
      snapshots: [
        {
          label: "as found",
          flow: "105 gpm",
          suctionPressure: "18 inHg vac",
          dischargePressure: "105 psi",
          speed: "3520 rpm",
        },
      ],
    };
    const situation = situationOf(caseFrom(file));
    const snapshot = leadingSnapshot(situation);
    if (!snapshot) throw new Error("a snapshot");
    const parts = partsOf(situation, snapshot);
    const study = suctionStudy(situation, parts);
    expect(study.lift?.rules.every((r) => r.misleads)).toBe(true);
    expect(study.sweep?.rows.length).toBe(6);
    expect(study.flowTheSuctionCanFeed ?? 0).toBeLessThan(parts.duty.flow?.value ?? 0);
    const rows = leverRows(situation, parts);
    expect(rows.map((r) => r.id)).toEqual([
      "raise-level",
      "lower-pump",
      "cut-loss",
      "throttle",
      "slow",
      "cool",
      "warm",
    ]);
    expect(rows.find((r) => r.id === "warm")?.feasible).toBe(false);
    expect(rows.every((r) => leverWords(r.reason, "metric") !== "")).toBe(true);
    const throttle = rows.find((r) => r.id === "throttle");
    expect(throttle && leverWords(throttle.reason, "metric")).toMatch(/Costs \d+ % of the flow/);
  });
});

describe("drive study", () => {
  it("derates for voltage imbalance and asks about too much current for it", () => {
    const { situation, snapshot, parts } = visit(
      {},
      { volts: ["392 V", "400 V", "408 V"], amps: ["18 A", "24 A", "21 A"], inrush: "250 A" },
    );
    const study = driveStudy(situation, snapshot, parts.electrical);
    expect(study.derating).toBeCloseTo(0.95, 2);
    expect(study.limit?.amps).toBeCloseTo(27.5 * 0.95, 1);
    expect(study.imbalanceRatio).toBeGreaterThan(6);
    expect(study.inrush?.outcome).toBe("high");
    expect(study.phases).toEqual(["normal", "normal", "normal"]);
    expect(study.slipPercent).toBeCloseTo(2.3, 1);
  });

  it("says nothing of slip behind a drive or a belt", () => {
    const { situation, snapshot, parts } = visit(withPump({ drive: { kind: "vfd" } }));
    const study = driveStudy(situation, snapshot, parts.electrical);
    expect(study.behindDrive).toBe(true);
    expect(study.slipPercent).toBeUndefined();
  });
});

describe("tests on the motor itself", () => {
  const tests = [
    {
      test: "roll-leads",
      outcome: "follows-line",
      readings: {
        amps: [
          ["9 A", "10 A", "11 A"],
          ["9.1 A", "10 A", "10.9 A"],
          ["8.9 A", "10 A", "11.1 A"],
        ],
      },
    },
    {
      test: "winding-resistance",
      outcome: "balanced",
      readings: { ohms: ["1.21 ohm", "1.22 ohm", "1.35 ohm"], temperature: "20 degC" },
    },
  ];
  const known = (json: Json) => standingTests(caseFrom({ ...exampleJson(), ...json }));

  it("splits nine currents, and has no answer behind a drive", () => {
    const rolled = [tests[0]];
    expect(known({ tests: rolled }).rolledLeads?.outcome).toBe("follows-line");
    const behind = known({ tests: rolled, ...withPump({ drive: { kind: "vfd" } }) });
    expect(behind.rolledLeads).toBeUndefined();
    expect(behind.notes.map(noteWords).join(" ")).toContain("behind a drive");
  });

  it("is undefined for what was not tested", () => {
    const none = known({});
    expect([none.windings, none.insulation, none.capacitor, none.rolledLeads]).toEqual([
      undefined,
      undefined,
      undefined,
      undefined,
    ]);
  });
});

describe("field curve of a visit", () => {
  it("needs a flow that is not from the head, at two positions", () => {
    const json = exampleJson();
    const [first] = json["snapshots"] as Json[];
    const at = (valve: string, flow: string | null, bar: string) => ({
      ...first,
      label: valve,
      valve,
      flow,
      dischargePressure: bar,
      amps: null,
    });
    const points = [
      at("as-found", "62 m3/h", "3.9 bar"),
      at("throttled", "30 m3/h", "4.45 bar"),
      at("shut", null, "4.65 bar"),
    ];
    const of = (snapshots: Json[]) => fieldCurveOf(situationOf(caseFrom({ ...json, snapshots })));
    expect(of(points)?.points.map((p) => p.label)).toEqual(["as-found", "throttled", "shut"]);
    expect(of([{ ...points[0], flow: null }])).toBeUndefined();
    const board = boardOf({ ...json, snapshots: points }, "metric");
    expect(board.ok && board.view.field?.sentence).toContain("distance from the rated curve");
  });
});

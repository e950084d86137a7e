import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { caseFrom, exampleJson, pumpJson } from "../../testing/cases.ts";
import { type CauseId, resultSchema } from "../case/index.ts";
import { formatNumber, toUnit } from "../quantity/index.ts";
import { situationOf } from "../visit/index.ts";
import { applies, CAUSES } from "./tables/causes/index.ts";
import { diagnose, diagnoseFully, missingReadings, simulate, verdictOf } from "./index.ts";

type Json = Record<string, unknown>;

const GAUGES = {
  suction: { gaugeHeight: 0.2, line: "full" as const, bore: 0.08 },
  discharge: { gaugeHeight: 0.5, line: "full" as const, bore: 0.065 },
};

/** LF-2 as good gauges and a clamp would read it under a cause. */
function visit(cause: CauseId, severity: number, extra: Json = {}, observations?: Json): Json {
  const json = pumpJson("LF-2");
  const found = simulate(caseFrom(json), cause, severity, GAUGES);
  if (!found.ok) throw new Error(found.error);
  const r = found.value;
  const bar = (p: number) => `${(p / 1e5).toFixed(2)} bar`;
  const { amps = 0 } = r;
  return {
    ...json,
    snapshots: [
      {
        label: "as found",
        suctionPressure: bar(r.suctionPressure),
        suctionGaugeHeight: "0.2 m",
        suctionLine: "full",
        dischargePressure: bar(r.dischargePressure),
        dischargeGaugeHeight: "0.5 m",
        flow: `${formatNumber(toUnit(r.flow, "m3/h"), 3)} m3/h`,
        speed: `${r.speed.toFixed(0)} rpm`,
        amps: [amps, amps * 1.01, amps * 0.99].map((a) => `${a.toFixed(1)} A`),
        gaugeClass: {
          suction: { range: ["-1 bar", "1.5 bar"], percent: 1 },
          discharge: { range: ["0 bar", "6 bar"], percent: 1 },
        },
        ...extra,
      },
    ],
    observations: observations ?? { present: [], absent: [] },
  };
}

const first = (json: Json) => diagnose(caseFrom(json)).causes[0];

describe("diagnose", () => {
  it("answers in the shape of the result format", () => {
    const result = diagnose(caseFrom(exampleJson()));
    expect(() => resultSchema.parse(result)).not.toThrow();
    expect(result.id).toBe("example-1");
  });

  it("sums to one, sorted, over every applicable cause", () => {
    const { causes } = diagnose(caseFrom(exampleJson()));
    expect(causes.reduce((s, c) => s + c.probability, 0)).toBeCloseTo(1, 9);
    const situation = situationOf(caseFrom(exampleJson()));
    expect(causes).toHaveLength(CAUSES.filter((c) => applies(c, situation)).length);
    const p = causes.map((c) => c.probability);
    expect([...p].sort((a, b) => b - a)).toEqual(p);
  });

  it("is the same each time", () => {
    expect(diagnose(caseFrom(exampleJson()))).toEqual(diagnose(caseFrom(exampleJson())));
  });

  it.each([
    ["healthy", 0, 0.35],
    ["suction-restriction", 3, 0.9],
    ["worn-rings", 0.35, 0.55],
    ["impeller-worn", 0.16, 0.4],
    ["low-speed", 0.12, 0.9],
    // A wheel clogged hard draws and delivers nearly the same: rotation and damage tell them apart.
    ["wrong-rotation", 0.5, 0.5],
    ["discharge-restriction", 0.4, 0.8],
  ] as const)("finds %s of size %d from its own readings", (cause, severity, atLeast) => {
    const found = first(visit(cause, severity));
    expect(found?.id).toBe(cause);
    expect(found?.probability).toBeGreaterThan(atLeast);
  });

  it("finds a dead phase and says stop", () => {
    const result = diagnoseFully(
      caseFrom(visit("healthy", 0, { amps: ["30 A", "0.1 A", "31 A"] })),
    );
    expect(result.result.causes[0]?.id).toBe("phase-loss");
    expect(verdictOf(result, [], "metric").claim).toContain("Stop");
  });

  it("blames a gauge that contradicts everything else", () => {
    const wrong = first(visit("healthy", 0, { dischargePressure: "5.6 bar" }));
    expect(wrong?.id).toBe("discharge-gauge-fault");
  });

  it("falls back on not knowing when nothing fits", () => {
    const nonsense = visit("healthy", 0, {
      dischargePressure: "0.3 bar",
      flow: "88 m3/h",
      speed: "3200 rpm",
      amps: ["9 A", "15 A", "22 A"],
    });
    const result = diagnose(caseFrom(nonsense));
    expect(result.causes.find((c) => c.id === "unlisted")?.probability).toBeGreaterThan(0.3);
    expect(result.notes.join(" ")).toContain("read it again");
  });

  it("does not care for the order of observations, tests or curve points", () => {
    const base = visit(
      "suction-restriction",
      1,
      {},
      {
        present: ["complaint.low-flow", "noise.growl", "onset.gradual"],
        absent: ["gauges.suction-flutter", "water.bubbles-in-discharge"],
      },
    );
    const tests = [
      { test: "gauge-zero", outcome: "both-zero" },
      { test: "open-strainer-look", outcome: "dirty" },
      { test: "throttle-and-listen", outcome: "same" },
    ];
    const reference = diagnose(caseFrom({ ...base, tests })).causes;
    fc.assert(
      fc.property(
        fc.shuffledSubarray(tests, { minLength: 3 }),
        fc.shuffledSubarray(["complaint.low-flow", "noise.growl", "onset.gradual"], {
          minLength: 3,
        }),
        (order, present) => {
          const again = diagnose(
            caseFrom({
              ...base,
              tests: order,
              observations: {
                present,
                absent: ["water.bubbles-in-discharge", "gauges.suction-flutter"],
              },
            }),
          ).causes;
          again.forEach((c, i) => {
            expect(c.id).toBe(reference[i]?.id);
            expect(c.probability).toBeCloseTo(reference[i]?.probability ?? 0, 9);
          });
        },
      ),
      { numRuns: 20 },
    );
  });

  it("rises with a test that speaks for the cause and falls with one against it", () => {
    const base = visit("suction-restriction", 0.9);
    const p = (outcome?: string) => {
      const tests = outcome ? [{ test: "open-strainer-look", outcome }] : [];
      return (
        diagnose(caseFrom({ ...base, tests })).causes.find((c) => c.id === "suction-restriction")
          ?.probability ?? 0
      );
    };
    expect(p("dirty")).toBeGreaterThan(p());
    expect(p("clean")).toBeLessThan(p());
  });

  it("knows less from a coarser gauge", () => {
    const json = visit("suction-restriction", 1.2);
    const [snapshot] = json["snapshots"] as Json[];
    const coarse = {
      ...snapshot,
      gaugeClass: {
        suction: { range: ["-1 bar", "9 bar"], percent: 4 },
        discharge: { range: ["0 bar", "25 bar"], percent: 4 },
      },
    };
    const sharp = first(json)?.probability ?? 0;
    const blunt =
      diagnose(caseFrom({ ...json, snapshots: [coarse] })).causes.find(
        (c) => c.id === "suction-restriction",
      )?.probability ?? 0;
    expect(blunt).toBeLessThan(sharp);
  });

  it("names the suction gauge as what speaks most for a choked suction", () => {
    const found = first(visit("suction-restriction", 3));
    expect(found?.for[0]?.what).toContain("suction gauge");
    expect(found?.for[0]?.bits).toBeGreaterThan(1);
  });

  it("sharpens the verdict on worn rings with this pump's own fingerprint", () => {
    const worn = visit("worn-rings", 0.14);
    const [good] = visit("healthy", 0)["snapshots"] as Json[];
    const without =
      diagnose(caseFrom(worn)).causes.find((c) => c.id === "worn-rings")?.probability ?? 0;
    const withIt =
      diagnose(caseFrom({ ...worn, fingerprint: { snapshots: [good] } })).causes.find(
        (c) => c.id === "worn-rings",
      )?.probability ?? 0;
    expect(withIt).toBeGreaterThan(without);
  });

  it("offers no test that was done, is impossible here or forbidden", () => {
    const base = visit("healthy", 0);
    const pump = {
      ...(base["pump"] as Json),
      forbids: ["shut-off-head"],
      impeller: { mounting: "screwed" },
    };
    const result = diagnose(
      caseFrom({ ...base, pump, tests: [{ test: "gauge-zero", outcome: "both-zero" }] }),
    );
    const offered = result.nextTests.map((t) => t.id);
    for (const id of [
      "gauge-zero",
      "shut-off-head",
      "two-direction",
      "speed-check",
      "drain-back",
    ]) {
      expect(offered).not.toContain(id);
    }
    expect(result.forbiddenTests.map((t) => t.id)).toEqual(
      expect.arrayContaining(["shut-off-head", "two-direction"]),
    );
  });

  it("never throttles or dead-heads a positive-displacement pump", () => {
    const result = diagnose(
      caseFrom({
        format: "yard-tack/case",
        version: 1,
        pump: { family: "positive-displacement" },
        observations: { present: ["complaint.noisy"] },
      }),
    );
    expect(result.forbiddenTests.map((t) => t.id)).toEqual(
      expect.arrayContaining(["shut-off-head", "throttle-and-listen"]),
    );
    expect(result.nextTests.map((t) => t.id)).not.toContain("throttle-and-listen");
  });

  it("orders tests by what they tell per minute", () => {
    const { nextTests } = diagnose(caseFrom(visit("suction-restriction", 0.5)));
    expect(nextTests.length).toBeGreaterThan(3);
    expect(nextTests.every((t) => t.bits > 0 && t.minutes > 0)).toBe(true);
  });

  it.each([
    [
      "nothing but a family",
      { pump: { family: "jet-deep" }, observations: { present: [], absent: ["noise.gravel"] } },
    ],
    [
      "one pressure",
      { pump: { family: "end-suction" }, snapshots: [{ dischargePressure: "3 bar" }] },
    ],
    ["a snapshot of nothing", { pump: { family: "end-suction" }, snapshots: [{}] }],
    [
      "swapped gauges",
      {
        ...pumpJson("LF-2"),
        observations: undefined,
        snapshots: [{ suctionPressure: "4.3 bar", dischargePressure: "-0.1 bar" }],
      },
    ],
    [
      "psi as bar",
      {
        ...pumpJson("LF-2"),
        snapshots: [{ suctionPressure: "0 bar", dischargePressure: "62 bar" }],
      },
    ],
    ["no current at all", { ...pumpJson("LF-2"), snapshots: [{ amps: ["0 A", "0 A", "0 A"] }] }],
    [
      "a flow far beyond the curve",
      { ...pumpJson("LF-2"), snapshots: [{ flow: "500 m3/h", dischargePressure: "4 bar" }] },
    ],
    [
      "shut off only",
      { ...pumpJson("LF-2"), snapshots: [{ valve: "shut", dischargePressure: "5.1 bar" }] },
    ],
  ])("gives a whole result for %s", (_, json) => {
    const result = diagnose(caseFrom({ format: "yard-tack/case", version: 1, ...json }));
    expect(() => resultSchema.parse(result)).not.toThrow();
    expect(result.causes.reduce((s, c) => s + c.probability, 0)).toBeCloseTo(1, 9);
    expect(JSON.stringify(result)).not.toMatch(/NaN|Infinity|null,"unit"/);
  });

  it("stays whole and finite for any numbers on the gauges", () => {
    const pressure = fc.double({ min: -1, max: 30, noNaN: true });
    fc.assert(
      fc.property(
        pressure,
        pressure,
        fc.double({ min: 0, max: 300, noNaN: true }),
        fc.double({ min: 0, max: 80, noNaN: true }),
        (ps, pd, q, i) => {
          const json = {
            ...pumpJson("LF-2"),
            snapshots: [
              {
                suctionPressure: `${ps.toFixed(3)} bar`,
                dischargePressure: `${pd.toFixed(3)} bar`,
                flow: `${q.toFixed(2)} m3/h`,
                amps: [`${i.toFixed(2)} A`, `${i.toFixed(2)} A`, `${(i * 1.1).toFixed(2)} A`],
              },
            ],
          };
          const { causes } = diagnose(caseFrom(json));
          expect(causes.every((c) => Number.isFinite(c.probability))).toBe(true);
          expect(causes.reduce((s, c) => s + c.probability, 0)).toBeCloseTo(1, 9);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe("next reading", () => {
  it("asks for the reading that splits the causes still standing", () => {
    const json = visit("suction-restriction", 3, { suctionPressure: null, flow: null });
    const d = diagnoseFully(caseFrom(json));
    const missing = missingReadings(d.situation, d.parts?.snapshot, d.posterior);
    expect(missing.map((m) => m.slot)).toContain("suctionPressure");
    expect(missing.every((m) => m.bits > 0.05)).toBe(true);
  });
});

describe("verdict", () => {
  it.each([
    ["suction-restriction", 3, /^System/],
    ["worn-rings", 0.4, /^Pump/],
    ["wrong-rotation", 0.5, /^Pump and system .*drive/],
  ] as const)("of %s starts with pump or system", (cause, severity, words) => {
    const d = diagnoseFully(caseFrom(visit(cause, severity)));
    expect(verdictOf(d, [], "metric").lead).toMatch(words);
  });

  it("of a pump on its curve, quiet, cool and dry, starts with pump and system", () => {
    const quiet = {
      present: ["noise.none"],
      absent: ["mechanical.seal-drip", "mechanical.bearing-hot", "mechanical.vibration-high"],
    };
    const d = diagnoseFully(caseFrom(visit("healthy", 0, {}, quiet)));
    expect(verdictOf(d, [], "metric").lead).toMatch(/^Pump and system (are|look) in order/);
  });

  it("says that nothing is read when nothing is", () => {
    const d = diagnoseFully(
      caseFrom({ ...pumpJson("LF-2"), observations: undefined, snapshots: [{}] }),
    );
    expect(
      verdictOf(
        d,
        [{ slot: "suctionPressure", name: "suction gauge", bits: 1, minutes: 1 }],
        "metric",
      ).claim,
    ).toContain("suction gauge");
  });

  it("tells what goes missing at today's flow, as the gauge shows it", () => {
    const snapshot = {
      suctionPressure: "-0.35 bar",
      suctionGaugeHeight: "0.2 m",
      dischargePressure: "4.3 bar",
      dischargeGaugeHeight: "0.5 m",
      flow: "50 m3/h",
    };
    const observations = { present: ["complaint.low-flow", "suction.strainer-dirty"] };
    const d = diagnoseFully(caseFrom({ ...pumpJson("LF-2"), snapshots: [snapshot], observations }));
    const told = Number(
      /^([\d.]+) m \([\d.]+ to [\d.]+\) of suction/.exec(verdictOf(d, [], "metric").claim)?.[1],
    );
    const byGauge = d.parts?.npsh.unexplainedLoss?.value ?? 0;
    // At the duty flow it would be more: the choke holds the flow back.
    const atDuty = d.result.causes[0]?.severity?.value ?? 0;
    expect(told).toBeCloseTo(byGauge, 1);
    expect(atDuty).toBeGreaterThan(told);
  });

  it("speaks the reader's units", () => {
    const d = diagnoseFully(caseFrom(visit("suction-restriction", 3)), "us");
    expect(verdictOf(d, [], "us").claim).toContain(" ft ");
  });
});

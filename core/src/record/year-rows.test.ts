import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import { npshAsked } from "./npsh-asked.ts";
import { overTheYears } from "./over-years.ts";
import { changeOf } from "./year-rows.ts";
import type { YearVisit } from "./year-visit.ts";

type Json = Record<string, unknown>;

const { fingerprint: _own, history: _past, ...LF2 } = pumpJson("LF-2") as Json;
const visit = (at: string, read: Json, kind: YearVisit["kind"] = "round"): YearVisit => ({
  ...{ at: `${at}T10:00:00Z`, kind, fingerprint: false },
  file: caseFrom({ ...LF2, ...read }),
});
const YEARS = ["2022-01-10", "2022-09-10", "2023-05-10", "2024-01-10", "2024-09-10"];
const lineOf = (id: string, visits: readonly YearVisit[], units: "metric" | "us" = "metric") =>
  overTheYears(undefined, visits, units).find((l) => l.id === id);
const saidOf = (id: string, visits: readonly YearVisit[], units: "metric" | "us" = "metric") =>
  lineOf(id, visits, units)?.say.join(" ") ?? "";

const shaken = (mmPerS: number, more: Json = {}): Json => ({
  snapshots: [{ label: "as found", vibration: `${mmPerS} mm/s`, ...more }],
});
const megger = (mohm: number, temperature?: string): Json => ({
  tests: [
    {
      ...{ test: "insulation", outcome: "good" },
      readings: {
        ohms: [`${mohm} Mohm`, `${mohm * 1.2} Mohm`, `${mohm * 1.5} Mohm`],
        ...(temperature ? { temperature } : {}),
      },
    },
  ],
});

describe("flow over the years", () => {
  const metered = (flow: number, more: Json = {}): Json => ({
    snapshots: [{ label: "as found", flow: `${flow} m3/h`, speed: "2940 rpm", ...more }],
  });

  it("falls against its first visit, and says what else moves it", () => {
    const said = saidOf(
      "flow",
      YEARS.map((at, i) => visit(at, metered(64 - 2 * i))),
    );
    expect(said).toMatch(/% less flow than at the base.*Past 10 %.*Levels and what the line takes/);
  });

  it("is held against visits at a like speed and no throttled valve alone", () => {
    const visits = [
      visit("2022-01-10", metered(64)),
      visit("2022-02-10", metered(50, { speed: "2300 rpm" })),
      visit("2022-03-10", metered(30, { label: "throttled", valve: "throttled" })),
      visit("2022-04-10", metered(63.5)),
    ];
    expect(lineOf("flow", visits)?.points.map((p) => p.at.slice(0, 7))).toEqual([
      "2022-01",
      "2022-04",
    ]);
  });
});

describe("vibration over the years", () => {
  const rising = YEARS.map((at, i) => visit(at, shaken(1.8 + 0.9 * i)));

  it("is told in its own unit, against the ends of its zones", () => {
    const line = lineOf("vibration", rising);
    expect(line?.drift.reached).toBe("plan");
    expect(line?.say.join(" ")).toMatch(
      /3\.6 mm\/s more vibration than at the base, give or take .* mm\/s a year\. Past 5\.1 mm\/s: plan its overhaul\. If it goes on so it crosses 8\.5 mm\/s about/,
    );
    expect(saidOf("vibration", rising, "us")).toMatch(/0\.14 in\/s more vibration/);
  });

  it("has ends of its own above 200 kW", () => {
    const large = {
      ...(LF2.pump as Json),
      motor: { ...((LF2.pump as Json).motor as Json), power: "250 kW" },
    };
    const visits = YEARS.map((at, i) => visit(at, { ...shaken(1.8 + 0.9 * i), pump: large }));
    expect(lineOf("vibration", visits)?.drift.reached).toBe("watch");
  });

  it("that only the hand explains is no drift, and one that stood too high from the first is told", () => {
    expect(
      saidOf("vibration", [visit("2022-01-10", shaken(2)), visit("2023-01-10", shaken(2.3))]),
    ).toMatch(/instruments alone can be off by that much/);
    expect(
      saidOf("vibration", [visit("2022-01-10", shaken(6)), visit("2023-01-10", shaken(6.1))]),
    ).toMatch(/no drift is proven\. Past 5\.1 mm\/s: plan/);
  });

  it("past one level is not told of a milder one ahead", () => {
    // It stood past the end of zone B from the first: a quarter of that end more is nothing to wait for.
    const visits = Array.from({ length: 30 }, (_, i) =>
      visit(`${1994 + i}-03-01`, shaken(6 + 0.038 * i)),
    );
    const { drift } = lineOf("vibration", visits) ?? {};
    expect(drift?.perMonth?.change).toBeGreaterThan(0);
    expect([drift?.reached, drift?.crossing?.level]).toEqual(["plan", undefined]);
  });

  it("at another frequency is another vibration", () => {
    const visits = [
      visit("2022-01-10", shaken(2, { frequency: "50 Hz" })),
      visit("2023-01-10", shaken(4, { frequency: "35 Hz" })),
    ];
    expect(lineOf("vibration", visits)).toBeUndefined();
  });
});

describe("insulation over the years", () => {
  it("falls by factors, from the least of its leads, to the least that is allowed", () => {
    const visits = YEARS.map((at, i) => visit(at, megger(900 / 3 ** i, "40 degC")));
    const line = lineOf("insulation", visits);
    expect(line?.drift.reached).toBe("plan");
    expect(line?.say.join(" ")).toMatch(
      /81 times less insulation than at the base.*Past 15 MΩ: plan its overhaul\. If it goes on so it crosses 5.0 MΩ about/,
    );
  });

  it("is brought to one temperature before it is compared, and doubted where nobody felt the winding", () => {
    const warm = [
      visit("2022-01-10", megger(400, "20 degC")),
      visit("2023-01-10", megger(100, "40 degC")),
    ];
    const line = lineOf("insulation", warm);
    expect(line?.points.at(-1)?.change).toBeCloseTo(0, 6);
    const felt = line?.points.at(-1)?.band95 ?? 0;
    const guessed = lineOf("insulation", [
      visit("2022-01-10", megger(400)),
      visit("2023-01-10", megger(400)),
    ])?.points.at(-1)?.band95;
    expect(guessed).toBeGreaterThan(1.5 * felt);
  });

  it("is followed of a call too: whatever was the matter, it was measured at rest", () => {
    const visits = YEARS.map((at) => visit(at, megger(500, "20 degC"), "call"));
    expect(lineOf("insulation", visits)?.points).toHaveLength(5);
  });
});

describe("a change against the base", () => {
  it("is nothing for the base itself and grows with the figure, however it is counted", () => {
    const scale = { bad: 1, levels: [], scatter: 0 } as const;
    fc.assert(
      fc.property(
        fc.constantFrom("percent" as const, "difference" as const, "ratio" as const),
        fc.double({ min: 0.01, max: 1e6, noNaN: true }),
        fc.double({ min: 1.01, max: 50, noNaN: true }),
        (as, base, more) => {
          const of = (value: number) => ({ value, u: 0.05 * value });
          const none = changeOf({ as, scale }, of(base), of(base));
          const some = changeOf({ as, scale }, of(base * more), of(base));
          expect(none.change).toBeCloseTo(0, 9);
          expect(some.change).toBeGreaterThan(none.change);
          expect(some.band95).toBeGreaterThanOrEqual(some.own95);
        },
      ),
    );
  });
});

describe("the NPSH a pump asks for", () => {
  const heard = (at: string, suction: number, crackled: boolean): YearVisit =>
    visit(at, {
      snapshots: [
        {
          ...{ label: "as found", suctionPressure: `${suction} bar`, flow: "64 m3/h" },
          gaugeClass: { suction: { range: ["-1 bar", "1.5 bar"], percent: 0.6 } },
        },
      ],
      observations: { [crackled ? "present" : "absent"]: ["noise.gravel"] },
    });

  it("has grown where it crackles at more than it once bore in silence", () => {
    expect(npshAsked([heard("2022-03-01", -0.5, false), heard("2025-05-01", 0.1, true)])).toMatch(
      /^In March 2022 it ran without a crackle at .* times the NPSH its sheet asks; in May 2025 it crackled at .* times: it asks for at least .* times what it did/,
    );
  });

  it("is not proven within the gauges, does not follow from less, and is not in doubt in silence", () => {
    const of = (then: number, now: number, crackles = true) =>
      npshAsked([heard("2022-03-01", then, false), heard("2025-05-01", now, crackles)]);
    expect(of(-0.1, -0.095)).toMatch(/is not proven\.$/);
    expect(of(0.1, -0.5)).toMatch(/does not follow\.$/);
    expect(of(0.1, -0.3, false)).toMatch(/^It never crackled, down to .*May 2025/);
  });

  it("says nothing where nobody listened, or at one visit alone", () => {
    const deaf = visit("2024-01-10", shaken(2));
    expect(npshAsked([deaf, deaf])).toBeUndefined();
    expect(npshAsked([heard("2022-03-01", 0.1, true)])).toBeUndefined();
    expect(
      npshAsked([heard("2022-03-01", 0.1, true), heard("2023-03-01", 0, true)]),
    ).toBeUndefined();
  });
});

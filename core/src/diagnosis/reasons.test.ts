import { describe, expect, it } from "vitest";
import { caseFrom, exampleJson, pumpJson } from "../../testing/cases.ts";
import type { CauseId } from "../case/index.ts";
import { situationOf } from "../visit/index.ts";
import { diagnose, diagnoseFully } from "./index.ts";
import { SOUND } from "./model/condition.ts";
import { together } from "./pairs.ts";
import { causeRow } from "./tables/causes/index.ts";

type Json = Record<string, unknown>;

const p = (json: Json, id: CauseId): number =>
  diagnose(caseFrom(json)).causes.find((c) => c.id === id)?.probability ?? 0;

const base = (): Json => ({
  ...pumpJson("LF-2"),
  snapshots: undefined,
  observations: { present: ["complaint.low-flow"] },
});

/** The same pump with a past, visited on 2 June. */
const past = (history: Json[], pump: Json = {}): Json => ({
  ...base(),
  pump: { ...(base()["pump"] as Json), ...pump },
  tests: [{ test: "rotation-look", outcome: "right", time: "2026-06-02" }],
  history,
});

describe("this pump's history", () => {
  it("makes a cause cured within 90 days likelier than one cured long ago", () => {
    const cured = (date: string) => past([{ date, causes: ["suction-restriction"] }]);
    const recent = p(cured("2026-04-20"), "suction-restriction");
    const old = p(cured("2024-04-20"), "suction-restriction");
    expect(recent).toBeGreaterThan(old);
    expect(old).toBeGreaterThan(p(past([]), "suction-restriction"));
  });

  it("is said when the leader comes back", () => {
    const json = past([{ date: "2026-05-20", causes: ["discharge-restriction"] }]);
    const { causes, explanation } = diagnose(caseFrom(json));
    expect(causes[0]?.id).toBe("discharge-restriction");
    expect(explanation.join(" ")).toContain("had it within 90 days");
  });

  it("trusts a gauge less that was bad before, and more that was good", () => {
    const gauge = (gaugeFound: string) => past([{ date: "2026-01-01", gaugeFound }]);
    const bad = p(gauge("suction-bad"), "suction-gauge-fault");
    const good = p(gauge("suction-good"), "suction-gauge-fault");
    expect(bad).toBeGreaterThan(3 * good);
  });

  it("expects wear after years and hardly any after an overhaul", () => {
    const worn = (overhauled: string) => p(past([], { overhauled }), "worn-rings");
    expect(worn("2015-01-01")).toBeGreaterThan(worn("2023-06-01"));
    expect(worn("2023-06-01")).toBeGreaterThan(worn("2026-05-01"));
  });

  it("says nothing when the day of the visit is unknown", () => {
    const { history } = situationOf(
      caseFrom({ ...base(), history: [{ date: "2026-05-01", causes: ["worn-rings"] }] }),
    );
    expect(history.recent).toEqual([]);
    expect(history.earlier).toEqual(["worn-rings"]);
  });
});

describe("observations", () => {
  it("of one origin are not counted as often as they are told", () => {
    const told = (...present: string[]) =>
      Math.log2(
        p(
          { ...base(), observations: { present: ["onset.gradual", ...present] } },
          "suction-air-leak",
        ),
      );
    const one = told("gauges.discharge-flutter") - told();
    const both = told("gauges.discharge-flutter", "gauges.suction-flutter") - told();
    expect(both).toBeLessThan(2 * one);
    expect(both).toBeGreaterThan(one);
  });

  it("listed both ways count as not looked at", () => {
    const silent = p({ ...base(), observations: { present: ["complaint.low-flow"] } }, "seal-leak");
    const both = diagnose(
      caseFrom({
        ...base(),
        observations: {
          present: ["complaint.low-flow", "mechanical.seal-drip"],
          absent: ["mechanical.seal-drip"],
        },
      }),
    );
    expect(both.notes.join(" ")).toContain("counts as not looked at");
    const seal = both.causes.find((c) => c.id === "seal-leak")?.probability ?? 0;
    expect(Math.abs(seal - silent)).toBeLessThan(0.06);
  });
});

describe("pairs", () => {
  it("do to the pump what both do", () => {
    const both = together(
      causeRow("worn-rings").condition(0.2),
      causeRow("low-speed").condition(0.1),
    );
    expect(both.leak).toBeCloseTo(0.2);
    expect(both.slow).toBeCloseTo(0.1);
    expect({ ...SOUND, ...together({}, {}) }).toEqual(SOUND);
  });

  it("never cost the single causes their sum of one, and name the likelier first", () => {
    const result = diagnose(caseFrom(exampleJson()));
    expect(result.causes.reduce((s, c) => s + c.probability, 0)).toBeCloseTo(1, 9);
    for (const { ids, probability } of result.pairs) {
      const [a = 0, b = 0] = ids.map((id) => result.causes.findIndex((c) => c.id === id));
      expect(a).toBeLessThan(b);
      expect(probability).toBeLessThan(0.5);
    }
  });
});

describe("the explanation", () => {
  it("names side, deciding reading, what the second cause would need, and what was not measured", () => {
    const { explanation } = diagnose(caseFrom(exampleJson()));
    expect(explanation.length).toBeGreaterThan(2);
    const words = explanation.join(" ");
    expect(words).toMatch(/The trouble is in|not decided/);
    expect(words).toMatch(/Strongest sign of|points clearly/);
    expect(words).toMatch(/would have to|looks the same|separates it/);
    expect(words).not.toMatch(/undefined|NaN/);
  });

  it("says that nothing stands out when nothing does", () => {
    const words = diagnose(
      caseFrom({
        format: "yard-tack/case",
        version: 1,
        pump: { family: "end-suction" },
        observations: { absent: ["noise.gravel"] },
      }),
    ).explanation.join(" ");
    expect(words).toContain("No cause stands out");
  });

  it("is made of the evidence: leaving the deciding item out lowers the leader", () => {
    const d = diagnoseFully(caseFrom(exampleJson()));
    const order = d.posterior.causes
      .map((_, i) => i)
      .sort(
        (a, b) =>
          (d.posterior.causes[b]?.probability ?? 0) - (d.posterior.causes[a]?.probability ?? 0),
      );
    const [first = 0] = order;
    const [decisive] = d.posterior.items.toSorted(
      (a, b) => d.posterior.bits(b, first) - d.posterior.bits(a, first),
    );
    if (!decisive) throw new Error("there is evidence");
    const without = d.posterior.without(decisive);
    expect(without.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    expect(without[first] ?? 1).toBeLessThan(d.posterior.causes[first]?.probability ?? 0);
  });
});

describe("tests", () => {
  it("forbid each with its reason, by kind of pump", () => {
    const why = (json: Json) =>
      Object.fromEntries(diagnose(caseFrom(json)).forbiddenTests.map((t) => [t.id, t.why]));
    const looked = { observations: { absent: ["noise.gravel"] } };
    expect(why({ ...pumpJson("LF-4"), ...looked })).toMatchObject({
      "shut-off-head": expect.stringContaining("no shut-off") as string,
      "throttle-and-listen": expect.stringContaining("never throttle") as string,
    });
    const vfd = why({ ...pumpJson("BI-1"), ...looked });
    expect(vfd["roll-leads"]).toContain("drive makes the phases");
    const maker: Json = { ...pumpJson("LF-2"), ...looked };
    expect(
      why({ ...maker, pump: { ...(maker["pump"] as Json), forbids: ["open-strainer-look"] } })[
        "open-strainer-look"
      ],
    ).toContain("maker forbids");
  });

  it("are answered by a reading that was taken, so they are not asked again", () => {
    const shut = {
      ...pumpJson("LF-2"),
      snapshots: [
        { suctionPressure: "0.1 bar", dischargePressure: "3.4 bar" },
        { valve: "shut", suctionPressure: "0.15 bar", dischargePressure: "4.2 bar" },
      ],
    };
    expect(diagnose(caseFrom(shut)).nextTests.map((t) => t.id)).not.toContain("shut-off-head");
  });

  it("turn out by the model where it can tell: a badly worn wheel is low at shut-off", () => {
    const d = diagnoseFully(
      caseFrom({
        ...pumpJson("LF-2"),
        snapshots: [{ dischargePressure: "2.6 bar", suctionPressure: "0.1 bar", flow: "50 m3/h" }],
      }),
    );
    const at = (id: CauseId) => d.posterior.causes.findIndex((c) => c.row.id === id);
    const low = (id: CauseId) => d.posterior.rates("shut-off-head", at(id))[1] ?? 0;
    expect(low("impeller-worn")).toBeGreaterThan(0.7);
    expect(low("healthy")).toBeLessThan(0.1);
    for (const id of ["impeller-worn", "not-primed", "over-run"] as const) {
      const sum = d.posterior.rates("shut-off-head", at(id)).reduce((a, b) => a + b, 0);
      expect(sum).toBeCloseTo(1, 9);
    }
  });

  it("stop with a reason", () => {
    const dry = {
      ...pumpJson("LF-2"),
      observations: {
        present: ["mechanical.seal-drip", "complaint.leaks", "mechanical.gland-streaming"],
        absent: ["mechanical.bearing-hot", "mechanical.vibration-high", "noise.gravel"],
      },
    };
    const { stop, causes } = diagnose(caseFrom(dry));
    expect(causes[0]?.id).toBe("seal-leak");
    expect(stop).toMatch(/^Shaft seal leaks, .* %: no further test/);
  });
});

describe("doubtful readings", () => {
  const read = (snapshot: Json, more: Json = {}) =>
    diagnose(caseFrom({ ...pumpJson("LF-2"), ...more, snapshots: [snapshot] }));

  it("are left out and named when the gauges look exchanged, and nothing is sure then", () => {
    const result = read({ suctionPressure: "4.3 bar", dischargePressure: "-0.05 bar" });
    expect(result.notes.join(" ")).toContain("look exchanged");
    expect(result.causes[0]?.probability ?? 1).toBeLessThan(0.5);
  });

  it("are left out and named when psi looks written as bar", () => {
    const result = read({ suctionPressure: "0.1 bar", dischargePressure: "62 bar" });
    expect(result.notes.join(" ")).toContain("as psi it would fit");
    expect(result.causes[0]?.probability ?? 1).toBeLessThan(0.5);
  });

  it("are kept when they are only wrong: a stuck gauge is a finding", () => {
    const result = read({
      suctionPressure: "0.1 bar",
      dischargePressure: "0.9 bar",
      flow: "62 m3/h",
      amps: ["20 A"],
    });
    expect(result.notes.join(" ")).not.toMatch(/exchanged|psi/);
  });

  it("below a perfect vacuum are left out by name", () => {
    expect(read({ suctionPressure: "-1.6 bar" }).notes.join(" ")).toMatch(/vacuum/);
  });

  it("of a forbidden test count, with a warning", () => {
    const json = {
      ...pumpJson("LF-4"),
      tests: [{ test: "shut-off-head", outcome: "low" }],
    };
    const { notes } = diagnose(caseFrom(json));
    expect(notes.join(" ")).toContain("must not be done here");
    expect(notes.join(" ")).toContain("do not repeat it");
  });
});

describe("what is all but certain", () => {
  const forward = {
    ...pumpJson("LF-2"),
    snapshots: [
      {
        suctionPressure: "0.09 bar",
        dischargePressure: "2.1 bar",
        flow: "43 m3/h",
        amps: ["15 A", "15 A", "15 A"],
      },
    ],
    observations: {
      present: ["complaint.low-flow", "onset.after-electrical-work", "electrical.recent-rewire"],
    },
  };

  it("is looked at before anything is opened, where a quick look shows it", () => {
    const { stop, causes } = diagnose(caseFrom(forward));
    expect(causes[0]?.id).toBe("wrong-rotation");
    expect(stop).toMatch(/Before anything is opened, 4 min: look which way it turns\.$/);
    const seen = { ...forward, tests: [{ test: "rotation-look", outcome: "wrong" }] };
    expect(diagnose(caseFrom(seen)).stop).toMatch(/would change what to do\.$/);
  });
});

describe("readings after a test", () => {
  const found = { label: "as found", suctionPressure: "-0.12 bar", dischargePressure: "4.1 bar" };
  const cleaned = { label: "cleaned", suctionPressure: "0.11 bar", dischargePressure: "4.4 bar" };
  const after = (snapshot: Json, outcome: string) => ({
    ...pumpJson("LF-2"),
    snapshots: [found, snapshot],
    tests: [
      { test: "clean-strainer-reread", outcome, before: "as found", after: snapshot["label"] },
    ],
  });

  it("are the pump without the cause the test took away", () => {
    const cured = p(after(cleaned, "improved"), "suction-restriction");
    // The same readings said to be of the choked pump contradict it.
    const mixed = p({ ...pumpJson("LF-2"), snapshots: [found, cleaned] }, "suction-restriction");
    expect(cured).toBeGreaterThan(0.7);
    expect(cured).toBeGreaterThan(mixed);
  });

  it("are still the pump with it when nothing changed", () => {
    const same = { ...found, label: "cleaned" };
    const still = p(after(same, "no-change"), "suction-restriction");
    expect(still).toBeLessThan(p(after(cleaned, "improved"), "suction-restriction"));
  });
});

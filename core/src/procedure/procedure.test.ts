import { describe, expect, it } from "vitest";
import { FAMILIES, type Family } from "../case/index.ts";
import { factsFor } from "../../testing/facts.ts";
import { CAUTIONS, OBSERVATIONS } from "../diagnosis/index.ts";
import { cautionsAt, cautionsOfTest } from "./cautions-at.ts";
import { deadTestOf, deadTestState } from "./dead-test.ts";
import { looksFor } from "./looks.ts";
import { phoneAdvice } from "./phone-advice.ts";
import { comparePlate, plateFields, registerValue } from "./plates.ts";
import { noTwoDirections, rotationMethods } from "./rotation.ts";
import { stopsOf } from "./stops.ts";
import { takeAlong } from "./take-along.ts";

const NOTHING_READ = { amps: [], volts: [], foundLive: false, testerDoubtful: false };
const pump = (family: Family, more: object = {}, motor: object | null = { phases: 3 }) =>
  factsFor({ family, ...(motor ? { motor } : {}), ...more });

const PUMPS = FAMILIES.flatMap((f) =>
  (["flooded", "lift", "submerged"] as const).flatMap((installation) =>
    [{ phases: 3 }, { phases: 1 }, null].map((motor) => pump(f, { installation }, motor)),
  ),
);

describe("facts of a pump", () => {
  it("are the more dangerous where nothing is stated", () => {
    const portable = pump("portable", {}, null);
    expect(portable.driver).toBe("unknown");
    expect(cautionsAt("safe", portable)).toEqual(
      expect.arrayContaining(["engine-set", "live-readings", "rotating-parts"]),
    );
    expect(cautionsOfTest("roll-leads", portable)).toContain("electrical");
    expect(deadTestOf(portable)).toHaveLength(8);
    // A sunken set is only surely out of reach when somebody said that it is sunken.
    expect(cautionsAt("safe", pump("sump"))).toContain("rotating-parts");
    expect(cautionsAt("safe", pump("sump", { installation: "submerged" }))).not.toContain(
      "rotating-parts",
    );
    expect(pump("inline-circulator").hot).toBe(true);
  });
  it("know an engine by the drive alone", () => {
    expect(pump("end-suction", { drive: { kind: "engine" } }).driver).toBe("engine");
    expect(pump("dry-priming", {}, null).driver).toBe("unknown");
    expect(pump("end-suction", {}, null).driver).toBe("unknown");
  });
});

describe("cautions and stops", () => {
  it("are there only where the hazard is", () => {
    const cold = factsFor(
      { family: "inline-circulator", seal: { kind: "none" }, motor: { phases: 1 } },
      { site: { temperature: "12 degC" } },
    );
    expect(cautionsAt("safe", cold)).toEqual(["live-readings"]);
    const engine = { drive: { kind: "engine" } };
    expect(cautionsAt("safe", pump("dry-priming", engine, null))).toEqual([
      "engine-set",
      "confined-space",
      "rotating-parts",
    ]);
    expect(cautionsAt("rotation", pump("sump", { installation: "submerged" }))).toEqual([
      "start-kick",
    ]);
    expect(cautionsAt("rotation", pump("portable", engine, null))).toEqual([]);
    expect(
      cautionsAt("safe", factsFor({ family: "end-suction" }, { site: { temperature: "60 degC" } })),
    ).toContain("hot-circuit");
  });
  it("of a test leave out what this pump gives no cause for", () => {
    const keyed = pump("sump", { installation: "submerged", impeller: { mounting: "keyed" } });
    expect(cautionsOfTest("two-direction", keyed)).toEqual(["electrical", "rotation"]);
    expect(cautionsOfTest("two-direction", pump("end-suction"))).toContain("reverse-running");
    expect(cautionsOfTest("float-lift", pump("sump", { drive: { kind: "engine" } }))).toEqual([
      "starts-by-itself",
    ]);
    expect(cautionsOfTest("provoke", keyed)).toEqual([]);
    expect(cautionsOfTest("no-such-test", keyed)).toEqual([]);
  });
  it("are rows that exist, on every pump", () => {
    const known = CAUTIONS.map((c) => c.id);
    for (const p of PUMPS) {
      for (const step of ["safe", "rotation", "two-direction"] as const)
        expect(known).toEqual(expect.arrayContaining(cautionsAt(step, p)));
    }
  });
  it("stop what the pump does not stand, and what the readings forbid", () => {
    const ids = (p: ReturnType<typeof pump>, read = {}) =>
      stopsOf(p, { ...NOTHING_READ, ...read }).map((s) => s.id);
    expect(ids(pump("positive-displacement", { impeller: { material: "plastic" } }))).toEqual([
      "displacement-shut",
    ]);
    expect(ids(pump("end-suction", { impeller: { mounting: "screwed" } }))).toEqual([
      "screwed-reverse",
    ]);
    const [plastic] = stopsOf(
      pump("end-suction", { impeller: { material: "plastic" } }),
      NOTHING_READ,
    );
    expect(plastic).toMatchObject({ id: "plastic-shut", blocks: "shut-valve", clearedBy: null });
    expect(ids(pump("end-suction", { impeller: { material: "bronze" } }))).toEqual([]);
    expect(ids(pump("end-suction"), { amps: [0.2, 17, 17.2] })).toEqual(["phase-lost"]);
    expect(ids(pump("end-suction"), { amps: [10, 10.2, 9.9], volts: [400, 401, 399] })).toEqual([]);
    expect(ids(pump("end-suction"), { volts: [400, 370, 400] })).toEqual(["voltage-imbalance"]);
    expect(ids(pump("end-suction"), { foundLive: true, testerDoubtful: true })).toEqual([
      "found-live",
      "tester-doubtful",
    ]);
  });
  it("never call anything safe", () => {
    const words = [
      ...CAUTIONS.map((c) => c.text),
      ...stopsOf(pump("end-suction"), { ...NOTHING_READ, foundLive: true }).map((s) => s.text),
    ];
    for (const w of words) expect(w).not.toMatch(/\bsafe(ly)?\b/i);
  });
});

describe("proving dead", () => {
  const p = pump("end-suction");
  const all = (outcome: (of: string) => string) =>
    new Map(deadTestOf(p).map((c) => [c.id, outcome(c.of)]));
  it("takes the tester twice, every pair and each to earth", () => {
    expect(deadTestOf(p).map((c) => c.id)).toEqual([
      "before",
      "l1-l2",
      "l2-l3",
      "l3-l1",
      "l1-earth",
      "l2-earth",
      "l3-earth",
      "after",
    ]);
    expect(deadTestOf(pump("tub", {}, { phases: 1 }))).toHaveLength(5);
    expect(deadTestOf(pump("portable", { drive: { kind: "engine" } }, null))).toEqual([]);
  });
  it("holds only when every check is done and right", () => {
    const good = all((of) => (of === "tester" ? "shown" : "dead"));
    expect(deadTestState(p, good).proven).toBe(true);
    for (const c of deadTestOf(p)) {
      const without = new Map(good);
      without.delete(c.id);
      expect(deadTestState(p, without)).toMatchObject({ proven: false, next: { id: c.id } });
    }
    expect(deadTestState(p, new Map([...good, ["l2-l3", "live"]]))).toMatchObject({
      proven: false,
      foundLive: true,
    });
    expect(deadTestState(p, new Map([...good, ["after", "not shown"]]))).toMatchObject({
      proven: false,
      testerDoubtful: true,
    });
    expect(deadTestState(pump("portable", {}, null), new Map()).proven).toBe(false);
    const engine = pump("portable", { drive: { kind: "engine" } }, null);
    expect(deadTestState(engine, new Map()).proven).toBe(false);
  });
});

describe("chips", () => {
  const ids = (p: ReturnType<typeof pump>, open = false, set = new Set<string>()) =>
    looksFor(p, { set, open }).flatMap((g) => g.rows.map((r) => r.id as string));
  it("fit the family", () => {
    const sewage = ids(pump("sump", { installation: "submerged" }));
    expect(sewage).toContain("control.float-free");
    expect(sewage.filter((i) => i.startsWith("suction.") || i.startsWith("priming."))).toEqual([]);
    const set = ids(pump("dry-priming", { installation: "lift", drive: { kind: "engine" } }, null));
    expect(set).toContain("priming.liquid-from-air-jet");
    expect(set.filter((i) => i.startsWith("electrical.") || i.startsWith("control."))).toEqual([]);
  });
  it("keep what is set already, and show damage only when it is open", () => {
    const sewage = pump("sump", { installation: "submerged" });
    expect(ids(sewage, false, new Set(["priming.drain-open"]))).toContain("priming.drain-open");
    expect(ids(sewage).filter((i) => i.startsWith("damage."))).toEqual([]);
    expect(ids(sewage, true)).toContain("damage.debris-in-impeller");
  });
  it("leave none out everywhere, and no pump without any", () => {
    const reached = new Set(PUMPS.flatMap((p) => ids(p, true)));
    reached.add("mechanical.belt-loose");
    expect(OBSERVATIONS.map((o) => o.id).filter((i) => !reached.has(i))).toEqual([]);
    expect(ids(pump("end-suction", { drive: { kind: "belt" } }))).toContain(
      "mechanical.belt-loose",
    );
    for (const p of PUMPS) expect(ids(p).length).toBeGreaterThan(20);
  });
});

describe("advice, tools and rotation", () => {
  it("tells the caller what fits pump and complaint", () => {
    const oil = pump("positive-displacement");
    expect(phoneAdvice(oil, ["complaint.noisy"]).join(" ")).toMatch(/Do not touch a valve/);
    expect(phoneAdvice(oil, ["complaint.noisy"]).join(" ")).not.toMatch(
      /close its discharge valve/,
    );
    expect(phoneAdvice(pump("dry-priming", {}, null), ["complaint.slow-prime"])[0]).toMatch(
      /must not run dry/,
    );
    for (const p of PUMPS)
      for (const line of phoneAdvice(p, ["complaint.hot", "complaint.trips"]))
        expect(line).not.toMatch(/\bsafe(ly)?\b/i);
  });
  it("packs for readings, tests and repairs without saying a thing twice", () => {
    const t = takeAlong(
      pump("end-suction"),
      ["speed-check", "winding-resistance"],
      [
        { id: "worn-rings", probability: 0.4 },
        { id: "healthy", probability: 0.4 },
        { id: "seal-leak", probability: 0.01 },
      ],
    );
    expect(t.readings).toContain("clamp meter");
    expect(t.tests).toEqual(["milliohm meter"]);
    expect(t.parts).toContain("wear rings");
    expect(t.parts).not.toContain("mechanical seal");
    // One of two gauges is not both.
    const gauges = (p: ReturnType<typeof pump>) => takeAlong(p, ["shut-off-head"], []).tests;
    expect(gauges(pump("end-suction"))).not.toContain("both gauges");
    expect(gauges(pump("sump", { installation: "submerged" }))).toContain("both gauges");
    expect(
      takeAlong(pump("portable", { drive: { kind: "engine" } }, null), [], []).readings,
    ).not.toContain("clamp meter");
  });
  it("shows a way to see the rotation or says why there is none", () => {
    for (const p of PUMPS) {
      if (p.driver === "3-phase")
        expect(rotationMethods(p).length + (noTwoDirections(p) ? 0 : 1)).toBeGreaterThan(0);
    }
    expect(rotationMethods(pump("sump", { installation: "submerged" }))[0]?.id).toBe("kick");
    expect(noTwoDirections(pump("end-suction", { impeller: { mounting: "screwed" } }))).toMatch(
      /^Stop/,
    );
    expect(noTwoDirections(pump("end-suction", { drive: { kind: "vfd" } }))).toMatch(
      /drive sets the direction/,
    );
    expect(noTwoDirections(pump("end-suction"))).toBeUndefined();
  });
});

describe("plates", () => {
  const field = (key: string) => {
    const found = plateFields("motor", pump("end-suction")).find((f) => f.key === key);
    if (!found) throw new Error(key);
    return found;
  };
  const read = (text: string) => ({ text, unreadable: false });
  it("compares quantities as quantities and words as words", () => {
    expect(comparePlate(field("power"), read("15 kW"), "15000 W").kind).toBe("agrees");
    expect(comparePlate(field("power"), read("20 hp"), "15 kW")).toEqual({
      kind: "differs",
      plate: "20 hp",
      register: "15 kW",
    });
    expect(comparePlate(field("serial"), read("AB 12"), "ab12").kind).toBe("agrees");
    expect(comparePlate(field("efficiency"), read("91 %"), 0.91).kind).toBe("agrees");
    expect(comparePlate(field("serviceFactor"), read("1,15"), 1.15).kind).toBe("agrees");
    // A share is a share with or without its sign, and a factor is none.
    expect(comparePlate(field("efficiency"), read("91"), 0.91).kind).toBe("agrees");
    expect(comparePlate(field("efficiency"), read("0.91"), 0.91).kind).toBe("agrees");
    expect(comparePlate(field("serviceFactor"), read("2"), 2).kind).toBe("agrees");
    expect(comparePlate(field("serial"), read("A  B 1"), "ab 1").kind).toBe("agrees");
  });
  it("says what is new, missing, unreadable or not understood", () => {
    expect(comparePlate(field("current"), read("14.5 A"), undefined)).toEqual({
      kind: "new",
      plate: "14.5 A",
    });
    expect(comparePlate(field("current"), undefined, "14 A").kind).toBe("not-read");
    expect(comparePlate(field("current"), read("  "), "14 A").kind).toBe("not-read");
    expect(comparePlate(field("current"), { text: "", unreadable: true }, "14 A")).toEqual({
      kind: "unreadable",
      register: "14 A",
    });
    expect(comparePlate(field("current"), read("14 bar"), "14 A").kind).toBe("not-understood");
  });
  it("knows one and three phases, however the plate writes them", () => {
    expect(comparePlate(field("phases"), read("3~"), 3).kind).toBe("agrees");
    expect(comparePlate(field("phases"), read("1 ph"), 3)).toMatchObject({ kind: "differs" });
    expect(comparePlate(field("phases"), read("2"), 3).kind).toBe("not-understood");
    expect(registerValue(field("phases"), "3 phase")).toBe(3);
  });
  it("keeps numbers as numbers for the register", () => {
    expect(registerValue(field("powerFactor"), "0,86")).toBe(0.86);
    expect(registerValue(field("efficiency"), "91 %")).toBe(0.91);
    expect(registerValue(field("power"), " 15 kW ")).toBe("15 kW");
  });
});

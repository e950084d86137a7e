import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { caseFrom } from "../../../testing/cases.ts";
import {
  CAUSE_IDS,
  type Family,
  OBSERVATION_IDS,
  TEST_IDS,
  TEST_OUTCOMES,
} from "../../case/index.ts";
import { diagnose } from "../index.ts";
import { SOUND } from "../model/condition.ts";
import { CAUSES, type CauseRow, causeRow } from "./causes/index.ts";
import { CAUTIONS } from "./cautions.ts";
import { OBSERVATIONS } from "./observations/index.ts";
import { observationRate } from "./observations/rates.ts";
import { priorOf, priorRow, PRIORS } from "./priors.ts";
import { outcomeRates, TESTS } from "./tests/index.ts";

const causeIds = CAUSES.map((c) => c.id);

describe("tables of the diagnosis", () => {
  it("hold every cause of the case format, once", () => {
    expect([...causeIds].sort()).toEqual([...CAUSE_IDS].sort());
  });

  it("give every cause its texts, its remedy, its proof and who may do it", () => {
    for (const c of CAUSES) {
      for (const text of [c.name, c.mechanism, c.firstAid, c.repair, c.proof, c.skills]) {
        expect(text.length, c.id).toBeGreaterThan(3);
      }
      expect(c.mechanism, c.id).toMatch(/\.$/);
      expect(c.claim(null), c.id).toMatch(/\.$/);
      expect(c.severities.every(([, w]) => w > 0)).toBe(true);
      for (const id of c.inseparable ?? []) expect(causeIds, c.id).toContain(id);
      for (const id of c.cautions) expect(CAUTIONS.map((x) => x.id)).toContain(id);
    }
  });

  it("are listed in the document by how they are known", () => {
    const doc = readFileSync(
      new URL("../../../../docs/diagnosis.md", import.meta.url),
      "utf8",
    ).replace(/ +/g, " ");
    for (const c of CAUSES) {
      const [severity] = c.severities.at(-1) ?? [1];
      const how = Object.keys(c.condition(severity)).length > 0 ? "model" : "table";
      const line = doc.split("\n").find((l) => l.startsWith(`| \`${c.id}\` |`));
      expect(line, c.id).toContain(`| ${c.name} | ${how} |`);
    }
  });

  it("change nothing at severity 0", () => {
    for (const c of CAUSES) {
      expect({ ...SOUND, ...c.condition(c.id === "viscous-liquid" ? 1 : 0) }, c.id).toEqual(SOUND);
    }
  });

  it("know every observation of the case format, once, with probabilities", () => {
    expect(OBSERVATIONS.map((o) => o.id).sort()).toEqual([...OBSERVATION_IDS].sort());
    for (const o of OBSERVATIONS) {
      for (const p of [o.base, ...Object.values(o.under)]) {
        expect(p, o.id).toBeGreaterThan(0);
        expect(p, o.id).toBeLessThan(1);
      }
      for (const id of Object.keys(o.under)) expect(causeIds, o.id).toContain(id);
      for (const id of causeIds) expect(observationRate(o, id), o.id).toBeGreaterThan(0.005);
    }
  });

  it("give every cause at least one observation that is commoner under it", () => {
    // Where it is told by readings alone, a gauge or nothing at all.
    const exempt = ["healthy", "unlisted"];
    for (const id of causeIds.filter((c) => !exempt.includes(c))) {
      const best = Math.max(...OBSERVATIONS.map((o) => (o.under[id] ?? 0) / o.base));
      expect(best, id).toBeGreaterThan(1.5);
    }
  });

  it("hold every test of the case format with outcomes for every cause, summing to one", () => {
    expect(TESTS.map((t) => t.id).sort()).toEqual([...TEST_IDS].sort());
    for (const t of TESTS) {
      expect(
        t.outcomes.map((o) => o.id),
        t.id,
      ).toEqual([...TEST_OUTCOMES[t.id]]);
      for (const id of causeIds) {
        const rates = outcomeRates(t, id);
        expect(rates).toHaveLength(t.outcomes.length);
        expect(
          rates.reduce((a, b) => a + b, 0),
          `${t.id} ${id}`,
        ).toBeCloseTo(1, 9);
        expect(rates.every((p) => p > 0)).toBe(true);
      }
      for (const id of Object.keys(t.under)) expect(causeIds, t.id).toContain(id);
      for (const id of t.echoes ?? []) expect(OBSERVATION_IDS, t.id).toContain(id);
      if (t.cures) {
        const k = t.outcomes.findIndex((o) => o.id === t.cures?.when);
        // A cure shows: the outcome that means it is likelier under the cause than elsewhere.
        for (const id of t.cures.of) {
          expect(outcomeRates(t, id)[k], `${t.id} ${id}`).toBeGreaterThan(t.usual[k] ?? 1);
        }
      }
      for (const c of t.cautions) expect(CAUTIONS.map((x) => x.id)).toContain(c);
      expect(t.steps.length).toBeGreaterThan(0);
      expect(t.minutes).toBeGreaterThan(0);
    }
  });

  it("have a test or a look worth 0.3 bit between each fault and its likeliest rival, or name the two inseparable", () => {
    const lonely: string[] = [];
    for (const c of CAUSES.filter((x) => !["healthy", "unlisted"].includes(x.id))) {
      const rival = likeliestRival(c);
      if (c.inseparable?.includes(rival.id) || rival.inseparable?.includes(c.id)) continue;
      const looks = OBSERVATIONS.map((o) => {
        const [a, b] = [observationRate(o, c.id), observationRate(o, rival.id)];
        return separation([a, 1 - a], [b, 1 - b]);
      });
      const best = Math.max(
        ...looks,
        ...TESTS.map((t) => separation(outcomeRates(t, c.id), outcomeRates(t, rival.id))),
      );
      if (best < 0.3) lonely.push(`${c.id} / ${rival.id}: ${best.toFixed(2)}`);
    }
    expect(lonely).toEqual([]);
  });

  it("have priors that sum to one and none at zero", () => {
    for (const [key, row] of Object.entries(PRIORS)) {
      const sum = Object.values(row).reduce((a, b) => a + b, 0);
      expect(sum, key).toBeGreaterThan(0.99);
      expect(sum, key).toBeLessThan(1.01);
      for (const id of causeIds) expect(priorOf(row, id), key).toBeGreaterThan(0);
    }
    const jet = priorRow("jet-deep", "lift", "1-phase");
    expect(priorOf(jet, "jet-suction-open")).toBeGreaterThan(priorOf(jet, "worn-rings"));
  });

  it("hold no cause for all but impossible that the same kind of pump has elsewhere", () => {
    const circulator = priorRow("inline-circulator", "flooded", "1-phase");
    expect(PRIORS["inline-circulator/flooded/1-phase"]).not.toHaveProperty("suction-restriction");
    expect(priorOf(circulator, "suction-restriction")).toBeGreaterThan(0.003);
    // What was met counts as it was met.
    const met = PRIORS["inline-circulator/flooded/1-phase"]?.["discharge-restriction"] ?? 0;
    expect(met).toBeGreaterThan(0);
    expect(priorOf(circulator, "discharge-restriction")).toBe(met);
    for (const key of Object.keys(PRIORS)) {
      const [family = "", installation = "", driver = ""] = key.split("/");
      const row = priorRow(family as Family, installation, driver);
      for (const id of ["impeller-clogged", "impeller-worn"] as const)
        expect(priorOf(row, id), `${key} ${id}`).toBeGreaterThan(0.005);
    }
  });

  it("never call anything safe", () => {
    const words = JSON.stringify([CAUSES, CAUTIONS, TESTS]);
    expect(words).not.toMatch(/\bis safe\b|\bsafely\b|\bno danger\b/i);
  });
});

/**
 * The fault the engine itself puts second (or first) when it is told a cause's own commonest signs, on
 * the pumps where that cause is commonest.
 */
function likeliestRival(c: CauseRow): CauseRow {
  const [key = ""] = Object.keys(PRIORS).toSorted(
    (a, b) => priorOf(PRIORS[b] ?? {}, c.id) - priorOf(PRIORS[a] ?? {}, c.id),
  );
  const [counted, installation, driver] = key.split("/");
  const family = c.where.families?.[0] ?? counted;
  const signs = OBSERVATIONS.filter((o) => (o.under[c.id] ?? 0) > Math.max(0.3, 1.5 * o.base));
  const file = caseFrom({
    format: "yard-tack/case",
    version: 1,
    pump: {
      family,
      installation: c.where.installations?.[0] ?? installation,
      ...(c.where.plasticImpeller ? { impeller: { material: "plastic" } } : {}),
      ...(driver === "engine"
        ? { drive: { kind: "engine" } }
        : { motor: { phases: c.where.drivers?.[0] === "1-phase" ? 1 : 3 } }),
    },
    observations: { present: signs.map((o) => o.id), absent: ["discharge.no-throttle-valve"] },
  });
  const rival = diagnose(file).causes.find(
    ({ id }) => id !== c.id && id !== "healthy" && id !== "unlisted",
  );
  return causeRow(rival?.id ?? "healthy");
}

/** Bits one outcome tells between two equally likely causes. */
function separation(a: readonly number[], b: readonly number[]): number {
  return a.reduce((sum, p, i) => {
    const q = b[i] ?? 0;
    const m = (p + q) / 2;
    const part = (v: number) => (v > 0 ? 0.5 * v * Math.log2(v / m) : 0);
    return sum + part(p) + part(q);
  }, 0);
}

import { describe, expect, it } from "vitest";
import { caseFrom, LF2_READ, pumpJson } from "../../testing/cases.ts";
import type { CauseId } from "../case/index.ts";
import { situationOf } from "../visit/index.ts";
import { posteriorOf } from "./posterior.ts";
import { OBSERVATIONS } from "./tables/observations/index.ts";

interface Noticed {
  readonly present?: readonly string[];
  readonly absent?: readonly string[];
}

/** LF-2 read at its duty, with what was noticed. */
function posterior(observations: Noticed) {
  return posteriorOf(
    situationOf(caseFrom({ ...pumpJson("LF-2"), snapshots: [LF2_READ], observations })),
  );
}

/** ln chance of an item under one cause, over its chance under another. */
function ratio(p: ReturnType<typeof posterior>, item: string, one: CauseId, other: CauseId) {
  const { logLikelihood } = p.items.find((i) => i.id === item) ?? {};
  const at = (id: CauseId) => logLikelihood?.[p.causes.findIndex((c) => c.row.id === id)];
  const [a, b] = [at(one), at(other)];
  if (a === undefined || b === undefined) throw new Error(`${item} ${one} ${other}`);
  return a - b;
}

const SILENCE = "not-mentioned";

describe("what nobody mentioned", () => {
  it("speaks loudest against what would have struck anybody", () => {
    const p = posterior({ present: ["noise.none"] });
    const against = (id: CauseId) => ratio(p, SILENCE, id, "healthy");
    expect(against("seal-leak")).toBeLessThan(-1);
    expect(against("bearing-defect")).toBeLessThan(-0.5);
    // What shows in an opened pump only nobody can have seen.
    expect(against("impeller-worn")).toBeGreaterThan(-0.5);
  });

  it("says nothing of a seal that was looked at", () => {
    const silent = posterior({ present: ["noise.none"] });
    const looked = posterior({ present: ["noise.none"], absent: ["mechanical.seal-drip"] });
    expect(ratio(looked, SILENCE, "seal-leak", "healthy")).toBeGreaterThan(
      ratio(silent, SILENCE, "seal-leak", "healthy") + 0.5,
    );
    const dry = ratio(looked, "mechanical.seal-drip", "seal-leak", "healthy");
    expect(dry).toBeLessThan(-1);
  });

  it("tells a sound pump by nobody saying since when", () => {
    const unsaid = ratio(posterior({ present: ["noise.none"] }), SILENCE, "healthy", "seal-leak");
    const said = ratio(
      posterior({ present: ["noise.none", "onset.sudden"] }),
      SILENCE,
      "healthy",
      "seal-leak",
    );
    expect(unsaid - said).toBeCloseTo(Math.log(0.5 / 0.4), 6);
  });
});

describe("since when", () => {
  it("has one answer: the chances of all of them add up to that of any", () => {
    const answers = OBSERVATIONS.filter((o) => o.id.startsWith("onset."));
    const sums = new Map<string, number>();
    for (const { id } of answers) {
      const p = posterior({ present: [id] });
      const item = p.items.find((i) => i.id === id);
      p.causes.forEach(({ row }, c) => {
        const chance = Math.exp(item?.logLikelihood[c] ?? Number.NaN);
        sums.set(row.id, (sums.get(row.id) ?? 0) + chance);
      });
    }
    expect(sums.size).toBeGreaterThan(30);
    for (const [cause, sum] of sums) {
      const nothingToTell = cause === "healthy" || cause.endsWith("gauge-fault");
      expect(sum, cause).toBeCloseTo(nothingToTell ? 0.5 : 0.6, 6);
    }
  });
});

describe("symptoms of one origin", () => {
  it("count less than as many symptoms that have nothing to do with each other", () => {
    const origins = new Map<string, string[]>();
    for (const o of OBSERVATIONS) {
      if (o.origin !== "own") origins.set(o.origin, [...(origins.get(o.origin) ?? []), o.id]);
    }
    const [first, second] = origins.get("gas") ?? [];
    if (!first || !second) throw new Error("two signs of air are needed");
    const weightOf = (present: readonly string[], id: string) =>
      Math.abs(ratio(posterior({ present }), id, "suction-air-leak", "healthy"));
    const [a, b] = [first, second].map((id) => weightOf([id], id));
    const both = weightOf([first, second], first) + weightOf([first, second], second);
    expect(both).toBeLessThan((a ?? 0) + (b ?? 0) - 0.1);
    expect(both).toBeGreaterThan(Math.max(a ?? 0, b ?? 0));
  });
});

import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import type { CauseId } from "../case/index.ts";
import { situationOf } from "../visit/index.ts";
import { simulated } from "../../testing/simulated.ts";
import { diagnoseFully } from "./index.ts";
import { expectedAt } from "./model/reading-evidence.ts";
import { applies, CAUSES, causeRow } from "./tables/causes/index.ts";

/** Centrifugal, submerged, multistage, engine, displacement: one of each kind of model. */
const PUMPS = ["LF-2", "LF-4", "BI-2", "BI-3", "MG-2", "MG-3", "TH-1", "QO-4"] as const;

describe("what the forward model shows, the backward one expects", () => {
  for (const tag of PUMPS) {
    it(`on ${tag}: each reading within its own spread under the cause that made it`, () => {
      const situation = situationOf(caseFrom({ ...pumpJson(tag), snapshots: [{}] }));
      // Causes of one size, and a middling size of the others; gauges and the unknown apart.
      const rows = CAUSES.filter(
        (c) =>
          applies(c, situation) &&
          c.side !== "instrument" &&
          c.id !== "unlisted" &&
          // How much NPSH is missing hangs on what is known of it here: no size of its own.
          !(c.between && c.severityMeans === null) &&
          (c.runs ?? 1) > 0.5,
      );
      for (const row of rows) {
        const [severity] = row.severities[Math.floor(row.severities.length / 2)] ?? [1];
        const d = diagnoseFully(caseFrom(simulated(tag, row.id, severity)));
        const cause = d.posterior.causes.find((c) => c.row.id === row.id);
        const [setting, state] = [cause?.settings.get("as found"), cause?.states.get("as found")];
        if (!setting || !state) throw new Error(`${tag} ${row.id}`);
        for (const { reading } of d.posterior.items) {
          if (!reading) continue;
          const expectation = reading.under(setting);
          if (expectation.log !== undefined) {
            // A shape is not a figure with a spread: none that the cause makes is a rare one.
            expect(expectation.log, `${tag} ${row.id} ${reading.id}`).toBeGreaterThan(-3);
            continue;
          }
          const e = expectedAt(expectation, state);
          const z = (reading.seen - e.predicted) / Math.sqrt(e.variance);
          expect(Math.abs(z), `${tag} ${row.id} ${reading.id}`).toBeLessThan(3);
        }
      }
    });
  }
});

/** Causes large enough to stand out in readings alone, with what must come first or among three. */
const PLAIN: readonly (readonly [string, CauseId, number])[] = [
  ["LF-2", "suction-restriction", 3.5],
  ["LF-2", "discharge-restriction", 0.6],
  ["LF-2", "not-primed", 1],
  ["LF-2", "wrong-rotation", 0.5],
  ["LF-2", "phase-loss", 1],
  ["LF-2", "mechanical-drag", 0.45],
  ["BI-2", "worn-rings", 0.3],
  ["BI-2", "impeller-worn", 0.15],
  ["TH-1", "impeller-clogged", 2.5],
  ["MG-3", "wrong-rotation", 0.5],
  ["MG-3", "discharge-airlock", 1],
  ["LF-4", "worn-rings", 0.3],
  ["LF-2", "winding-fault", 0.2],
];

describe("a plain fault read by clean instruments", () => {
  it.each(PLAIN)("%s with %s of size %d is among the first three", (tag, cause, severity) => {
    const { causes } = diagnoseFully(caseFrom(simulated(tag, cause, severity))).result;
    const three = causes.slice(0, 3).map((c) => c.id);
    expect(three).toContain(cause);
  });

  it("says its size about right", () => {
    for (const [cause, severity] of [
      ["suction-restriction", 3.5],
      ["discharge-restriction", 0.4],
      ["worn-rings", 0.3],
    ] as const) {
      const d = diagnoseFully(caseFrom(simulated("LF-2", cause, severity)));
      const found = d.result.causes.find((c) => c.id === cause)?.severity;
      expect(causeRow(cause).severityMeans).not.toBeNull();
      expect(found?.low95 ?? 9, cause).toBeLessThanOrEqual(severity);
      expect(found?.high95 ?? 0, cause).toBeGreaterThanOrEqual(severity);
    }
  });
});

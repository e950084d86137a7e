/** Tools and parts to load for this pump and what is suspected of it. */
import { causeRow, onPump, testRow } from "../diagnosis/index.ts";
import type { CauseId } from "../case/index.ts";
import { canned, mayHaveMotor, type PumpFacts, submergedSet } from "../visit/index.ts";

export interface TakeAlong {
  /** For the readings themselves. */
  readonly readings: readonly string[];
  /** For the tests that would tell most, without those above. */
  readonly tests: readonly string[];
  /** For the repair of the likeliest causes. */
  readonly parts: readonly string[];
}

/** Causes this much less likely than nothing are not packed for. */
const WORTH_PACKING = 0.08;
const TESTS_PACKED = 4;

const READING_TOOLS: readonly {
  readonly tool: string;
  readonly when: (p: PumpFacts) => boolean;
}[] = [
  { tool: "compound gauge", when: (p) => p.installation !== "submerged" },
  { tool: "discharge gauge", when: () => true },
  { tool: "clamp meter", when: mayHaveMotor },
  { tool: "voltage tester and a known source", when: mayHaveMotor },
  { tool: "tachometer", when: (p) => !submergedSet(p) && !canned(p) },
  { tool: "tape", when: () => true },
  { tool: "watch", when: () => true },
  { tool: "gas tester", when: (p) => p.family === "sump" },
  { tool: "infrared thermometer", when: (p) => !submergedSet(p) },
];

/** Words for the same thing in a row of the tests. */
const COVERED: Readonly<Record<string, readonly string[]>> = {
  "both gauges": ["compound gauge", "discharge gauge"],
  thermometer: ["infrared thermometer"],
  voltmeter: ["voltage tester and a known source"],
};

/**
 * What to load before leaving.
 * @param tests - ids of the tests in the order they would be asked for
 * @param causes - causes with their probability
 */
export function takeAlong(
  pump: PumpFacts,
  tests: readonly string[],
  causes: readonly { readonly id: string; readonly probability: number }[],
): TakeAlong {
  const readings = READING_TOOLS.filter((r) => r.when(pump)).map((r) => r.tool);
  const packed = (tool: string) =>
    readings.includes(tool) || (COVERED[tool]?.every((t) => readings.includes(t)) ?? false);
  const forTests = tests.slice(0, TESTS_PACKED).flatMap((id) => testRow(id)?.tools ?? []);
  const parts = causes
    .filter((c) => c.probability >= WORTH_PACKING && c.id !== "healthy" && c.id !== "unlisted")
    .flatMap((c) => onPump(causeRow(c.id as CauseId), pump).parts);
  return {
    readings,
    tests: [...new Set(forTests)].filter((t) => !packed(t)),
    parts: [...new Set(parts)],
  };
}

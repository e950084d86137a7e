import { readdirSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { simulated } from "../../testing/simulated.ts";
import type { CauseId } from "../case/index.ts";
import { boardOf } from "./index.ts";

const TAGS = readdirSync(new URL("../../../demo/pumps", import.meta.url)).map((f) =>
  f.replace(".json", ""),
);
const VISITS: readonly (readonly [CauseId, number])[] = [
  ["healthy", 0],
  ["worn-rings", 0.3],
  ["suction-restriction", 4],
  ["npsh-shortfall", 3],
];
/** A figure in a unit that nobody in US units reads, unless the other one stands beside it in brackets. */
const METRIC =
  /(?:^|[\s(])[\u2212-]?\d[\d.,]*\s?(?:m|bar|kPa|m³\/h|L\/s|kW|°C|mm|cm|m\/s|mm²\/s|kg\/m³)(?![\w²³/])(?! \()(?!\))/;
/** What a person wrote stays as it was written; formulas quote their standards. */
const AS_WRITTEN = /\.(?:inputs|seen|formula)(?:\.|$)/;

function metricIn(value: unknown, path = ""): string[] {
  if (typeof value === "string")
    return METRIC.test(value) && !AS_WRITTEN.test(path) ? [`${path}: ${value}`] : [];
  if (typeof value !== "object" || value === null) return [];
  return Object.entries(value).flatMap(([key, v]) => metricIn(v, `${path}.${key}`));
}

describe("a Board in US units", () => {
  it.each(TAGS)("says nothing in metric of %s", (tag) => {
    for (const [cause, size] of VISITS) {
      const board = boardOf(simulated(tag, cause, size), "us");
      if (!board.ok) throw new Error(`${tag}: no board`);
      expect(metricIn(board.view), `${tag} ${cause}`).toEqual([]);
    }
  });
});

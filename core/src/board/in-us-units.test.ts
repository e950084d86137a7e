import { describe, expect, it } from "vitest";
import { DEMO_TAGS } from "../../testing/cases.ts";
import { simulated } from "../../testing/simulated.ts";
import type { CauseId } from "../case/index.ts";
import { boardOf } from "./index.ts";

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

/** Three lines of a phone held upright, at the size the Board is written in. */
const LONGEST_SENTENCE = 150;
/** Behind a fold: how a figure was worked out, what is read and acknowledged. */
const FOLDED = /\.(?:workedOut|formula|source|cautions)(?:\.|$)/;

function longSentencesIn(value: unknown, path = ""): string[] {
  if (typeof value === "string") {
    const sentences = FOLDED.test(path) ? [] : value.split(/(?<=[.!?]) /);
    return sentences.filter((s) => s.length > LONGEST_SENTENCE).map((s) => `${path}: ${s}`);
  }
  if (typeof value !== "object" || value === null) return [];
  return Object.entries(value).flatMap(([key, v]) => longSentencesIn(v, `${path}.${key}`));
}

describe("a Board in US units", () => {
  it.each(DEMO_TAGS)(
    "says nothing in metric of %s, and nothing that fills more than three lines of a phone",
    (tag) => {
      for (const [cause, size] of VISITS) {
        const board = boardOf(simulated(tag, cause, size), "us");
        if (!board.ok) throw new Error(`${tag}: no board`);
        expect(metricIn(board.view), `${tag} ${cause}`).toEqual([]);
        expect(longSentencesIn(board.view), `${tag} ${cause}`).toEqual([]);
      }
    },
  );
});

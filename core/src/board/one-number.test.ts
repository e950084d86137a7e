import { describe, expect, it } from "vitest";
import { DEMO_TAGS } from "../../testing/cases.ts";
import { simulated } from "../../testing/simulated.ts";
import type { CauseId } from "../case/index.ts";
import { formatSi } from "../quantity/index.ts";
import { boardOf, type BoardView } from "./index.ts";

const VISITS: readonly (readonly [CauseId, number])[] = [
  ["healthy", 0],
  ["suction-restriction", 5],
  ["worn-rings", 0.3],
];
const UNITS = "metric";
const show = (value: number, dimension: "length" | "flow" | "power") =>
  formatSi(value, dimension, UNITS);

/** A number of the Board wherever it is said: the places it stands at, each with what stands there. */
function places(view: BoardView): Record<string, (string | undefined)[]> {
  const figure = (id: string) => view.figures.find((f) => f.id === id);
  const text = (id: string) => figure(id)?.text;
  const input = (id: string, name: string) => figure(id)?.inputs.find((i) => i.name === name)?.text;
  const compared = (title: RegExp, found: RegExp) => {
    const said = view.comparisons.find((c) => title.test(c.workedOut))?.workedOut;
    return said && found.exec(said)?.[1];
  };
  const { suction, phases, chart } = view;
  const [, headInDetail] = /Head ([\d.]+.m)/.exec(view.verdict.detail) ?? [];
  const [, missingInVerdict] = /([\d.]+.m) \(.*suction goes missing/.exec(view.verdict.claim) ?? [];
  return {
    head: [
      text("total-head"),
      chart?.today && show(chart.today.at[1], "length"),
      headInDetail,
      compared(/^H = /, / = ([\d.]+.m), against/),
    ],
    flow: [text("flow"), chart?.today && show(chart.today.at[0], "flow")],
    "shaft power": [
      text("shaft-power"),
      phases?.shaftPower && show(phases.shaftPower.value, "power"),
    ],
    "NPSH available": [
      text("npsh-gauge") ?? text("npsh-layout"),
      suction && show(suction.available, "length"),
      input("npsh-margin", "available"),
    ],
    "NPSH required": [
      text("npshr"),
      suction?.required === undefined ? undefined : show(suction.required, "length"),
      input("npsh-margin", "required"),
    ],
    "suction missing": [
      suction?.missing === undefined ? undefined : show(suction.missing, "length"),
      suction?.missing === undefined ? undefined : input("npsh-layout", "less by gauge"),
      missingInVerdict,
    ],
  };
}

/** What a number as written may be off by: a sentence may round what a figure beside it gives in full. */
const rounding = (value: number): number => 0.5 * 10 ** -(String(value).split(".")[1] ?? "").length;

describe("one number", () => {
  it.each(DEMO_TAGS)("is the same wherever the Board of %s says it", (tag) => {
    for (const [cause, size] of VISITS) {
      const board = boardOf(simulated(tag, cause, size), UNITS);
      if (!board.ok) throw new Error(`${tag}: no board`);
      for (const [name, said] of Object.entries(places(board.view))) {
        const known = said.filter((s) => s !== undefined).map((s) => Number.parseFloat(s));
        for (const one of known)
          for (const other of known)
            expect(
              Math.abs(one - other),
              `${tag}, ${cause}, ${name}: ${said.join(" / ")}`,
            ).toBeLessThanOrEqual(rounding(one) + rounding(other) + 1e-9);
      }
    }
  });

  it("is looked for where there is one", () => {
    const board = boardOf(simulated("LF-2", "suction-restriction", 5), UNITS);
    if (!board.ok) throw new Error("no board");
    const found = Object.entries(places(board.view)).map(
      ([name, said]) => `${name} ${said.filter((s) => s !== undefined).length}`,
    );
    expect(found).toEqual([
      "head 4",
      "flow 2",
      "shaft power 2",
      "NPSH available 3",
      "NPSH required 3",
      "suction missing 3",
    ]);
  });
});

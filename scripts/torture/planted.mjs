/**
 * Faults that a reviewer planted and the tests let live, or might: each must be killed by a test. Text of a
 * file, and what stands in its place.
 */
export const PLANTED = [
  {
    what: "shaft power with the square of speed",
    file: "core/src/diagnosis/model/operating-state.ts",
    find: "let power = r2 * r * c.curvePower",
    put: "let power = r2 * c.curvePower",
  },
  {
    what: "rated power with the square of speed",
    file: "core/src/curve/affinity.ts",
    find: "power: ratio ** 3,\n  npshr: ratio ** npshExponent",
    put: "power: ratio ** 2,\n  npshr: ratio ** npshExponent",
  },
  {
    what: "no ban on shutting a plastic wheel",
    file: "core/src/diagnosis/test-conditions.ts",
    find: "when: (s) => s.plasticImpeller,",
    put: "when: () => false,",
  },
  {
    what: "no Stop on shutting a plastic wheel",
    file: "core/src/procedure/stops.ts",
    find: "when: (p) => p.plasticImpeller && ",
    put: "when: (p) => false && ",
  },
  {
    what: "pairs that forget gas",
    file: "core/src/diagnosis/pairs.ts",
    find: '  "gas",\n',
    put: "",
  },
  {
    what: "a watch margin of nothing",
    file: "core/src/board/comparisons.ts",
    find: "const target = wantedNpsh(DEFAULT_MARGIN, required) - required;",
    put: "const target = 0 * (wantedNpsh(DEFAULT_MARGIN, required) - required);",
  },
  {
    what: "preferred flow in a wrong unit",
    file: "web/src/features/board/chart-option.ts",
    find: "view.allowed?.map((q) => at([q, 0])[0])",
    put: "view.allowed?.map((q) => q)",
  },
  {
    what: "preferred flow of another flow",
    file: "core/src/board/chart-view.ts",
    find: "return [low * best, Math.min(curveEnd(curve), top * best)];",
    put: "return [low, Math.min(curveEnd(curve), top)];",
  },
  {
    what: "gauge heights dropped from the uncertainty",
    file: "core/src/hydraulics/total-head.ts",
    find: "const uHeight = m.uHeight ?? 0;",
    put: "const uHeight = 0 * (m.uHeight ?? 0);",
  },
  {
    what: "gauge heights dropped from the uncertainty of a visit",
    file: "core/src/visit/parts.ts",
    find: "discharge, density, uHeight: HEIGHT_U };",
    put: "discharge, density, uHeight: 0 * HEIGHT_U };",
  },
  {
    what: "gauge heights dropped from the sampled flow",
    file: "core/src/hydraulics/sampled-flow.ts",
    find: "Math.SQRT2 * (m.uHeight ?? 0)",
    put: "0 * (m.uHeight ?? 0)",
  },
  {
    what: "the error of the demo's gauges divided by ten",
    file: "web/src/db/demo/load.ts",
    find: "percent: g.percent,",
    put: "percent: g.percent / 10,",
    project: "database",
  },
  {
    what: "the class of the demo's readings divided by ten",
    file: "web/src/db/demo/readings.ts",
    find: "percent: g.percent,",
    put: "percent: g.percent / 10,",
    project: "database",
  },
  {
    what: "a log entry without readings",
    file: "core/src/record/lines.ts",
    find: "...readingLines(visit, state),",
    put: "readings: [],\n    superseded: [],",
  },
  {
    what: "a signature without its lines",
    file: "web/src/features/run-sheet/sign-off.ts",
    find: "    linesOfSheet(found),\n    signed,",
    put: "    {},\n    signed,",
    project: "database",
  },
  {
    what: "a clamp whose digits are nothing",
    file: "core/src/drive/clamp.ts",
    find: "apart: (clamp.digits * countOf(clamp.range)) / Math.sqrt(3),",
    put: "apart: 0,",
  },
  {
    what: "power behind a drive that forgets its frequency",
    file: "core/src/drive/load.ts",
    find: "value: value * plate.power * frequencyRatio,",
    put: "value: value * plate.power,",
  },
  {
    what: "a dry pump that is throttled",
    file: "core/src/diagnosis/test-conditions.ts",
    find: "nothingFlows > LIKELY_DRY && ",
    put: "nothingFlows > 2 && ",
  },
  {
    what: "a story on the phone that ends the questions",
    file: "core/src/diagnosis/diagnose.ts",
    find: " || !isCarried(posterior, index)) return null;",
    put: ") return null;",
  },
];

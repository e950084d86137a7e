/**
 * What the engine says of a hundred visits, as one table to be read: pumps of every kind of model under causes of every
 * side, and plants of the yard. A change of the model shows in the table; whoever makes it reads the rows again.
 */
import { expect, it } from "vitest";
import { caseFrom } from "../../testing/cases.ts";
import { simulated } from "../../testing/simulated.ts";
import { visitOf, visitOfRemedy } from "../../testing/yard/index.ts";
import type { CauseId } from "../case/index.ts";
import { diagnose } from "./index.ts";

const DEMO: readonly (readonly [tag: string, causes: readonly (readonly [CauseId, number])[]])[] = [
  [
    "LF-2",
    [
      ["healthy", 0],
      ["suction-restriction", 3.5],
      ["npsh-shortfall", 2],
      ["vortexing", 0.05],
    ],
  ],
  [
    "LF-3",
    [
      ["static-rise", 0.12],
      ["worn-rings", 0.3],
      ["low-voltage", 0.15],
    ],
  ],
  [
    "LF-4",
    [
      ["healthy", 0],
      ["viscous-liquid", 6],
      ["worn-rings", 0.3],
      ["check-valve-passing", 0.3],
    ],
  ],
  [
    "OG-1",
    [
      ["loose-terminal", 0.12],
      ["over-run", 0.3],
      ["body-reversed", 0.5],
    ],
  ],
  [
    "BI-1",
    [
      ["low-speed", 0.2],
      ["viscous-liquid", 8],
      ["mechanical-drag", 0.3],
    ],
  ],
  [
    "BI-2",
    [
      ["worn-rings", 0.3],
      ["impeller-worn", 0.12],
      ["winding-fault", 0.15],
    ],
  ],
  [
    "BI-3",
    [
      ["impeller-clogged", 1.3],
      ["supply-imbalance", 0.04],
    ],
  ],
  [
    "MG-1",
    [
      ["priming-device-fault", 1],
      ["suction-air-leak", 0.06],
    ],
  ],
  [
    "MG-2",
    [
      ["not-primed", 1],
      ["air-trap", 0.05],
    ],
  ],
  [
    "MG-3",
    [
      ["wrong-rotation", 0.5],
      ["discharge-airlock", 1],
    ],
  ],
  [
    "QO-1",
    [
      ["healthy", 0],
      ["jet-nozzle-blocked", 1],
      ["jet-suction-open", 1],
    ],
  ],
  [
    "QO-4",
    [
      ["phase-loss", 1],
      ["capacitor-weak", 1],
      ["impeller-loose", 1],
    ],
  ],
  [
    "TH-1",
    [
      ["discharge-restriction", 0.6],
      ["wrong-impeller-or-curve", -0.1],
    ],
  ],
];

const SEEDS = 30;
const CLEANED = { test: "clean-strainer-reread", outcome: "improved", left: 0.3 } as const;
const TIGHTENED = { test: "terminal-retighten-reread", outcome: "balanced", left: 0.4 } as const;

const remedied = [1, 2, 3, 4, 5, 6].flatMap((seed) => [
  [
    `plant ${seed}, cleaned in part`,
    visitOfRemedy(seed, "suction-restriction", 8, CLEANED),
  ] as const,
  [
    `plant ${seed}, tightened in part`,
    visitOfRemedy(seed, "loose-terminal", 0.4, TIGHTENED),
  ] as const,
]);

const visits: readonly (readonly [name: string, file: Record<string, unknown>])[] = [
  ...DEMO.flatMap(([tag, causes]) =>
    causes.map(([id, size]) => [`${tag}, ${id} ${size}`, simulated(tag, id, size)] as const),
  ),
  ...Array.from({ length: SEEDS }, (_, i) => {
    const { cause, file } = visitOf(i + 1);
    return [`plant ${i + 1}, ${cause}`, file] as const;
  }),
  ...remedied.flatMap(([name, visit]) => (visit ? [[name, visit.file] as const] : [])),
];

/** The likeliest four with their sizes, and the test that is asked for. */
function rowOf([name, file]: (typeof visits)[number]): string {
  const { causes, nextTests, pairs, stop } = diagnose(caseFrom(file));
  const likely = causes
    .slice(0, 4)
    .map(({ id, probability, severity }) =>
      [id, probability.toFixed(3), ...(severity ? [severity.value.toPrecision(2)] : [])].join(" "),
    );
  const [next] = nextTests;
  const [pair] = pairs;
  return [
    name,
    ...likely,
    pair ? `both ${pair.ids.join(" + ")} ${pair.probability.toFixed(2)}` : "no pair",
    stop ? "enough" : next ? `${next.id} ${next.bits.toFixed(2)}` : "nothing to ask",
  ].join(" | ");
}

it("says of each visit what it said when this was last read", async () => {
  const table = visits.map(rowOf).join("\n");
  await expect(`${table}\n`).toMatchFileSnapshot("./by-visit.table.txt");
}, 300_000);

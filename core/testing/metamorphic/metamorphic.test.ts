/**
 * What must hold between two tellings of one visit, on made-up plants of all families: the same thing said in another
 * way changes nothing, less known makes nothing surer, a larger fault stays that fault.
 */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type CauseId, readCase } from "../../src/case/index.ts";
import { causeRow, type Diagnosis, diagnoseFully } from "../../src/diagnosis/index.ts";
import { draws } from "../draws.ts";
import { visitOf, visitOfFault } from "../yard/index.ts";

type Json = Record<string, unknown>;

function diagnosed(file: Json): Diagnosis {
  const read = readCase(file);
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  return diagnoseFully(read.value);
}

const seeds = fc.integer({ min: 1, max: 100_000 });
const RUNS = { numRuns: draws(20) };
const chances = ({ result }: Diagnosis) => new Map(result.causes.map((c) => [c.id, c.probability]));
const snapshotsOf = (file: Json) => file["snapshots"] as Json[];
const asFound = (file: Json, change: (s: Json) => Json): Json => ({
  ...file,
  snapshots: snapshotsOf(file).map((s, i) => (i === 0 ? change(s) : s)),
});

/** The same causes with the same chances. */
function expectSame(a: Diagnosis, b: Diagnosis): void {
  const [one, two] = [chances(a), chances(b)];
  for (const [id, p] of one) expect(two.get(id), id).toBeCloseTo(p, 9);
}

describe("the same visit told in another way", () => {
  it("comes out the same in any order, with a decimal comma, and with another spelling of its units", () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const { file } = visitOf(seed);
        const seen = file["observations"] as { present: string[]; absent: string[] };
        const turned = JSON.parse(
          JSON.stringify({
            ...Object.fromEntries(Object.entries(file).reverse()),
            observations: {
              absent: seen.absent.toReversed(),
              present: seen.present.toReversed(),
            },
          }).replace(/"(-?\d+)\.(\d+) (bar|m3\/h|m|A)"/g, '"$1,$2 $3"'),
        ) as Json;
        expectSame(diagnosed(file), diagnosed(turned));
      }),
      RUNS,
    );
  });
});

describe("less that is known", () => {
  it("widening the class of the gauge that carries a fault does not make it surer", () => {
    fc.assert(
      fc.property(seeds, fc.constantFrom("suction", "discharge"), (seed, side) => {
        const { file } = visitOf(seed);
        const cls = snapshotsOf(file)[0]?.["gaugeClass"] as Json | undefined;
        const known = cls?.[side] as { percent: number } | undefined;
        fc.pre(known !== undefined);
        const wider = asFound(file, (s) => ({
          ...s,
          gaugeClass: { ...cls, [side]: { ...known, percent: 3 * (known?.percent ?? 1) } },
        }));
        const before = diagnosed(file);
        const [leader] = before.result.causes;
        fc.pre(leader !== undefined && leader.id !== "healthy" && leader.probability > 0.5);
        const { causes, items, bits } = before.posterior;
        const index = causes.findIndex((c) => c.row.id === leader?.id);
        const [carrier] = items
          .filter((i) => i.reading)
          .sort((a, b) => bits(b, index) - bits(a, index));
        fc.pre(carrier?.id.includes(side) ?? false);
        const after = chances(diagnosed(wider)).get(leader?.id ?? "healthy") ?? 0;
        expect(after - (leader?.probability ?? 0)).toBeLessThan(0.1);
      }),
      RUNS,
    );
  });

  it("a reading that is taken away makes nothing certain that was not likely", () => {
    const key = fc.constantFrom("suctionPressure", "dischargePressure", "flow", "amps", "speed");
    fc.assert(
      fc.property(seeds, key, (seed, taken) => {
        const { file } = visitOf(seed);
        fc.pre(snapshotsOf(file)[0]?.[taken] !== undefined);
        const without = diagnosed(
          asFound(file, (s) => Object.fromEntries(Object.entries(s).filter(([k]) => k !== taken))),
        );
        const [leader] = without.result.causes;
        if ((leader?.probability ?? 0) < 0.99) return;
        const likely = [leader?.id, ...(causeRow(leader?.id ?? "healthy").inseparable ?? [])];
        const before = chances(diagnosed(file));
        const sum = likely.reduce((s, id) => s + (before.get(id as CauseId) ?? 0), 0);
        expect(sum, `${String(leader?.id)} without ${taken}`).toBeGreaterThan(0.2);
      }),
      RUNS,
    );
  });

  it("a level read where the register has it does not condemn a sound pump", () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const made = visitOfFault(seed, "healthy", 1);
        const level = (made?.file["suction"] as Json | undefined)?.["sourceLevel"];
        fc.pre(made !== undefined && typeof level === "string");
        const file = made?.file ?? {};
        const [unread, read] = [undefined, level].map((l) =>
          diagnosed(
            asFound(file, ({ level: _, ...s }) => (l === undefined ? s : { ...s, level: l })),
          ),
        ) as [Diagnosis, Diagnosis];
        const fell = (chances(unread).get("healthy") ?? 0) - (chances(read).get("healthy") ?? 0);
        expect(fell).toBeLessThan(0.15);
      }),
      RUNS,
    );
  });
});

/** Faults that readings alone show, from plain to the physical end, and what looks like them from outside. */
const GROWING: readonly (readonly [CauseId, readonly number[], readonly CauseId[]])[] = [
  ["discharge-restriction", [0.5, 0.7, 0.9, 0.97, 1], ["discharge-airlock", "static-rise"]],
  ["suction-restriction", [6, 12, 25, 50], []],
  ["impeller-worn", [0.12, 0.16, 0.2], ["wrong-impeller-or-curve", "low-speed"]],
];

describe("a fault that grows", () => {
  it.each(GROWING)("%s keeps the lead up to its physical end", (id, sizes, alike) => {
    let led = 0;
    for (let seed = 1; seed <= 60; seed++) {
      let before = false;
      for (const size of sizes) {
        const visit = visitOfFault(seed, id, size);
        const [snapshot] = visit ? snapshotsOf(visit.file) : [];
        const all = ["suctionPressure", "dischargePressure", "flow", "amps"].every(
          (k) => snapshot?.[k] !== undefined,
        );
        if (!visit || !all) continue;
        const { causes } = diagnosed(visit.file).result;
        const leads = [id, ...alike].includes(causes[0]?.id ?? "unlisted");
        // Once it is seen for what it is, more of it does not hide it.
        const held = causes.slice(0, 3).some((c) => [id, ...alike].includes(c.id));
        if (before) expect(held, `seed ${seed}, size ${size}`).toBe(true);
        before ||= leads;
        led += leads ? 1 : 0;
      }
    }
    expect(led).toBeGreaterThan(10);
  });
});

describe("a result that stops", () => {
  it("never does so on a story, on no known cause, or against a suction loss that it does not explain", () => {
    let stopped = 0;
    fc.assert(
      fc.property(seeds, (seed) => {
        const { file } = visitOf(seed);
        const seen = file["observations"] as { readonly present: readonly string[] };
        fc.pre(seen.present.length > 0);
        const told = diagnosed({ ...file, snapshots: [] });
        expect(told.result.causes[0]?.id === "unlisted" && told.result.stop !== null).toBe(false);
        const d = diagnosed(file);
        if (d.result.stop === null) return;
        stopped++;
        const [leader] = d.result.causes;
        expect(leader?.id).not.toBe("unlisted");
        const missing = d.parts?.npsh.unexplainedLoss;
        const pair = d.result.pairs.some(
          (p) => p.probability > 0.3 && p.ids.includes("suction-restriction"),
        );
        if (missing && missing.value > Math.max(2, 4 * missing.u) && !pair) {
          expect([
            "suction-restriction",
            "suction-gauge-fault",
            "npsh-shortfall",
            "lift-too-high",
          ]).toContain(leader?.id);
        }
      }),
      { numRuns: draws(60) },
    );
    expect(stopped).toBeGreaterThan(10);
  });
});

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  airPressure,
  ATMOSPHERE,
  BENCH_LAYOUTS,
  type BenchForm,
  type BenchLayout,
  type BenchState,
  benchWords,
  type BenchWords,
  type Controls,
  moveOn,
  startState,
  totals,
} from "./index.ts";

const FRAME = 1 / 30;
const MINUTES = 60 * 30;

/** A bench that is played. */
class Played {
  readonly form: BenchForm;
  state: BenchState;
  controls: Controls;
  words: BenchWords;
  constructor(readonly layout: BenchLayout) {
    this.form = layout.form(layout.usual);
    this.state = startState(this.form);
    this.controls = layout.atFirst;
    this.words = this.look(0);
  }
  private look(before: number): BenchWords {
    return benchWords(this.layout, this.form, this.state, this.controls, before);
  }
  set(controls: Controls): void {
    this.controls = { ...this.controls, ...controls };
    this.words = this.look(this.words.progress);
  }
  /** Lets it run until something holds, some minutes at most. */
  until(holds: (words: BenchWords) => boolean, frames = 5 * MINUTES): void {
    for (let n = 0; n < frames && !holds(this.words); n++) {
      this.state = moveOn(this.form, this.state, this.controls, FRAME);
      this.words = this.look(this.words.progress);
    }
  }
  /** Goes through the order from where it is. */
  guided(upTo = 99): string[] {
    const spoiled: string[] = [];
    for (let step = this.words.next; step; step = this.words.next) {
      if (this.layout.order.indexOf(step) >= upTo) break;
      const { id } = step;
      this.set(step.set);
      this.until((w) => w.next?.id !== id);
      spoiled.push(...this.words.spoiled.map((s) => s.id));
      if (this.words.next?.id === id) break;
    }
    return spoiled;
  }
}

const named = BENCH_LAYOUTS.map((l) => [l.id, l] as const);

describe.each(named)("%s", (_, layout) => {
  it("is primed in its order, spoils nothing, and nothing of water or air is lost", () => {
    const bench = new Played(layout);
    const before = totals(bench.form, bench.state);
    expect(bench.words.next).toBe(layout.order[0]);
    expect(bench.guided()).toEqual([]);
    expect(bench.words.next).toBeUndefined();
    expect(bench.words.full.is).toBe("yes");
    const after = totals(bench.form, bench.state);
    expect(after.water).toBeCloseTo(before.water, 6);
    expect(after.air / before.air).toBeCloseTo(1, 6);
  });

  it("keeps water and air under any play of its valves", () => {
    const ids = layout.controls.map((c) => c.id);
    const play = fc.array(
      fc.record({
        id: fc.constantFrom(...ids),
        on: fc.boolean(),
        frames: fc.integer({ min: 1, max: 40 }),
      }),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(play, (steps) => {
        const bench = new Played(layout);
        const before = totals(bench.form, bench.state);
        for (const { id, on, frames } of steps) {
          bench.set({ [id]: on });
          bench.until(() => false, frames);
          for (const c of Object.values(bench.state.cells)) {
            expect(c.water).toBeGreaterThanOrEqual(-1e-12);
            expect(c.air).toBeGreaterThanOrEqual(-1e-9);
          }
        }
        const after = totals(bench.form, bench.state);
        expect(Math.abs(after.water - before.water)).toBeLessThan(1e-8);
        expect(Math.abs(after.air - before.air)).toBeLessThan(1e-4);
      }),
      { numRuns: 40 },
    );
  });

  it("has a place for each cell, a line for each control, words without figures that are none", () => {
    const form = layout.form(layout.usual);
    for (const c of form.cells) expect(layout.places[c.id], c.id).toBeDefined();
    for (const c of layout.controls) {
      expect(form.links.map((l) => l.id)).toContain(c.link);
      const drawn = layout.lines[c.link] ?? [];
      const touches = form.links.find((l) => l.id === c.link);
      expect(
        drawn.length > 1 || touches?.wheel !== undefined || touches?.draws !== undefined,
        c.id,
      ).toBe(true);
    }
    expect(JSON.stringify(new Played(layout).words)).not.toMatch(/NaN|Infinity|undefined/);
  });
});

/** Water's own energy of height [J]. */
const height = ({ form, state }: Played): number =>
  form.cells.reduce((sum, c) => {
    const water = state.cells[c.id]?.water ?? 0;
    const share = Math.min(1, water / c.volume);
    return sum + 9810 * water * (c.low + (share * (c.high - c.low)) / 2);
  }, 0);

describe("water", () => {
  it.each(named.filter(([id]) => id !== "heating"))(
    "of %s never rises by itself, whatever valve is opened",
    (_, layout) => {
      const valves = layout.controls.filter((c) => c.kind === "valve").map((c) => c.id);
      const play = fc.array(fc.record({ id: fc.constantFrom(...valves), on: fc.boolean() }), {
        maxLength: 8,
      });
      fc.assert(
        fc.property(play, (steps) => {
          const bench = new Played(layout);
          let before = height(bench);
          for (const { id, on } of steps) {
            bench.set({ [id]: on });
            bench.until(() => false, 20);
            expect(height(bench)).toBeLessThanOrEqual(before + 0.05);
            before = height(bench);
          }
        }),
        { numRuns: 20 },
      );
    },
  );

  it("lets as much air up as runs down: a pipe that was filled from above is under no pressure", () => {
    const bench = new Played(BENCH_LAYOUTS.find((l) => l.id === "lift") as BenchLayout);
    bench.guided(4);
    const pipe = bench.form.cells.find((c) => c.id === "suction");
    const now = bench.state.cells["suction"];
    if (!pipe || !now) throw new Error("a suction pipe");
    expect(now.water / pipe.volume).toBeGreaterThan(0.97);
    expect(Math.abs(airPressure(pipe, now) - ATMOSPHERE)).toBeLessThan(15_000);
  });

  it.each([
    [0.4, 0],
    [0.9, 0.1],
  ])("runs down only from above the hole: of a vessel filled to %d", (fill, runs) => {
    const form: BenchForm = {
      cells: [
        { id: "upper", name: "upper", low: 0, high: 1, volume: 1, fill, open: true },
        { id: "lower", name: "lower", low: -1, high: 0.8, volume: 1, fill: 0 },
      ],
      links: [
        { id: "hole", name: "hole", from: "upper", to: "lower", at: 0.8, passes: 20, wide: true },
      ],
    };
    const after = moveOn(form, startState(form), {}, 120);
    expect(after.cells["lower"]?.water).toBeCloseTo(runs, 2);
    expect(after.cells["upper"]?.water).toBeCloseTo(fill - runs, 2);
  });

  it("that runs away again begins the order anew", () => {
    const bench = new Played(BENCH_LAYOUTS.find((l) => l.id === "tank") as BenchLayout);
    bench.guided();
    expect(bench.words.progress).toBe(bench.layout.order.length);
    bench.set({ recirculation: true });
    bench.until((w) => w.progress === 0);
    expect(bench.words.casingFill).toBeLessThan(0.7);
    expect(bench.words.next?.id).toBe("shut");
  });

  it("stays in a lift that is full, behind its foot valve, when the pump stops", () => {
    const bench = new Played(BENCH_LAYOUTS.find((l) => l.id === "lift") as BenchLayout);
    bench.guided();
    bench.set({ pump: false, discharge: false });
    bench.until(() => false, 2 * MINUTES);
    expect(bench.words.full.is).toBe("yes");
  });
});

/** Wrong orders: what is done after so many steps of the right one, and what it spoils. */
const WRONG: readonly (readonly [
  layout: string,
  after: number,
  wrong: Controls,
  spoils: string,
])[] = [
  ["tank", 0, { pump: true }, "dry"],
  ["tank", 0, { primer: true, stroke: true }, "air-in"],
  ["tank", 3, { hose: true, pump: true }, "diaphragm"],
  ["tank", 4, { pump: true }, "shut-in"],
  ["lift", 1, { pump: true }, "dry"],
  ["lift", 3, { pump: true }, "port-open"],
  ["lift", 2, { discharge: true, pour: true }, "runs-away"],
  ["circuit", 1, { pump: true }, "dry"],
  ["circuit", 1, { vent: false, small: true }, "no-vent"],
  ["circuit", 1, { vent: false, discharge: true, small: true }, "runs-away"],
  ["jet", 0, { pump: true }, "dry"],
  ["jet", 3, { pump: true }, "plug-out"],
  ["dry-set", 0, { engine: true }, "drain-open"],
  ["dry-set", 3, { discharge: false }, "shut-in"],
  ["heating", 0, { supply: true, return: true }, "air-locked"],
  ["heating", 0, { pump: true }, "dry"],
  ["heating", 2, { pump: true }, "shut-in"],
];

describe("a wrong order", () => {
  it.each(WRONG)("of %s after %i steps, %o, spoils it: %s", (id, after, wrong, spoils) => {
    const bench = new Played(BENCH_LAYOUTS.find((l) => l.id === id) as BenchLayout);
    bench.guided(after);
    bench.set(wrong);
    bench.until((w) => w.spoiled.some((s) => s.id === spoils));
    const found = bench.words.spoiled.find((s) => s.id === spoils);
    expect(found?.breaks).toMatch(/\.$/);
    expect(found?.back).toMatch(/\.$/);
  });

  it("of a jet with air in one pipe draws nothing", () => {
    const bench = new Played(BENCH_LAYOUTS.find((l) => l.id === "jet") as BenchLayout);
    bench.set({ regulator: false, plug: true, pour: true });
    // The pipe up fills first; the one down begins only once the casing stands up to its outlet.
    bench.until((w) => w.casingFill > 0.6);
    bench.set({ plug: false, pour: false, pump: true });
    bench.until((w) => w.spoiled.length > 0, 200);
    expect(bench.words.spoiled.map((s) => s.id)).toContain("one-pipe");
  });

  it("is named where pressure stands on what cannot bear it, and where water has no way out", () => {
    const bench = new Played(BENCH_LAYOUTS.find((l) => l.id === "tank") as BenchLayout);
    bench.guided(3);
    expect(bench.words.wayOut.lead).toBe("Only through the primer,");
    bench.set({ stroke: false, pump: true });
    bench.until((w) => w.pressure.is === "no", MINUTES);
    expect(bench.words.pressure.say).toMatch(/primer bears about 30 kPa/);
    bench.set({ primer: false });
    expect(bench.words.wayOut).toMatchObject({ is: "no", lead: "No." });
  });
});

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { OBSERVATION_IDS } from "../case/index.ts";
import { inOrder, matter, type Waiting } from "./matters.ts";

const call = (more: Partial<Waiting> = {}): Waiting => ({
  ...{ kind: "call", due: "today", dueAt: 1000, codes: [], again: false },
  ...{ drift: undefined, begun: false, ...more },
});
const order = (...list: Waiting[]) => inOrder(list, (w) => w).map((w) => list.indexOf(w));

describe("what matters today", () => {
  it("is what can hurt or stand still before what is only late", () => {
    const late = call({ due: "before" });
    const burnt = call({ codes: ["electrical.smell-burnt"], dueAt: 9000 });
    const plain = call();
    expect(order(plain, late, burnt)).toEqual([2, 1, 0]);
    expect(matter(burnt).why).toEqual(["a burnt smell"]);
    expect(matter(call({ due: "before", codes: ["complaint.no-flow"] })).why).toEqual([
      "nothing is pumped",
      "overdue",
    ]);
  });

  it("is by the clock where nothing sets one before another", () => {
    expect(order(call({ dueAt: 3 }), call({ dueAt: 1 }), call({ dueAt: 2 }))).toEqual([1, 2, 0]);
  });

  it("leaves another day after all of today, by its day", () => {
    const worst = call({ due: "later", codes: ["electrical.smell-burnt"], dueAt: 20 });
    const soon = call({ due: "later", dueAt: 10 });
    expect(order(worst, soon, call({ dueAt: 30 }))).toEqual([2, 1, 0]);
  });

  it("knows a pump whose head is to be acted on from one that is to be planned for", () => {
    const of = (drift: number) => matter(call({ drift }));
    expect(of(-4).why).toEqual([]);
    expect(of(-12).why).toEqual(["its head is to be planned for"]);
    expect(of(-16).weight).toBeGreaterThan(of(-12).weight);
  });

  it("loses and doubles nothing, and no reason makes a call wait", () => {
    const any = fc.record({
      kind: fc.constantFrom("call" as const, "round" as const),
      due: fc.constantFrom("before" as const, "today" as const, "later" as const),
      dueAt: fc.integer({ min: 0, max: 50 }),
      codes: fc.subarray([...OBSERVATION_IDS], { maxLength: 4 }),
      ...{ again: fc.boolean(), begun: fc.boolean() },
      drift: fc.option(fc.double({ min: -40, max: 10, noNaN: true }), { nil: undefined }),
    });
    fc.assert(
      fc.property(
        fc.array(any, { maxLength: 12 }),
        fc.constantFrom(...OBSERVATION_IDS),
        (list, code) => {
          const sorted = inOrder(list, (w) => w);
          expect(new Set(sorted)).toEqual(new Set(list));
          expect(sorted).toHaveLength(list.length);
          for (const w of list)
            expect(matter({ ...w, codes: [...w.codes, code] }).weight).toBeGreaterThanOrEqual(
              matter(w).weight,
            );
        },
      ),
    );
  });
});

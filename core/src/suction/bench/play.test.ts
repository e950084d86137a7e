import { describe, expect, it } from "vitest";
import { PROCEDURES } from "../../guide/index.ts";
import { BENCH_LAYOUTS, benchBefore, type OrderStep } from "./index.ts";

const layoutOf = (id: string) => {
  const found = BENCH_LAYOUTS.find((l) => l.id === id);
  if (!found) throw new Error(`no layout ${id}`);
  return found;
};

describe("a bench before a step of its order", () => {
  // What is only waited for may come in the same moment as what it waits on.
  const worked = ({ set }: OrderStep) => Object.keys(set).length > 0;
  const steps = BENCH_LAYOUTS.flatMap((l) =>
    l.order.filter(worked).map((s) => [l.id, s.id] as const),
  );
  it.each(steps)("%s stands before %s, with nothing spoiled on the way", (id, step) => {
    const layout = layoutOf(id);
    const { words } = benchBefore(layout, layout.form(layout.usual), step);
    expect(words.next?.id).toBe(step);
    expect(words.spoiled).toEqual([]);
    expect(words.progress).toBe(layout.order.findIndex((s) => s.id === step));
  });

  it("goes through the whole of it for a step that it has not", () => {
    const layout = layoutOf("lift");
    const { words } = benchBefore(layout, layout.form(layout.usual), "none");
    expect(words.next).toBeUndefined();
    expect(words.full.is).toBe("yes");
  });

  it("every step that a procedure shows on the bench is one of that layout's, in no other order", () => {
    const shown = PROCEDURES.map((p) => p.steps.flatMap((s) => s.bench ?? [])).filter(
      (all) => all.length > 0,
    );
    expect(shown.map(([first]) => first?.layout).toSorted()).toEqual(
      BENCH_LAYOUTS.map((l) => l.id).toSorted(),
    );
    for (const all of shown) {
      const layout = layoutOf(all[0]?.layout ?? "");
      const places = all.map((b) => layout.order.findIndex((s) => s.id === b.step));
      expect(places).not.toContain(-1);
      expect(places).toEqual(places.toSorted((a, b) => a - b));
    }
  });
});

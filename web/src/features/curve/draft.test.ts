import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type Draft, draftOf, emptyTable, ratingOfDraft } from "./draft";
import { type Change, changed, startHistory } from "./history";
import { keptDraft, keepDraft } from "./kept-draft";

const RATING = {
  curve: [
    {
      speed: "2920 rpm",
      diameter: "208 mm",
      grade: "2B",
      points: [
        { flow: "0 m3/h", head: "52 m", power: "5.1 kW" },
        { flow: "60 m3/h", head: "45 m", efficiency: 0.74, npshr: "2.1 m" },
      ],
    },
  ],
};

const draft = (rating: Readonly<Record<string, unknown>> = RATING): Draft =>
  draftOf(rating, "typed", "metric");

describe("a rating as a draft", () => {
  it("comes back as it was", () => {
    expect(ratingOfDraft(draft())).toEqual({ rating: RATING, faults: [] });
  });

  it("keeps the unit a column was written in, and brings mixed ones to one", () => {
    const us = draft({ curve: [{ points: [{ flow: "100 gpm", head: "50 ft" }] }] });
    expect(us.tables[0]?.units).toMatchObject({ flow: "gpm", head: "ft" });
    const mixed = draft({
      curve: [{ points: [{ flow: "1 m3/h" }, { flow: "1000 L/h" }] }],
    });
    expect(mixed.tables[0]?.units["flow"]).toBe("m3/h");
    expect(mixed.tables[0]?.rows.map((r) => r["flow"])).toEqual(["1", "1"]);
  });

  it.each([
    [
      {
        jet: {
          setting: "two-pipe",
          ejector: "E-4",
          points: [{ lift: "20 ft", pressure: "30 psi", flow: "9 gpm" }],
        },
      },
    ],
    [
      {
        positiveDisplacement: {
          points: [{ speed: "400 rpm", viscosity: "60 mm2/s", pressure: "3 bar", flow: "2 m3/h" }],
          npshr: [{ speed: "400 rpm", head: "2 m" }],
        },
      },
    ],
    [{ ratedPoint: { flow: "60 m3/h", head: "45 m", speed: "2920 rpm" } }],
  ])("holds other ratings too: %j", (rating) => {
    expect(ratingOfDraft(draft(rating)).rating).toEqual(rating);
  });

  it("names what cannot be read and keeps the rest", () => {
    const table = {
      ...emptyTable("curve", "t", "metric"),
      head: { speed: "fast", grade: "" },
      rows: [
        { flow: "10", head: "ten", efficiency: "140" },
        { flow: "20 L/s", head: "9,5", efficiency: "" },
      ],
    };
    const { rating, faults } = ratingOfDraft({ tables: [table], point: {}, source: "" });
    expect(faults.map((f) => [f.row, f.key])).toEqual([
      [-1, "speed"],
      [0, "head"],
      [0, "efficiency"],
    ]);
    expect(rating["curve"]).toEqual([
      { points: [{ flow: "10 m3/h" }, { flow: "20 L/s", head: "9,5 m" }] },
    ]);
  });

  it("keeps the point on the plate, alone or beside a curve", () => {
    const point = { flow: "60 m3/h", head: "45 m" };
    expect(ratingOfDraft({ ...draft(), point }).rating).toEqual({ ...RATING, ratedPoint: point });
    const empty = { tables: [emptyTable("curve", "t", "metric")], point, source: "" };
    expect(ratingOfDraft(empty).rating).toEqual({ ratedPoint: point });
  });
});

const step = fc.oneof(
  fc.record({
    do: fc.constant("cell" as const),
    table: fc.constant("curve-0"),
    row: fc.integer({ min: 0, max: 3 }),
    key: fc.constantFrom("flow", "head"),
    text: fc.string({ maxLength: 3 }),
  }),
  fc.record({ do: fc.constant("add-row" as const), table: fc.constant("curve-0") }),
  fc.record({
    do: fc.constant("remove-row" as const),
    table: fc.constant("curve-0"),
    row: fc.integer({ min: 0, max: 2 }),
  }),
  fc.record({
    do: fc.constant("head" as const),
    table: fc.constant("curve-0"),
    key: fc.constant("speed"),
    text: fc.string({ maxLength: 4 }),
  }),
);

describe("undo", () => {
  it("takes everything back to the start, and redo brings it all again", () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 25 }), (steps) => {
        const start = startHistory(draft());
        const end = (steps as Change[]).reduce(changed, start);
        let back = end;
        while (back.past.length > 0) back = changed(back, { do: "undo" });
        expect(back.now).toEqual(start.now);
        let again = back;
        while (again.future.length > 0) again = changed(again, { do: "redo" });
        expect(again.now).toEqual(end.now);
      }),
    );
  });

  it("takes letters typed in one cell as one step, and other cells as others", () => {
    const cell = (row: number, text: string): Change => ({
      do: "cell",
      table: "curve-0",
      row,
      key: "head",
      text,
    });
    const typed = [cell(0, "5"), cell(0, "53"), cell(1, "4")].reduce(
      changed,
      startHistory(draft()),
    );
    const once = changed(typed, { do: "undo" });
    expect(once.now.tables[0]?.rows[0]?.["head"]).toBe("53");
    expect(changed(once, { do: "undo" }).now).toEqual(draft());
  });
});

describe("a kept draft", () => {
  const store = new Map<string, string>();
  Object.assign(globalThis, {
    localStorage: {
      getItem: (k: string) => store.get(k) ?? null,
      setItem: (k: string, v: string) => void store.set(k, v),
      removeItem: (k: string) => void store.delete(k),
    },
  });

  it("comes back only for the rating it began from", () => {
    keepDraft("p", "a", draft());
    expect(keptDraft("p", "a")).toEqual(draft());
    expect(keptDraft("p", "b")).toBeUndefined();
  });

  it("is left alone when it is of an older kind or no draft at all", () => {
    for (const text of ["{", "7", '{"basedOn":"a","draft":{"sheets":[]}}']) {
      store.set("yard-curve-p", text);
      expect(keptDraft("p", "a")).toBeUndefined();
    }
  });
});

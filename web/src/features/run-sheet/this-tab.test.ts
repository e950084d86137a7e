import type { SheetId } from "@yard-tack/core/case";
import type { SheetEntry } from "@yard-tack/core/visit";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { faultOf, isOld, joined, remember, withKnown } from "./this-tab";

const entry = (id: string, order: number | null = null) => ({ id, order }) as unknown as SheetEntry;
const dated = (at: string, order: number | null) => ({ ...entry("a", order), at });
const sheet = (id: string) => id as SheetId;

describe("what this tab knows of a sheet", () => {
  it("is there again when an old page of it is brought back, in the server's order", () => {
    const served = [entry("a", 1)];
    remember(sheet("s"), [entry("a", 1), entry("b", 2), entry("c")]);
    expect(withKnown(sheet("s"), served)).toEqual([entry("a", 1), entry("b", 2), entry("c")]);
    expect(withKnown(sheet("other"), served)).toBe(served);
  });

  it("joins two lists without losing, doubling or forgetting an order", () => {
    const list = fc.uniqueArray(
      fc.record({ id: fc.integer({ max: 9, min: 0 }), sent: fc.boolean() }),
      { selector: (e) => e.id },
    );
    fc.assert(
      fc.property(list, list, (one, other) => {
        const of = (l: typeof one) => l.map((e) => entry(String(e.id), e.sent ? e.id : null));
        const both = joined(of(one), of(other));
        const ids = [...one, ...other].map((e) => String(e.id));
        expect(new Set(both.map((e) => e.id))).toEqual(new Set(ids));
        expect(both).toHaveLength(new Set(ids).size);
        for (const e of both) {
          const sent = [...one, ...other].some((x) => String(x.id) === String(e.id) && x.sent);
          expect(e.order).toBe(sent ? Number(e.id) : null);
        }
      }),
    );
    const same = [entry("a", 1)];
    expect(joined(same, [entry("a")])).toBe(same);
  });

  it("has the time that the server gave to what a wrong clock dated ahead, whichever list it comes in", () => {
    const here = dated("2026-03-15T09:00:00.000Z", null);
    const served = dated("2026-03-02T11:00:00.000Z", 4);
    expect(joined([here], [served])).toEqual([served]);
    expect(joined([served], [here])).toEqual([served]);
    expect(joined([{ ...here, order: 4 }], [served])).toEqual([served]);
    const list = [served];
    expect(joined(list, [{ ...here, order: 4 }])).toBe(list);
  });

  it("forgets the sheet that was not looked at longest", () => {
    for (let i = 0; i < 25; i++) remember(sheet(`many-${i}`), [entry("x", 1)]);
    expect(withKnown(sheet("many-0"), [])).toEqual([]);
    expect(withKnown(sheet("many-24"), [])).toHaveLength(1);
  });

  it("takes no page that is brought back for a clock that is wrong", () => {
    const at = "2026-03-02T10:00:00.000Z";
    const came = Date.parse(at);
    expect(isOld(at)).toBe(false);
    expect(faultOf(at, came + 1000)).toBe(0);
    expect(isOld(at)).toBe(true);
    expect(faultOf(at, came + 3_600_000)).toBe(0);
    // A clock that was wrong when the page came stays wrong by as much.
    const other = "2026-03-02T11:00:00.000Z";
    expect(faultOf(other, Date.parse("2019-01-01T00:00:00Z"))).toBeGreaterThan(2e11);
  });
});

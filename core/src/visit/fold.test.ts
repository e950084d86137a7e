import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { entry, note, reading, uuid } from "../../testing/visit.ts";
import { entryKey, foldEntries, noted, notedText, notesOf, readingKey } from "./fold.ts";
import type { SheetEntry } from "./entries.ts";

const FLOW = readingKey("as found", "flow");
const flowOf = (entries: readonly SheetEntry[]) => foldEntries(entries).readings.get(FLOW)?.raw;
const flow = (n: number, raw: string, more: object = {}) => reading(n, raw, "flow", more);
const replaces = (n: number) => ({ supersedes: uuid(n) });

describe("what counts of a visit", () => {
  it("is what nothing replaces, and what was taken back is gone", () => {
    expect(flowOf([flow(1, "30 m3/h"), flow(2, "31 m3/h", replaces(1))])).toBe("31 m3/h");
    expect(flowOf([flow(1, "30 m3/h"), flow(2, "", replaces(1))])).toBeUndefined();
    const state = foldEntries([flow(1, "30 m3/h"), flow(2, "", replaces(1))]);
    expect(state.heads.get(entryKey(flow(2, "")))).toBe(uuid(2));
  });

  it("does not ask a clock: a device nine minutes slow still corrects", () => {
    const before = flow(1, "30 m3/h", { at: "2026-11-25T08:09:00.000Z" });
    const slow = { at: "2026-11-25T08:00:00.000Z", order: null };
    const corrected = flow(2, "32 m3/h", { ...slow, ...replaces(1) });
    expect(flowOf([before, corrected])).toBe("32 m3/h");
    // Neither names the other: what the server got first, whatever the clocks say.
    expect(flowOf([before, flow(2, "32 m3/h", slow)])).toBe("30 m3/h");
    expect(flowOf([flow(5, "32 m3/h", { at: slow.at }), before])).toBe("30 m3/h");
  });

  it("is in dispute where two devices read one strip differently, until one reading stands for both", () => {
    const [a, b] = [flow(1, "30 m3/h"), flow(2, "32 m3/h", { personId: uuid(7) })];
    const rivals = (list: readonly SheetEntry[]) =>
      foldEntries(list)
        .rivals.get(FLOW)
        ?.map((r) => r.raw);
    expect(rivals([a])).toBeUndefined();
    expect(rivals([b, a])).toEqual(["30 m3/h", "32 m3/h"]);
    // The same figure in other words is no dispute.
    expect(rivals([a, flow(2, "30.0 m3/h")])).toBeUndefined();
    // One that was taken back is none, and does not take the other away.
    expect(rivals([a, flow(2, "", replaces(9))])).toBeUndefined();
    expect(flowOf([flow(1, "", replaces(9)), flow(2, "32 m3/h")])).toBe("32 m3/h");
    // Whoever chooses says it over each of them.
    const chosen = [flow(3, "32 m3/h", replaces(1)), flow(4, "32 m3/h", replaces(2))];
    expect(rivals([a, b, ...chosen])).toBeUndefined();
    expect(flowOf([a, b, ...chosen])).toBe("32 m3/h");
    // Both are open then, and what comes next replaces both.
    expect(foldEntries([a, b, ...chosen]).open.get(entryKey(a))).toEqual([uuid(3), uuid(4)]);
    expect(foldEntries([a]).open.size).toBe(0);
    expect(rivals([a, b, chosen[0] ?? a])).toBeUndefined();
    expect(flowOf([a, b, chosen[0] ?? a])).toBe("32 m3/h");
  });

  it("keeps the order of eight corrections that a jump of the clock gave one time", () => {
    const at = "2026-11-25T08:00:00.000Z";
    const chain = Array.from({ length: 8 }, (_, i) =>
      flow(8 - i, `${30 + i} m3/h`, { at, order: null, ...(i > 0 ? replaces(9 - i) : {}) }),
    );
    fc.assert(
      fc.property(fc.shuffledSubarray(chain, { minLength: 8 }), (list) => {
        expect(flowOf(list)).toBe("37 m3/h");
      }),
    );
  });

  it("takes the first acknowledgement, and a test back", () => {
    const acknowledged = (n: number) =>
      entry(n, { kind: "acknowledgement", caution: "lockout", personId: uuid(n) });
    const { acknowledged: found } = foldEntries([acknowledged(2), acknowledged(1)]);
    expect(found.get("lockout")?.personId).toBe(uuid(1));
    const outcome = (n: number, o: string | null) =>
      entry(n, { kind: "test", test: "gauge-zero", outcome: o });
    expect(foldEntries([outcome(1, "both-zero"), outcome(2, null)]).outcomes.size).toBe(0);
  });

  it("finds notes by what they are about", () => {
    const state = foldEntries([
      note(1, { topic: "dead", check: "l1-l2", value: "live" }),
      note(2, { topic: "dead", check: "l1-l2", value: "dead" }),
      note(3, { topic: "dead", check: "before", value: "shown" }),
      note(4, { topic: "tag", value: "AB12-CD34" }),
      note(5, { topic: "tag", value: null }, { supersedes: uuid(4) }),
    ]);
    expect(notedText(state, { topic: "dead", check: "l1-l2" })).toBe("dead");
    expect(notesOf(state, "dead").map((n) => n.note.check)).toEqual(["l1-l2", "before"]);
    expect(noted(state, { topic: "tag" })).toBeUndefined();
  });

  it("survives a chain that runs in a circle", () => {
    expect(flowOf([flow(1, "1 m3/h", replaces(2)), flow(2, "2 m3/h", replaces(1))])).toBe("2 m3/h");
  });
});

/** An entry of a few things, some replacing an earlier one, some sent and some not. */
const drawn = fc
  .array(
    fc.record({
      slot: fc.constantFrom("flow", "speed"),
      value: fc.integer({ min: 0, max: 9 }),
      before: fc.option(fc.nat(20)),
      sent: fc.boolean(),
      minute: fc.nat(59),
    }),
    { minLength: 1, maxLength: 14 },
  )
  .map((list) =>
    list.map(({ slot, value, before, sent, minute }, i) =>
      reading(i + 1, value === 0 ? "" : `${value} ${slot === "flow" ? "m3/h" : "rpm"}`, slot, {
        at: `2026-11-25T08:${String(minute).padStart(2, "0")}:00.000Z`,
        // What is not sent yet was made after all that is.
        order: sent ? i + 1 : null,
        supersedes: before !== null && before < i ? uuid(before + 1) : null,
      }),
    ),
  );

/** The same by plain words: of the readings of a slot that none of them replaces or took back, the first one sent, else made. */
function fromScratch(entries: readonly SheetEntry[], slot: string): string | undefined {
  const mine = entries.filter((e) => e.kind === "reading" && e.slot === slot);
  const open = mine.filter((e) => !mine.some((other) => other.supersedes === e.id));
  const told = open.flatMap((e) => (e.kind === "reading" && e.raw !== "" ? [e] : []));
  const sent = told.filter((e) => e.order !== null);
  const [first] = sent.toSorted((a, b) => (a.order ?? 0) - (b.order ?? 0));
  return (first ?? told[0])?.raw;
}

describe("the fold", () => {
  it("equals a reading from scratch, however often entries come and in whatever order", () => {
    fc.assert(
      fc.property(drawn, fc.infiniteStream(fc.nat()), (entries, dice) => {
        const sent = entries.filter((e) => e.order !== null);
        const unsent = entries.filter((e) => e.order === null);
        const jumbled = [...sent, ...sent]
          .map((e) => [dice.next().value ?? 0, e] as const)
          .sort(([a], [b]) => a - b)
          .map(([, e]) => e);
        // What this device made keeps its own order; the rest comes as it comes.
        const state = foldEntries([...unsent, ...jumbled, ...unsent]);
        for (const slot of ["flow", "speed"]) {
          expect(state.readings.get(readingKey("as found", slot))?.raw).toBe(
            fromScratch(entries, slot),
          );
        }
      }),
    );
  });
});

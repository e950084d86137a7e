import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { readCase } from "@yard-tack/core/case";
import type { PumpDto } from "@/features/yard";
import { caseOfSheet, gaugePlaces } from "./case-of-sheet";
import type { SheetEntry } from "./entries";
import { pumpForTests } from "./pump-for-tests";
import { foldEntries, withTyping } from "./sheet-state";

const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, "0")}`;
const at = (n: number) => new Date(Date.UTC(2026, 10, 25, 8, 0, n)).toISOString();

function reading(
  n: number,
  raw: string,
  slot = "suctionPressure",
  si: number | null = 1,
): SheetEntry {
  return {
    kind: "reading",
    id: id(n),
    personId: id(999),
    at: at(n),
    snapshot: "as found",
    slot,
    raw,
    unit: "bar",
    si,
    fault: null,
    reason: null,
    supersedes: null,
  };
}

const seen = (n: number, state: "present" | "absent" | "not-looked"): SheetEntry => ({
  kind: "observation",
  id: id(n),
  personId: id(999),
  at: at(n),
  observation: "noise.gravel",
  state,
});

const note = (n: number, key: string, text: string): SheetEntry => ({
  kind: "note",
  id: id(n),
  personId: id(999),
  at: at(n),
  key,
  text,
});

const outcome = (n: number, test: string, how: string): SheetEntry => ({
  kind: "test",
  id: id(n),
  personId: id(999),
  at: at(n),
  test,
  outcome: how,
});

describe("sheet state", () => {
  it("takes the newest reading of a slot and forgets one taken back", () => {
    const state = foldEntries([reading(1, "1 bar"), reading(2, "2 bar")]);
    expect(state.readings.get("as found/suctionPressure")?.raw).toBe("2 bar");
    expect(foldEntries([reading(1, "1 bar"), reading(2, "")]).readings.size).toBe(0);
  });

  it("does not care in which order or how often entries arrive", () => {
    const entries = [
      reading(1, "1 bar"),
      reading(2, "2 bar"),
      reading(3, "3 bar", "flow"),
      seen(4, "present"),
      seen(5, "absent"),
    ];
    const reference = foldEntries(entries);
    fc.assert(
      fc.property(fc.shuffledSubarray([...entries, ...entries], { minLength: 10 }), (list) => {
        const again = foldEntries(list);
        expect([...again.readings.values()].map((r) => r.id).sort()).toEqual(
          [...reference.readings.values()].map((r) => r.id).sort(),
        );
        expect(again.observations).toEqual(reference.observations);
      }),
    );
  });

  it("keeps the first acknowledgement of a caution", () => {
    const ack = (n: number): SheetEntry => ({
      kind: "acknowledgement",
      id: id(n),
      personId: id(n),
      at: at(n),
      caution: "lockout",
    });
    expect(foldEntries([ack(2), ack(1)]).acknowledged.get("lockout")?.personId).toBe(id(1));
  });

  it("takes a test back", () => {
    const outcome = (n: number, o: string | null): SheetEntry => ({
      kind: "test",
      id: id(n),
      personId: id(1),
      at: at(n),
      test: "gauge-zero",
      outcome: o,
    });
    expect(foldEntries([outcome(1, "both-zero"), outcome(2, null)]).outcomes.size).toBe(0);
  });
});

describe("sheet as a case", () => {
  it("is a valid case with the readings as typed", () => {
    const state = foldEntries([
      reading(1, "-6.2 inHg"),
      reading(2, "4.32 bar", "dischargePressure"),
      reading(3, "21.1 A", "amps.0"),
      reading(4, "21.3 A", "amps.2"),
      seen(5, "present"),
    ]);
    const json = caseOfSheet(pumpForTests, ["complaint.low-flow"], state);
    const file = readCase(json);
    expect(file.ok ? [] : file.error).toEqual([]);
    expect(json["snapshots"]).toMatchObject([
      {
        suctionPressure: "-6.2 inHg",
        amps: ["21.1 A", null, "21.3 A"],
        suctionGaugeHeight: "0.2 m",
      },
    ]);
    expect(json["observations"]).toMatchObject({ present: ["noise.gravel", "complaint.low-flow"] });
  });

  it("leaves out a text that is no reading, and the readings after the repair", () => {
    const after: SheetEntry = {
      ...(reading(3, "0.1 bar") as Extract<SheetEntry, { kind: "reading" }>),
      snapshot: "after",
    };
    const json = caseOfSheet(
      pumpForTests,
      [],
      foldEntries([reading(1, "3 A", "suctionPressure", null), after]),
    );
    // The day of the visit is there all the same: this pump's history is reckoned from it.
    expect(json["snapshots"]).toEqual([
      { label: "as found", valve: "as-found", time: pumpForTests.loadedAt },
    ]);
  });

  it("takes a complaint code back when it was looked for and not there", () => {
    const state = foldEntries([seen(1, "absent")]);
    const json = caseOfSheet(pumpForTests, ["noise.gravel"], state);
    expect(json["observations"]).toEqual({ present: [], absent: ["noise.gravel"] });
  });

  it("takes the ends of a swing and every repeat, each with its unit", () => {
    const state = foldEntries([
      reading(1, "4.1 to 4.3; 4.2 bar", "dischargePressure"),
      reading(2, "-6 to -7 inHg"),
    ]);
    const json = caseOfSheet(pumpForTests, [], state);
    expect(json["snapshots"]).toMatchObject([
      {
        dischargePressure: ["4.1 bar", "4.3 bar", "4.2 bar"],
        suctionPressure: ["-6 inHg", "-7 inHg"],
      },
    ]);
    expect(readCase(json).ok).toBe(true);
  });

  it("takes off what a gauge showed at rest, in its own unit and digits", () => {
    const state = foldEntries([
      reading(1, "4.32 bar", "dischargePressure"),
      reading(2, "9 inHg vac"),
      note(3, "zero.discharge-gauge", "0.12 bar"),
      note(4, "zero.suction-gauge", "-1 inHg"),
    ]);
    expect(caseOfSheet(pumpForTests, [], state)["snapshots"]).toMatchObject([
      { dischargePressure: "4.20 bar", suctionPressure: "-8 inHg" },
    ]);
  });

  it("follows the gauge that was screwed in, and how this visit found it to hang", () => {
    const van = {
      ...pumpForTests.instruments[0],
      id: "van",
      travels: true,
      kind: "gauge",
      percent: 0.6,
      range: ["0 bar", "10 bar"],
      zero: null,
    } as PumpDto["instruments"][number];
    const pump = { ...pumpForTests, instruments: [...pumpForTests.instruments, van] };
    const state = foldEntries([
      reading(1, "4.32 bar", "dischargePressure"),
      note(2, "with.discharge", "van"),
      note(3, "gauge.discharge-gauge.height", "0.8 m"),
      note(4, "gauge.discharge-gauge.line", "empty"),
    ]);
    expect(caseOfSheet(pump, [], state)["snapshots"]).toMatchObject([
      {
        dischargeGaugeHeight: "0.8 m",
        dischargeLine: "empty",
        gaugeClass: { discharge: { percent: 0.6, range: ["0 bar", "10 bar"] } },
      },
    ]);
  });

  it("carries what a test measured, and what was read after it as a snapshot of its own", () => {
    const of = (n: number, slot: string, raw: string): SheetEntry =>
      ({ ...reading(n, raw, slot), snapshot: "test:clean-strainer-reread" }) as SheetEntry;
    const state = foldEntries([
      of(1, "before.suctionPressure", "-0.3 bar"),
      of(2, "after.suctionPressure", "-0.1 bar"),
      { ...of(3, "suction", "0.02 bar"), snapshot: "test:gauge-zero" } as SheetEntry,
      outcome(4, "clean-strainer-reread", "improved"),
      outcome(5, "gauge-zero", "both-zero"),
    ]);
    const json = caseOfSheet(pumpForTests, [], state);
    expect(json["tests"]).toEqual([
      { test: "clean-strainer-reread", outcome: "improved", after: "after clean-strainer-reread" },
      { test: "gauge-zero", outcome: "both-zero", readings: { suction: "0.02 bar" } },
    ]);
    expect((json["snapshots"] as { label: string }[]).map((s) => s.label)).toEqual([
      "as found",
      "after clean-strainer-reread",
    ]);
    expect(readCase(json).ok).toBe(true);
  });

  it("says how the gauges hang without a reading", () => {
    expect(
      readCase({ ...pumpForTests.base, snapshots: [gaugePlaces(pumpForTests, new Map())] }).ok,
    ).toBe(true);
  });
});

describe("what is being typed", () => {
  it("stands in the case before it is kept, and only there", () => {
    const state = foldEntries([reading(1, "1 bar")]);
    const typing = withTyping(state, new Map([["as found/suctionPressure", "-6.2 inHg"]]));
    expect(caseOfSheet(pumpForTests, [], typing)["snapshots"]).toMatchObject([
      { suctionPressure: "-6.2 inHg" },
    ]);
    expect(state.readings.get("as found/suctionPressure")?.raw).toBe("1 bar");
  });
});

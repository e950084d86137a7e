import { describe, expect, it } from "vitest";
import { exampleJson } from "../../testing/cases.ts";
import { PUMP, reading, note, entry, uuid } from "../../testing/visit.ts";
import { POSITIONS, readCase, type WrittenCase } from "../case/index.ts";
import { caseOfVisit, foldEntries } from "../visit/index.ts";
import { linesOf } from "./lines.ts";
import { pointsOf } from "./points.ts";
import { causeFound, type ClosingWords, leftBehind, readRecord, signedResult } from "./record.ts";

const CLOSING: ClosingWords = {
  closed: "as it should be",
  found: "Sound.",
  done: "",
  proof: "",
  was: null,
};
const METERED = [
  reading(1, "-0.02 bar", "suctionPressure"),
  reading(2, "4.1 bar", "dischargePressure"),
  reading(3, "55 m3/h", "flow"),
  reading(4, "2930 rpm", "speed"),
];
const AFTER = { snapshot: "after" } as const;
const MENDED = [
  reading(11, "-0.01 bar", "suctionPressure", AFTER),
  reading(12, "4.3 bar", "dischargePressure", AFTER),
  reading(13, "58 m3/h", "flow", AFTER),
];
const caseOf = (entries: typeof METERED): WrittenCase =>
  caseOfVisit(PUMP, foldEntries(entries), undefined, POSITIONS);

describe("what a visit leaves", () => {
  it("has the head and the flow that its readings give, as found and after", () => {
    const { points, record } = leftBehind(caseOf([...METERED, ...MENDED]), CLOSING, {}, null);
    expect(points.map((p) => p.snapshot)).toEqual(["as found", "after"]);
    const [found] = points;
    expect(found?.flow.value).toBeCloseTo(55 / 3600, 6);
    // 4.12 bar and half a metre between the gauges, by hand.
    expect(found?.head.value).toBeGreaterThan(41);
    expect(found?.head.value).toBeLessThan(43.5);
    expect(found?.head.u).toBeGreaterThan(0.1);
    expect(record.snapshots.map((s) => s.label)).toEqual(["as found", "after"]);
  });

  it("makes no point of a flow that is only read off the curve", () => {
    const unmetered = METERED.filter((e) => e.kind === "reading" && e.slot !== "flow");
    expect(leftBehind(caseOf(unmetered), CLOSING, {}, null).points).toEqual([]);
    const example = readCase({ ...exampleJson(), snapshots: [] });
    expect(example.ok && pointsOf(example.value)).toEqual([]);
  });

  it("offers as a fingerprint the pump as it ran sound, never the fault that was found", () => {
    const of = (closed: ClosingWords["closed"], entries: typeof METERED) =>
      leftBehind(caseOf(entries), { ...CLOSING, closed }, {}, null).fingerprint;
    expect(of("as it should be", METERED).map((s) => s.label)).toEqual(["as found"]);
    expect(of("cured", [...METERED, ...MENDED])).toMatchObject([
      { label: "as found", flow: "58 m3/h" },
    ]);
    expect(of("cured", METERED)).toEqual([]);
    expect(of("referred", METERED)).toEqual([]);
    expect(of("as it should be", [])).toEqual([]);
  });

  it("keeps the whole result with the versions that made it, and the verdict in words", () => {
    const written = caseOf(METERED);
    const signed = signedResult(written, "metric");
    const { record } = leftBehind(written, { ...CLOSING, was: "worn-rings" }, {}, signed);
    expect(record.engine).toBe(signed?.result.engine);
    expect(record.verdict?.claim.length).toBeGreaterThan(3);
    expect(record.causes[0]?.id).toBe(signed?.result.causes[0]?.id);
    expect(causeFound(record)).toBe("worn-rings");
    expect(causeFound({ ...record, was: "healthy" })).toBeNull();
    expect(readRecord(JSON.parse(JSON.stringify(record)))).toEqual(record);
  });

  it("is read back from before there were versions, and from ruins", () => {
    const old = readRecord({ closed: "cured", found: "Weed.", cause: "suction-restriction" });
    expect(old).toMatchObject({ version: 1, closed: "cured", was: null, readings: [] });
    expect(causeFound(old)).toBe("suction-restriction");
    const snapshots = [{ label: "as found", flow: "52 m3/h" }];
    expect(
      readRecord({ found: "Weed.", closed: 7, constructor: "x", seen: [null], snapshots }),
    ).toMatchObject({ unreadable: true, found: "Weed.", seen: [], snapshots });
    expect(readRecord(null).unreadable).toBe(false);
  });
});

describe("lines for a reader", () => {
  const lines = linesOf({
    facts: PUMP.view.facts,
    instruments: PUMP.instruments,
    units: "metric",
    people: { [uuid(999)]: "Technician" },
    pictures: [],
    entries: [
      ...METERED,
      reading(5, "56 m3/h", "flow", { supersedes: uuid(3) }),
      reading(6, "0.9 bar vac", "peak", { snapshot: "test:vacuum-plate" }),
      note(7, { topic: "dead", check: "l1-l2", value: "dead" }),
      note(8, { topic: "plate", plate: "motor", field: "current", value: "9.1 A" }),
      note(9, { topic: "unreadable", plate: "body", field: "serial", value: "yes" }),
      note(10, { topic: "words", about: "look", value: "rag in the pit" }),
      note(11, { topic: "stop", stop: "phase-lost", value: "yes" }),
      entry(12, { kind: "acknowledgement", caution: "lockout" }),
    ],
  });

  it("name each reading as its strip does, and keep the corrected one apart", () => {
    expect(lines.readings.find((r) => r.raw === "56 m3/h")).toMatchObject({
      name: "Flow",
      snapshot: "as found",
      by: "Technician",
    });
    expect(lines.readings).toContainEqual(
      expect.objectContaining({
        name: "Highest vacuum",
        snapshot: "Draw a vacuum against a plate",
      }),
    );
    expect(lines.superseded.map((r) => r.raw)).toEqual(["55 m3/h"]);
  });

  it("say who proved and acknowledged what, and name plates and Stops", () => {
    expect(lines.words).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ name: "L1 to L2", text: "dead", by: "Technician" }),
        { name: "Motor plate, full-load current", text: "9.1 A" },
        { name: "Body plate, serial number", text: "could not be read" },
        { name: "Also seen or heard", text: "rag in the pit" },
        expect.objectContaining({ name: "Stop: phase lost" }),
      ]),
    );
    expect(lines.cautions).toMatchObject([{ by: "Technician" }]);
    expect(lines.upTo).toBe(12);
  });
});

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { CAPTURES } from "../procedure/captures/index.ts";
import { slotsAt, SNAPSHOT_LABELS, testOfSnapshot } from "../case/index.ts";
import { reading, uuid } from "../../testing/visit.ts";
import { readEntries, readEntry } from "./entries.ts";
import { noteKey } from "./fold.ts";

const COMMON = {
  version: 2,
  id: uuid(1),
  personId: uuid(2),
  at: "2026-11-25T08:00:00.000Z",
  supersedes: null,
  order: null,
};
const READING = {
  ...COMMON,
  kind: "reading",
  snapshot: "as found",
  slot: "flow",
  raw: "36 m3/h",
  unit: "m3/h",
  si: 0.01,
  fault: null,
  reason: null,
};
const NOTE = { ...COMMON, kind: "note" };
const MEASURE = {
  ...COMMON,
  ...{ kind: "measure", run: uuid(7), step: "first", round: 0, slot: "drops" },
  ...{ dimension: "leakage", raw: "18 drops/min", unit: "drops/min", si: 18 / 60 / 20e6 },
  ...{ fault: null, reason: null },
};

const why = (json: unknown): string => {
  const read = readEntry(json);
  return read.ok ? "" : read.error;
};

describe("an entry from outside", () => {
  it("is let in when every id is known and its figure is what its text says", () => {
    expect(why(READING)).toBe("");
    expect(why({ ...READING, raw: "", unit: null, si: null })).toBe("");
    expect(why(MEASURE)).toBe("");
    const lock = { topic: "locked", person: COMMON.personId, value: "yes" };
    expect(why({ ...NOTE, note: lock })).toBe("");
    expect(why({ ...READING, raw: "3 A", unit: null, si: null, fault: "wrong-dimension" })).toBe(
      "",
    );
  });

  it.each([
    ["a figure its text does not say", { ...READING, raw: "3.6 m3/h" }, "not what its text says"],
    ["another unit than its text", { ...READING, unit: "psi" }, "not what its text says"],
    ["a figure for a text that is none", { ...READING, raw: "3 A" }, "not what its text says"],
    ["a unit nobody knows", { ...READING, raw: "3 parsec", unit: "parsec" }, "not what its text"],
    ["an absurd figure", { ...READING, si: -1e300 }, "not what its text says"],
    ["no number", { ...READING, si: Number.NaN }, "no entry"],
    ["a strip that is not there", { ...READING, slot: "flaw" }, "no strip “flaw”"],
    ["a strip of the prototype", { ...READING, slot: "constructor" }, "no strip “constructor”"],
    ["a strip of a test elsewhere", { ...READING, slot: "peak" }, "no strip “peak”"],
    ["a position that is not there", { ...READING, snapshot: "ajar" }, "“ajar”"],
    ["a text too long", { ...READING, raw: "x".repeat(401), si: null }, "longer than 400"],
    ["a NUL", { ...READING, raw: "3\u0000 m3/h", si: null }, "cannot be stored"],
    ["half a character", { ...READING, reason: "\ud800" }, "cannot be stored"],
    ["a date for a text", { ...READING, raw: new Date() }, "no entry"],
    ["a map", { ...READING, raw: new Map() }, "no entry"],
    ["a time that is none", { ...READING, at: "yesterday" }, "no time"],
    [
      "an observation nobody knows",
      { ...COMMON, kind: "observation", observation: "noise.gravle", state: "present" },
      "“noise.gravle”",
    ],
    ["a test nobody knows", { ...COMMON, kind: "test", test: "shake", outcome: null }, "“shake”"],
    [
      "an outcome of another test",
      { ...COMMON, kind: "test", test: "gauge-zero", outcome: "improved" },
      "no outcome of that test",
    ],
    ["a caution nobody knows", { ...COMMON, kind: "acknowledgement", caution: "x" }, "“x”"],
    ["a note of a topic that is none", { ...NOTE, note: { topic: "constructor", value: "x" } }, ""],
    ["a note about no check", { ...NOTE, note: { topic: "dead", check: "l9", value: null } }, "l9"],
    [
      "a value of a procedure that its text does not say",
      { ...MEASURE, si: 1 },
      "not what its text says",
    ],
    ["a value of no dimension", { ...MEASURE, dimension: "mood" }, "“mood”"],
    ["a step of a name that is none", { ...MEASURE, step: "../x" }, "no such place"],
    [
      "a procedure that is none",
      { ...COMMON, kind: "procedure", run: uuid(7), form: { id: "x" }, from: null },
      "not understood",
    ],
    [
      "another's lock taken off",
      { ...NOTE, note: { topic: "locked", person: uuid(88), value: null } },
      "Only whoever hung a lock",
    ],
    ["a version of tomorrow", { ...READING, version: 3 }, "newer version"],
    ["nothing", null, "no entry"],
    ["a list", [], "no entry"],
  ])("is refused with a reason for %s", (_, json, words) => {
    const read = readEntry(json);
    expect(read.ok).toBe(false);
    expect(read.ok ? "" : read.error).toContain(words);
  });

  it("names what it could not read among many, and reads the rest", () => {
    const { entries, unread } = readEntries([READING, { ...READING, id: uuid(3), slot: "flaw" }]);
    expect(entries).toHaveLength(1);
    expect(unread).toEqual([
      { id: uuid(3), kind: "reading", text: "36 m3/h", reason: "There is no strip “flaw” there." },
    ]);
  });

  it("never throws, whatever comes", () => {
    fc.assert(
      fc.property(fc.anything(), fc.dictionary(fc.string(), fc.anything()), (a, b) => {
        expect(typeof readEntry(a).ok).toBe("boolean");
        expect(typeof readEntry({ ...READING, ...b }).ok).toBe("boolean");
        expect(typeof readEntry({ ...NOTE, note: b }).ok).toBe("boolean");
      }),
    );
  });
});

describe("an entry of the first version", () => {
  const first = (body: object) => {
    const { version: _v, order: _o, supersedes: _s, ...common } = COMMON;
    return readEntry({ ...common, ...body });
  };
  const { version: _, order: _o, ...old } = READING;

  it("is carried forward", () => {
    expect(readEntry(old)).toMatchObject({ ok: true, value: { version: 2, order: null } });
    const seen = first({ kind: "observation", observation: "noise.gravel", state: "absent" });
    expect(seen).toMatchObject({ ok: true, value: { supersedes: null } });
  });

  it.each([
    ["call.changed", "new pump", "words/call"],
    ["look", "rag in the pit", "words/look"],
    ["test.gauge-zero", "cock stiff", "test-words/gauge-zero"],
    ["noafter.provoke", "by ear only", "no-after/provoke"],
    ["isolation.locked", "locked", "locked"],
    ["isolation.by", "A. Person", "isolated-by"],
    ["dead.l1-l2", "dead", "dead/l1-l2"],
    ["plate.motor.current", "9.1 A", "plate/motor/current"],
    ["unread.body.serial", "yes", "unreadable/body/serial"],
    [`gauge.suction-of-${uuid(7)}.height`, "0.5 m", `gauge/suction-of-${uuid(7)}/height`],
    [`zero.${uuid(7)}`, "0.02 bar", `zero/${uuid(7)}`],
    ["with.suction", uuid(7), "read-with/suction"],
    ["volts.between", "lines", "volts-between"],
    ["stop.phase-lost", "yes", "stop/phase-lost"],
    ["tag", "AB12-CD34", "tag"],
    ["opened", "yes", "opened"],
    [`gone.${uuid(7)}`, "turned", `picture-gone/${uuid(7)}`],
  ])("has its note %s known by what it is about", (key, text, about) => {
    const read = first({ kind: "note", key, text });
    if (!read.ok || read.value.kind !== "note") throw new Error(read.ok ? "no note" : read.error);
    expect(noteKey(read.value.note)).toBe(about);
    expect(read.value.note.value).not.toBeNull();
    const back = first({ kind: "note", key, text: "" });
    expect(back).toMatchObject({ ok: true, value: { note: { value: null } } });
  });

  it("with a key that means nothing is refused, the key of a prototype too", () => {
    for (const key of ["constructor", "__proto__", "nonsense.key", ""])
      expect(first({ kind: "note", key, text: "x" }).ok).toBe(false);
  });
});

describe("strips", () => {
  it("of each test are those its captures show, with what they measure", () => {
    for (const capture of CAPTURES) {
      const shown = capture.groups
        .flatMap((g) => g.fields)
        .map((f) => [f.slot, f.dimension] as const);
      expect(Object.fromEntries(shown), capture.test).toEqual(slotsAt(`test:${capture.test}`));
    }
    const tests = SNAPSHOT_LABELS.flatMap((s) => testOfSnapshot(s) ?? []);
    expect(tests.sort()).toEqual(CAPTURES.map((c) => c.test).sort());
  });

  it("take a swing for its mean", () => {
    expect(reading(1, "4.1 to 4.3 bar", "dischargePressure")).toMatchObject({ si: 420_000 });
  });
});

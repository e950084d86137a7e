/**
 * Entries as each version wrote them. They lie on devices that were offline for a season and in every database: what is
 * recorded here is never changed, and a new version adds its own list.
 */
import { describe, expect, it } from "vitest";
import { readEntries, readEntry } from "./entries.ts";
import { ENTRY_VERSION } from "./entry-versions.ts";
import { entryKey, foldEntries } from "./fold.ts";

const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, "0")}`;

const FIRST_BASE = { personId: uuid(900), at: "2026-01-05T08:00:00.000Z" };
const first = (id: number, kind: string, body: object) => ({
  ...{ id: uuid(id), kind, ...FIRST_BASE },
  ...body,
});

const SECOND_BASE = { version: 2, supersedes: null, order: null };
const second = (id: number, kind: string, body: object) => ({
  ...first(id, kind, body),
  ...{ ...SECOND_BASE, ...body },
});
const noted = (id: number, note: object) => second(id, "note", { note });

const FORM = {
  ...{ id: "two-looks", edition: 3, name: "Two looks", why: "One is not enough.", minutes: 5 },
  steps: [
    {
      ...{ id: "look", what: "Look at the gland.", why: "A dry one rubs.", acts: ["gland"] },
      fields: [
        {
          ...{ slot: "drops", name: "Drops", dimension: "leakage" },
          ...{ metric: ["drops/min"], us: ["drops/min"], by: "drops" },
        },
      ],
      asks: [
        {
          ...{ id: "hot", name: "Is it hot?" },
          options: [
            { id: "yes", name: "Hot" },
            { id: "no", name: "Not hot" },
          ],
        },
      ],
    },
    { id: "again", what: "Look again.", why: "It settles.", wait: 600, touched: "tightened" },
  ],
};
const IN_RUN = { run: uuid(700), step: "look", round: 0 };
const FLOW = {
  ...{ snapshot: "as found", slot: "flow", raw: "36 m3/h", unit: "m3/h", si: 0.01 },
  ...{ fault: null, reason: null },
};

const RECORDED: Readonly<Record<number, readonly object[]>> = {
  1: [
    first(1, "reading", { ...FLOW, supersedes: null }),
    first(2, "reading", { ...FLOW, supersedes: uuid(1), raw: "", unit: null, si: null }),
    first(3, "reading", { ...FLOW, supersedes: uuid(2), raw: "72 m3/h", si: 0.02 }),
    first(4, "observation", { observation: "noise.gravel", state: "present" }),
    first(5, "acknowledgement", { caution: "lockout" }),
    first(6, "test", { test: "two-direction", outcome: "reverse-better" }),
    first(7, "note", { key: "plate.motor.current", text: "9.1 A" }),
    first(8, "note", { key: "isolation.locked", text: "locked" }),
    first(9, "note", { key: "call.changed", text: "a new pump" }),
    first(10, "note", { key: `gauge.suction-of-${uuid(7)}.height`, text: "0.5 m" }),
  ],
  2: [
    second(1, "reading", FLOW),
    second(2, "reading", { ...FLOW, supersedes: uuid(1), raw: "72 m3/h", si: 0.02 }),
    second(3, "observation", { observation: "noise.gravel", state: "absent" }),
    second(4, "observation", { observation: "noise.hum", state: "not-looked" }),
    second(5, "acknowledgement", { caution: "lockout" }),
    second(6, "test", { test: "two-direction", outcome: "reverse-better" }),
    second(7, "test", { test: "gauge-zero", outcome: null }),
    noted(10, { topic: "words", about: "prove", value: "runs quietly" }),
    noted(11, { topic: "test-words", test: "gauge-zero", value: "cock stiff" }),
    noted(12, { topic: "no-after", test: "provoke", value: "by ear only" }),
    noted(13, { topic: "locked", value: "yes" }),
    noted(14, { topic: "locked", person: uuid(900), value: "yes" }),
    noted(15, { topic: "isolated-by", value: "A. Person" }),
    noted(16, { topic: "dead", check: "l1-l2", value: "dead" }),
    noted(17, { topic: "plate", plate: "motor", field: "current", value: "9.1 A" }),
    noted(18, { topic: "unreadable", plate: "body", field: "serial", value: "yes" }),
    noted(19, {
      topic: "gauge",
      instrument: `suction-of-${uuid(7)}`,
      fact: "height",
      value: "1 m",
    }),
    noted(20, { topic: "zero", instrument: uuid(7), value: "0.02 bar" }),
    noted(21, { topic: "read-with", side: "suction", value: uuid(7) }),
    noted(22, { topic: "volts-between", value: "lines" }),
    noted(23, { topic: "stop", stop: "phase-lost", value: "yes" }),
    noted(24, { topic: "tag", value: "AB12-CD34" }),
    noted(25, { topic: "triage", part: "suction/strainer", value: "in-order" }),
    noted(26, { topic: "needle", value: "0:00 -0.6\n1:00 -0.5" }),
    noted(27, { topic: "halving", part: "4", value: "holds" }),
    noted(28, { topic: "hours-run", value: "8 420" }),
    noted(29, { topic: "used", part: "a packing set", value: "yes" }),
    noted(30, { topic: "time-used", value: "1 h 20" }),
    noted(31, { topic: "run-ended", run: uuid(700), value: "done" }),
    noted(32, { topic: "opened", value: "yes" }),
    noted(33, { topic: "picture-gone", picture: uuid(60), value: "turned" }),
    second(40, "procedure", { run: uuid(700), form: FORM, from: "gland-leak" }),
    second(41, "step", { ...IN_RUN, what: { is: "begun", value: "yes" } }),
    second(42, "step", { ...IN_RUN, what: { is: "answer", ask: "hot", value: "no" } }),
    second(43, "step", { ...IN_RUN, what: { is: "failed", value: "the nut turns with it" } }),
    second(44, "step", { ...IN_RUN, what: { is: "done", value: "yes" } }),
    second(45, "measure", {
      ...{ ...IN_RUN, slot: "drops", dimension: "leakage", raw: "18 drops/min" },
      ...{ unit: "drops/min", si: 18 / 60 / 20e6, fault: null, reason: null },
    }),
  ],
};

const VERSIONS = Object.keys(RECORDED).map(Number);

describe("entries of every version", () => {
  it("are recorded here, up to the one in use", () => {
    expect(VERSIONS).toEqual(Array.from({ length: ENTRY_VERSION }, (_, i) => i + 1));
  });

  it.each(VERSIONS)("version %i: each is read, in the present form, and says what it said", (v) => {
    for (const json of RECORDED[v] ?? []) {
      const read = readEntry(json);
      expect(read.ok ? "" : read.error, JSON.stringify(json)).toBe("");
      if (!read.ok) continue;
      expect(read.value.version).toBe(ENTRY_VERSION);
      const { id, personId, at, kind } = json as Record<string, unknown>;
      expect(read.value).toMatchObject({ id, personId, at, kind });
      // Once more from its present form, as it is sent and stored: nothing is lost by it.
      expect(readEntry(JSON.parse(JSON.stringify(read.value)))).toEqual(read);
    }
  });

  it("of the last version are of every kind, and of every topic that can be noted", () => {
    const read = readEntries(RECORDED[ENTRY_VERSION] ?? []).entries;
    expect(new Set(read.map((e) => e.kind)).size).toBe(8);
    const topics = new Set(read.flatMap((e) => (e.kind === "note" ? [e.note.topic] : [])));
    expect(topics.size).toBe(23);
  });

  it("make the sheet that they made", () => {
    const [one, two] = [1, 2].map((v) => foldEntries(readEntries(RECORDED[v] ?? []).entries));
    for (const state of [one, two]) {
      expect(state?.readings.get("as found/flow")).toMatchObject({ raw: "72 m3/h", si: 0.02 });
      expect(state?.outcomes.get("two-direction")?.outcome).toBe("reverse-better");
      expect(state?.acknowledged.has("lockout")).toBe(true);
      expect(state?.notes.get("plate/motor/current")?.note.value).toBe("9.1 A");
      expect(state?.rivals.size).toBe(0);
    }
    expect(one?.notes.size).toBe(4);
    expect(two?.observations).toEqual(new Map([["noise.gravel", "absent"]]));
    expect(two?.notes.get("locked")).toBeDefined();
    const run = two?.runs.get(uuid(700));
    expect(run?.form).toEqual(FORM);
    expect([...(run?.said.keys() ?? [])]).toEqual([
      ...["look/0/begun", "look/0/?hot", "look/0/failed", "look/0/done"],
    ]);
    expect(run?.values.get("look/0/drops")?.raw).toBe("18 drops/min");
  });

  it("that stand for another know it by the same key in every version", () => {
    for (const list of Object.values(RECORDED)) {
      const { entries } = readEntries(list);
      const byId = new Map(entries.map((e) => [e.id, e]));
      for (const e of entries) {
        const before = e.supersedes === null ? undefined : byId.get(e.supersedes);
        if (before) expect(entryKey(before)).toBe(entryKey(e));
      }
    }
  });
});

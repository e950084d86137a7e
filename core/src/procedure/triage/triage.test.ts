import { describe, expect, it } from "vitest";
import { CAUSE_IDS, FAMILIES } from "../../case/index.ts";
import { observationRow } from "../../diagnosis/index.ts";
import { factsFor } from "../../../testing/facts.ts";
import { entry, note } from "../../../testing/visit.ts";
import { foldEntries } from "../../visit/index.ts";
import { TRIAGE_LISTS, triageAnswers, triageListsFor, triageOrder } from "./order.ts";
import { TRIAGE_PARTS } from "./parts.ts";

const SET = factsFor({ family: "dry-priming", drive: { kind: "engine" } });
const list = (id: string) => {
  const found = TRIAGE_LISTS.find((l) => l.id === id);
  if (!found) throw new Error(id);
  return found;
};
const causes = (known: Readonly<Record<string, number>>) => {
  const rest = 1 - Object.values(known).reduce((a, b) => a + b, 0);
  const others = CAUSE_IDS.filter((id) => known[id] === undefined);
  return CAUSE_IDS.map((id) => ({ id, probability: known[id] ?? rest / others.length }));
};
const order = (
  id: string,
  known: Readonly<Record<string, number>>,
  answers: readonly (readonly [string, "found" | "in-order"])[] = [],
  pump = SET,
) => triageOrder(list(id), { pump, causes: causes(known), answers: new Map(answers) });

describe("the table of parts", () => {
  it("has for every cause of every list, on every family, parts that make up the whole of it", () => {
    for (const { causes: named } of TRIAGE_LISTS)
      for (const cause of named)
        for (const family of FAMILIES) {
          const parts = TRIAGE_PARTS.filter(
            (p) => p.cause === cause && (p.families?.includes(family) ?? true),
          );
          // A gear pump, a sump and a borehole have no primer to be at fault.
          if (parts.length === 0)
            expect([cause, family]).toEqual([
              "priming-device-fault",
              expect.stringMatching(/^(sump|borehole|positive-displacement|inline-circulator)$/),
            ]);
          else
            expect(
              parts.reduce((sum, p) => sum + p.share, 0),
              `${cause} ${family}`,
            ).toBeCloseTo(1, 9);
        }
  });
  it("names chips that there are, and each part once", () => {
    for (const p of TRIAGE_PARTS)
      if (p.observation) expect(observationRow(p.observation)).toBeDefined();
    expect(new Set(TRIAGE_PARTS.map((p) => p.id)).size).toBe(TRIAGE_PARTS.length);
  });
});

describe("the order", () => {
  it("is by what a look tells per minute, and the parts' chances sum to the cause's", () => {
    const looks = order("will-not-prime", { "priming-device-fault": 0.6, "suction-air-leak": 0.3 });
    const perMinute = looks.map((l) => l.bits / l.minutes);
    expect(perMinute).toEqual(perMinute.toSorted((a, b) => b - a));
    const sum = looks
      .filter((l) => l.cause === "priming-device-fault")
      .reduce((s, l) => s + l.probability, 0);
    expect(sum).toBeCloseTo(0.6, 6);
    // The clear hose is looked at in a minute; the nozzle is likelier, and takes six.
    const place = (id: string) => looks.findIndex((l) => l.id === id);
    expect(place("priming-device-fault/clear-hose")).toBeLessThan(
      place("priming-device-fault/nozzle"),
    );
  });

  it("is another one after each answer: what is in order goes to the end, the rest moves up", () => {
    const known = { "priming-device-fault": 0.6, "suction-air-leak": 0.3 };
    const before = order("will-not-prime", known);
    const [first] = before;
    const after = order("will-not-prime", known, [[first?.id ?? "", "in-order"]]);
    expect(after.at(-1)?.id).toBe(first?.id);
    const chance = (looks: typeof before, id: string) =>
      looks.find((l) => l.id === id)?.probability ?? 0;
    for (const l of before.slice(1))
      if (l.cause === first?.cause) expect(chance(after, l.id)).toBeGreaterThan(l.probability);
  });

  it("takes a find that is no chip at its word, but for what a look mistakes", () => {
    const known = { "priming-device-fault": 0.4, "suction-air-leak": 0.4 };
    const id = "priming-device-fault/check-valve";
    const found = order("will-not-prime", known, [[id, "found"]]).find((l) => l.id === id);
    expect(found?.probability).toBeGreaterThan(0.4);
    expect(found?.probability).toBeLessThan(0.95);
  });

  it("lets an answer that is no chip speak against its cause as well", () => {
    const known = { "not-primed": 0.4, "suction-air-leak": 0.4 };
    const pump = factsFor({ family: "end-suction", installation: "lift", motor: { phases: 3 } });
    const sum = (answers: readonly (readonly [string, "in-order"])[]) =>
      order("delivers-nothing", known, answers, pump)
        .filter((l) => l.cause === "not-primed")
        .reduce((s, l) => s + l.probability, 0);
    expect(sum([["not-primed/not-filled", "in-order"]])).toBeLessThan(0.25);
    expect(sum([])).toBeCloseTo(0.4, 6);
  });

  it("is opened by the complaint, on the pumps it is for, and brings each look's cautions", () => {
    expect(triageListsFor(SET, ["complaint.slow-prime"]).map((l) => l.id)).toEqual([
      "will-not-prime",
    ]);
    expect(triageListsFor(SET, ["complaint.low-flow"]).map((l) => l.id)).toEqual([
      "primed-not-pumping",
      "high-vacuum",
    ]);
    const pump = factsFor({ family: "end-suction", motor: { phases: 3 } });
    expect(triageListsFor(pump, ["complaint.low-flow"])).toEqual([]);
    const looks = order("delivers-nothing", { "suction-restriction": 0.9 }, [], pump);
    expect(looks.find((l) => l.id === "suction-restriction/strainer")?.cautions).toContain(
      "opening",
    );
  });
});

it("takes its answers from chips where a part is one, and from notes where it is none", () => {
  const state = foldEntries([
    entry(1, { kind: "observation", observation: "priming.clear-hose-fouled", state: "absent" }),
    note(2, { topic: "triage", part: "priming-device-fault/check-valve", value: "found" }),
    note(3, { topic: "triage", part: "priming-device-fault/clear-hose", value: "found" }),
  ]);
  expect([...triageAnswers(state)]).toEqual([
    ["priming-device-fault/clear-hose", "in-order"],
    ["priming-device-fault/check-valve", "found"],
  ]);
});

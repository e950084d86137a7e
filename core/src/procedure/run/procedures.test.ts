/** Every procedure, gone through by a made-up hand on every pump it is for. */
import { describe, expect, it } from "vitest";
import { FAMILIES } from "../../case/index.ts";
import { procedureForm, PROCEDURES, type Condition, type Procedure } from "../../guide/index.ts";
import { Hand, procedureOf } from "../../../testing/run.ts";
import { factsFor } from "../../../testing/facts.ts";
import { captureOf } from "../captures/index.ts";
import { NAMED, offered, runNow, type StepNow, WORKED_NAMES } from "./index.ts";

const NAMES = PROCEDURES.map((p) => [p.id, p] as const);
const FACT_NAMES = [
  ...["family", "installation", "driver", "seal", "packed", "twin", "closed-loop", "reversible"],
  ...["may-shut", "shaft-seen", "control"],
];

/** Every condition in a procedure, the inner ones too. */
function conditionsOf(form: Procedure): Condition[] {
  const found: Condition[] = [];
  const visit = (node: unknown): void => {
    if (Array.isArray(node)) node.forEach(visit);
    else if (typeof node === "object" && node !== null) {
      if (["read", "asked", "computed", "fact"].some((key) => key in node))
        found.push(node as Condition);
      Object.values(node).forEach(visit);
    }
  };
  visit(form);
  return found;
}

describe("the data", () => {
  it.each(NAMES)("%s is in order, and names only what there is", (_, form) => {
    expect(procedureForm.safeParse(form).error?.issues).toBeUndefined();
    const asks = form.steps.flatMap((s) => s.asks ?? []);
    const slots = form.steps.flatMap((s) => (s.fields ?? []).map((f) => f.slot));
    const worked = (name: string) =>
      WORKED_NAMES.includes(name) || captureOf(name.replace(/^(reads|proves)-/, "")) !== undefined;
    for (const c of conditionsOf(form)) {
      if ("computed" in c) expect(worked(c.computed), c.computed).toBe(true);
      if ("fact" in c) expect(FACT_NAMES).toContain(c.fact);
      if ("read" in c) expect(slots).toContain(c.read);
      if ("asked" in c) {
        const ask = asks.find((a) => a.id === c.asked);
        for (const is of c.is) expect(ask?.options.map((o) => o.id)).toContain(is);
      }
    }
    for (const name of form.steps.flatMap((s) => s.shows ?? []))
      expect(worked(name), name).toBe(true);
    for (const said of JSON.stringify(form).matchAll(/\{([a-z-]+)\}/g))
      expect(worked(said[1] ?? "")).toBe(true);
    expect(new Set(asks.map((a) => a.id)).size, "one question, one id").toBe(asks.length);
    for (const s of form.steps)
      if (s.waitFrom) expect(s.asks?.map((a) => a.id)).toContain(s.waitFrom);
  });

  it("reads again after whatever was tightened, cleaned, vented or swapped, itself or in what has to follow", () => {
    for (const form of PROCEDURES) {
      const then = form.then === undefined ? [] : procedureOf(form.then).steps;
      form.steps.forEach((s, i) => {
        if (!s.touched) return;
        const after = [...form.steps.slice(i + 1), ...then];
        expect(
          after.some((a) => (a.fields ?? []).some((f) => !f.optional)) ||
            after.some((a) => (a.rules ?? []).some((r) => "any" in r.needs)),
          `${form.id}, ${s.id}`,
        ).toBe(true);
      });
    }
  });

  it("names for causes and tests procedures that there are", () => {
    for (const id of NAMED) expect(PROCEDURES.map((p) => p.id)).toContain(id);
  });

  it("never says that something is safe, and speaks in short sentences", () => {
    for (const form of PROCEDURES) {
      expect(JSON.stringify(form)).not.toMatch(/\bsafe(ly)?\b/i);
      for (const s of form.steps)
        for (const sentence of `${s.what} ${s.why}`.split(/(?<=[.?!:;]) /))
          expect(sentence.length, sentence).toBeLessThan(150);
    }
  });
});

/** What a hand reads, by dimension; a row for a step that wants something else. */
const USUAL: Readonly<Record<string, readonly [value: number, unit: string]>> = {
  ...{ pressure: [3, "bar"], length: [10, "mm"], flow: [50, "m3/h"], temperature: [20, "degC"] },
  ...{ current: [8, "A"], voltage: [400, "V"], resistance: [120, "Mohm"], speed: [1450, "rpm"] },
  ...{ time: [30, "s"], leakage: [18, "drops/min"] },
};
const SPECIAL: Readonly<Record<string, readonly [value: number, unit: string]>> = {
  ...{
    "pack-gland/casing": [0, "bar"],
    "pack-gland/bore": [55, "mm"],
    "pack-gland/shaft": [35, "mm"],
  },
  ...{ "run-in-gland/bore": [55, "mm"], "run-in-gland/shaft": [35, "mm"] },
  ...{ "mechanical-seal/drops": [0, "drops/min"], "sump-cycles/onLevel": [900, "mm"] },
  ...{ "seal-water/suction": [0.5, "bar"], "seal-water/fed": [4, "bar"] },
  ...{ "two-directions/forward": [3, "bar"], "two-directions/reverse": [1.2, "bar"] },
  ...{ "two-directions/throwForward": [2, "m"], "two-directions/throwReverse": [0.8, "m"] },
  ...{ "fill-circuit/charge": [1, "bar"], "fill-circuit/filled": [1.4, "bar"] },
  ...{
    "windings/cable": [0.1, "ohm"],
    "windings/ohms.0": [2, "ohm"],
    "windings/ohms.1": [2, "ohm"],
  },
  ...{ "windings/ohms.2": [2, "ohm"], "vacuum-plate-halving/peak": [-0.85, "bar"] },
  ...{ "vacuum-plate-halving/fallTo": [-0.84, "bar"], "prime-dry-set/vacuum": [-0.8, "bar"] },
  ...{ "prime-foot-valve/fall": [2, "mm"], "prime-two-pipe-jet/fall": [2, "mm"] },
};
/** Answers that are not the first of their list. */
const ANSWERS: Readonly<Record<string, string>> = {
  "stop-keep-prime/backwards": "no",
  "tighten-read-again/marked": "no",
  "run-in-gland/turn": "again",
  "vacuum-plate-halving/half": "none",
};

function fill(hand: Hand, step: StepNow): void {
  const { form } = hand;
  for (const f of step.form.fields ?? []) {
    const [value, unit] = SPECIAL[`${form.id}/${f.slot}`] ??
      USUAL[f.dimension] ?? [1, f.metric[0] ?? ""];
    hand.read(step.step, f.slot, value, unit, step.round);
  }
  for (const a of step.form.asks ?? [])
    hand.answer(
      step.step,
      a.id,
      ANSWERS[`${form.id}/${a.id}`] ?? a.options[0]?.id ?? "",
      step.round,
    );
  if (step.wait && step.form.waitFrom === undefined) hand.mark(step.step, "begun", step.round);
  if (step.wait) hand.pass(Math.ceil(step.wait.seconds / 60) + 1);
}

/** A pump that a procedure is certainly for. */
const PUMP_OF: Readonly<Record<string, object>> = {
  ...{
    "fit-card": { family: "inline-circulator" },
    "change-over": { family: "inline-circulator", variant: "twin-head" },
  },
  ...{ "replace-circulator": { family: "inline-circulator", variant: "twin-head" } },
  "fill-circuit": { family: "inline-circulator" },
};
const THREE = { motor: { phases: 3 } };
const pumpsFor = (form: Procedure) =>
  [
    ...(PUMP_OF[form.id] ? [PUMP_OF[form.id] as object] : []),
    ...FAMILIES.map((family) => ({ family })),
    ...FAMILIES.map((family) => ({ family, installation: "lift" })),
    ...FAMILIES.map((family) => ({ family, seal: { kind: "packed" } })),
    ...FAMILIES.map((family) => ({ family, drive: { kind: "engine" } })),
  ]
    .map((pump) => factsFor({ ...("drive" in pump ? {} : THREE), ...pump }))
    .filter((facts) => {
      const hand = new Hand(form, facts);
      return offered(hand.running()).some((o) => o.procedure.id === form.id);
    });

describe("gone through", () => {
  it.each(NAMES)("%s: ends, step by step, on every kind of pump it is offered for", (_, form) => {
    const pumps = pumpsFor(form);
    expect(pumps.length).toBeGreaterThan(0);
    for (const pump of pumps) {
      const hand = new Hand(form, pump);
      for (let tries = 0; ; tries++) {
        const now = runNow(hand.running());
        if (now.done || !now.at) break;
        if (tries > 60)
          throw new Error(`${pump.family} hangs at ${now.at.step}: ${now.at.missing.join(" ")}`);
        const { at } = now;
        for (const caution of at.waiting) hand.add({ kind: "acknowledgement", caution });
        fill(hand, at);
        hand.mark(at.step, "done", at.round);
      }
    }
  });

  it.each(NAMES)(
    "%s: each value and each answer that is missing keeps its step open, and is named",
    (_, form) => {
      const pump = pumpsFor(form)[0];
      const hand = new Hand(form, pump);
      let looked = 0;
      for (let tries = 0; tries < 60; tries++) {
        const now = runNow(hand.running());
        if (!now.at) break;
        const { at } = now;
        for (const caution of at.waiting) hand.add({ kind: "acknowledgement", caution });
        // Marked done with nothing noted: it counts as not done, and what follows stays ahead.
        hand.mark(at.step, "done", at.round);
        const early = runNow(hand.running());
        const [still] = early.steps.filter((s) => s.step === at.step && s.round === at.round);
        for (const f of at.form.fields ?? [])
          if (
            !f.optional &&
            at.scope.valueAt({ step: at.step, round: at.round }, f.slot) === undefined
          ) {
            expect(still?.missing.join(" ")).toContain(f.name);
            looked++;
          }
        for (const a of at.form.asks ?? []) {
          expect(still?.missing.join(" ")).toContain(a.name);
          looked++;
        }
        if ((still?.missing.length ?? 0) > 0) {
          expect(still).toMatchObject({ state: "open", undone: true });
          const after = early.steps.slice(early.steps.indexOf(still as StepNow) + 1);
          expect(after.every((s) => s.state === "ahead")).toBe(true);
        }
        fill(hand, at);
        hand.mark(at.step, "done", at.round);
      }
      expect(runNow(hand.running()).done).toBe(true);
      expect(looked).toBeGreaterThan(0);
    },
  );
});

import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../../testing/cases.ts";
import { situationOf } from "../../visit/index.ts";
import { diagnose } from "../index.ts";
import { SOUND } from "./condition.ts";
import { emptyState, operate } from "./operating-state.ts";
import { prepare, settingOf } from "./preparation.ts";
import { modelOf } from "./pump-model.ts";
import { flowOnSystem } from "./system-flow.ts";

type Json = Record<string, unknown>;

function prepared(change: Json = {}) {
  const situation = situationOf(caseFrom({ ...pumpJson("LF-2"), snapshots: [{}], ...change }));
  const [snapshot] = situation.snapshots;
  if (!snapshot) throw new Error("one snapshot");
  return prepare(situation, snapshot, modelOf(situation), false);
}

describe("a pump on its system", () => {
  const p = prepared();
  const under = (change: object) => settingOf(p, { ...SOUND, ...change }, { flow: 1, head: 1 });

  it("stands where head and system agree", () => {
    if (p.flowPrior.kind !== "system") throw new Error("a system");
    const [curve] = p.flowPrior.curves;
    if (!curve) throw new Error("one curve");
    const q = flowOnSystem(under({}), p.flowPrior);
    const state = emptyState();
    operate(under({}), q, state);
    const asked = curve.staticHead + Math.exp(curve.logK) * q * q;
    expect(Math.abs(state.head / asked - 1)).toBeLessThan(0.002);
  });

  it("delivers less the worse it is, and nothing when it moves nothing", () => {
    const flows = [0, 0.2, 0.4].map((leak) => flowOnSystem(under({ leak }), p.flowPrior));
    expect(flows[1]).toBeLessThan(flows[0] ?? 0);
    expect(flows[2]).toBeLessThan(flows[1] ?? 0);
    const dead = { head: 0, headSpread: 0, power: 0, powerSpread: 0, vacuum: 1, vacuumSpread: 0 };
    expect(flowOnSystem(under({ dead: { ...dead, dribble: 0 } }), p.flowPrior)).toBe(0);
  });

  it("is tried at several static heads where nobody stated one", () => {
    const open = prepared({ discharge: undefined });
    if (open.flowPrior.kind !== "system") throw new Error("a system");
    const { curves } = open.flowPrior;
    expect(curves.length).toBeGreaterThan(1);
    expect(curves.reduce((sum, c) => sum + c.weight, 0)).toBeCloseTo(1, 12);
    // All go through the duty.
    const [one, two] = curves.map((c) => c.staticHead + Math.exp(c.logK) * (62 / 3600) ** 2);
    expect(one).toBeCloseTo(two ?? 0, 6);
  });
});

describe("far more flow than the duty, with no static head stated", () => {
  it("is no sound pump on its system, whatever that head is", () => {
    const { causes } = diagnose(
      caseFrom({
        ...pumpJson("LF-2"),
        discharge: undefined,
        snapshots: [
          { flow: "86 m3/h", suctionPressure: "0.05 bar", dischargePressure: "3.45 bar" },
        ],
      }),
    );
    const p = (id: string) => causes.find((c) => c.id === id)?.probability ?? 0;
    expect(causes[0]?.id).toBe("over-run");
    expect(p("healthy")).toBeLessThan(0.05);
  });
});

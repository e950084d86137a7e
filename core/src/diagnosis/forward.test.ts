import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { caseFrom, exampleJson } from "../../testing/cases.ts";
import { situationOf } from "../visit/index.ts";
import { CAUSES, causeRow } from "./causes.ts";
import { type Condition, SOUND } from "./condition.ts";
import { emptyState, operate, type OperatingState, type Setting } from "./operating-state.ts";
import { pumpModel } from "./pump-model.ts";

const { curve } = situationOf(caseFrom(exampleJson()));
if (!curve) throw new Error("the example has a curve");
const pump = pumpModel(curve);

function at(condition: Partial<Condition>, flow = pump.bestFlow * 0.8): OperatingState {
  const setting: Setting = {
    pump,
    condition: { ...SOUND, ...condition },
    speedRatio: condition.speed ?? 1,
    ownFlow: 1,
    ownHead: 1,
    suction: { still: 11, loss: 0.6, referenceFlow: pump.bestFlow, measured: false },
  };
  const out = emptyState();
  operate(setting, flow, out);
  return out;
}

const sound = at({});

describe("forward models", () => {
  it.each(CAUSES.map((c) => c.id))("%s at severity 0 is the healthy pump", (id) => {
    const zero = { ...SOUND, ...causeRow(id)?.condition(0) };
    const state = at(zero);
    expect(state.head).toBeCloseTo(sound.head, 1);
    expect(state.suctionLoss).toBeCloseTo(sound.suctionLoss, 6);
    expect(state.power).toBeCloseTo(sound.power, -1);
    expect(zero.flowLost).toBe(0);
    expect(zero.suctionOffset + zero.dischargeOffset).toBe(0);
  });

  it.each([
    ["worn-rings", "head", -1],
    ["impeller-worn", "head", -1],
    ["impeller-clogged", "head", -1],
    ["low-speed", "head", -1],
    ["suction-air-leak", "head", -1],
    ["wrong-rotation", "head", -1],
    ["suction-restriction", "suctionLoss", 1],
    ["impeller-worn", "power", -1],
    ["low-speed", "power", -1],
    ["worn-rings", "power", 1],
  ] as const)("%s moves %s one way with its size", (id, key, sign) => {
    const row = causeRow(id);
    const values = (row?.severities ?? []).map(([s]) => at(row?.condition(s) ?? {})[key]);
    for (let i = 1; i < values.length; i++) {
      expect(sign * ((values[i] ?? 0) - (values[i - 1] ?? 0)), `${id} ${i}`).toBeGreaterThan(0);
    }
    expect(sign * ((values[0] ?? 0) - sound[key])).toBeGreaterThan(0);
  });

  it("leave shut-off head alone when the wheel is clogged, and lower it when it is worn", () => {
    expect(at({ innerLoss: 0.7 }, 0).head).toBeCloseTo(at({}, 0).head, 6);
    expect(at(causeRow("impeller-worn")?.condition(0.1) ?? {}, 0).head).toBeLessThan(
      at({}, 0).head * 0.85,
    );
  });

  it("shift the curve of worn rings to the left, by less the nearer to the end", () => {
    const lost = (flow: number) => at({}, flow).head - at({ leak: 0.3 }, flow).head;
    expect(lost(pump.bestFlow)).toBeGreaterThan(lost(0));
  });

  it("never make energy: power in is above power out, at any flow", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1.2, noNaN: true }),
        fc.constantFrom(...CAUSES),
        fc.nat(5),
        (share, row, k) => {
          const [severity = 0] = row.severities[k % row.severities.length] ?? [];
          const s = at(row.condition(severity), share * pump.bestFlow);
          expect(s.power).toBeGreaterThan(0);
          // Water power of the flow through the wheel at the delivered head.
          expect(s.power).toBeGreaterThan(999 * 9.80665 * s.flow * s.head * 0.999);
          expect(s.head).toBeGreaterThanOrEqual(0);
        },
      ),
    );
  });

  it("lose 3 % of head where NPSH available equals required", () => {
    const condition = { vapour: "may" } as const;
    const wet = at(condition);
    expect(wet.head / sound.head).toBeGreaterThan(0.999);
    const setting: Setting = {
      pump,
      condition: { ...SOUND, ...condition },
      speedRatio: 1,
      ownFlow: 1,
      ownHead: 1,
      suction: { still: sound.npshr, loss: 0, referenceFlow: 1, measured: false },
    };
    const out = emptyState();
    operate(setting, sound.flow, out);
    expect(out.head / sound.head).toBeCloseTo(0.97, 2);
  });
});

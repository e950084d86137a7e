import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { caseFrom, exampleJson, pumpJson } from "../../../testing/cases.ts";
import { type CauseId } from "../../case/index.ts";
import { displacementFlow } from "../../displacement/index.ts";
import { velocityHead } from "../../hydraulics/index.ts";
import { jetFlow } from "../../jet/index.ts";
import { GRAVITY } from "../../quantity/index.ts";
import { situationOf } from "../../visit/index.ts";
import { CAUSES, causeRow } from "../tables/causes/index.ts";
import { asViscous, type Condition, SOUND } from "./condition.ts";
import {
  emptyState,
  headUnder,
  operate,
  type OperatingState,
  type Setting,
} from "./operating-state.ts";
import { curveModel, modelOf } from "./pump-model.ts";

const { curve } = situationOf(caseFrom(exampleJson()));
if (!curve) throw new Error("the example has a curve");
const pump = curveModel(curve);

function settingFor(condition: Partial<Condition>): Setting {
  return {
    pump,
    condition: { ...SOUND, ...condition },
    speedRatio: (condition.speed ?? 1) * (1 - (condition.slow ?? 0)),
    meantSpeed: 1,
    speedDoubt: 0,
    npshShift: 0,
    ownFlow: 1,
    ownHead: 1,
    shut: false,
    suction: {
      still: 11,
      loss: 0.6,
      referenceFlow: pump.bestFlow,
      exponent: 2,
      measured: false,
      levelRead: false,
      doubt: 0.4,
    },
  };
}

function at(condition: Partial<Condition>, flow = pump.bestFlow * 0.8): OperatingState {
  const out = emptyState();
  operate(settingFor(condition), flow, out);
  return out;
}

const sound = at({});

/** What a cause moves in the state at an equal flow, with the direction from severity 0 on. */
const MOVES: readonly (readonly [CauseId, keyof OperatingState, 1 | -1])[] = [
  ["worn-rings", "head", -1],
  ["worn-rings", "power", 1],
  ["check-valve-passing", "head", -1],
  ["check-valve-passing", "innerFlow", 1],
  ["impeller-worn", "head", -1],
  ["impeller-worn", "power", -1],
  ["impeller-clogged", "head", -1],
  ["low-speed", "head", -1],
  ["low-speed", "power", -1],
  ["suction-air-leak", "head", -1],
  ["vortexing", "head", -1],
  ["air-trap", "power", -1],
  ["suction-layout", "head", -1],
  ["viscous-liquid", "head", -1],
  ["viscous-liquid", "power", 1],
  ["viscous-liquid", "suctionLoss", 1],
  ["wrong-rotation", "head", -1],
  ["wrong-impeller-or-curve", "head", 1],
  ["suction-restriction", "suctionLoss", 1],
  ["suction-restriction", "npsha", -1],
  ["mechanical-drag", "power", 1],
];

describe("forward models", () => {
  it.each(CAUSES.map((c) => c.id))("%s at severity 0 is the healthy pump", (id) => {
    const state = at(causeRow(id).condition(id === "viscous-liquid" ? 1 : 0));
    expect(state).toEqual(sound);
  });

  it.each(MOVES)("%s moves %s one way with its size", (id, key, sign) => {
    const row = causeRow(id);
    // Where a size ends in a pump that moves nothing, or in no head at all, nothing goes on growing.
    const values = row.severities
      .map(([s]) => row.condition(s))
      .filter((c) => !c.dead)
      .map((c) => at(c))
      .filter((s) => s.head > 0)
      .map((s) => s[key]);
    expect(values.length).toBeGreaterThan(1);
    for (let i = 1; i < values.length; i++) {
      const grown = sign * ((values[i] ?? 0) - (values[i - 1] ?? 0));
      // The power of a sheet is level beyond its last point.
      expect(grown, `${id} ${i}`).toBeGreaterThan(key === "power" ? -1e-4 * sound.power : 0);
    }
    if (id !== "wrong-impeller-or-curve") {
      expect(sign * ((values[0] ?? 0) - sound[key])).toBeGreaterThan(0);
    }
  });

  it.each(["not-primed", "impeller-loose", "discharge-airlock", "shaft-jammed"] as const)(
    "%s moves nothing, whatever flow is asked",
    (id) => {
      const condition = causeRow(id).condition(1);
      expect(at(condition, 0).head).toBe(at(condition, pump.bestFlow).head);
      expect(at(condition, 0).power).toBeLessThan(sound.power);
    },
  );

  it("leave shut-off head alone when the wheel is clogged or the liquid thick, and lower it when worn", () => {
    expect(at({ innerLoss: 0.7 }, 0).head).toBeCloseTo(at({}, 0).head, 6);
    expect(at(asViscous(6), 0).head).toBeCloseTo(at({}, 0).head, 6);
    expect(at(causeRow("impeller-worn").condition(0.1), 0).head).toBeLessThan(
      at({}, 0).head * 0.85,
    );
  });

  it("stop what runs back through the standby at the pump's own shut valve, not what leaks inside", () => {
    const shut = (c: Partial<Condition>) => {
      const out = emptyState();
      operate({ ...settingFor(c), shut: true }, 0, out);
      return out.head;
    };
    expect(shut({ passing: 0.4 })).toBe(shut({}));
    expect(shut({ leak: 0.4 })).toBeLessThan(shut({}));
  });

  it("shift the curve of worn rings to the left, by less the nearer to the end", () => {
    const lost = (flow: number) => at({}, flow).head - at({ leak: 0.3 }, flow).head;
    expect(lost(pump.bestFlow)).toBeGreaterThan(lost(0));
  });

  it("never make energy: power in is at least power out, at any flow", () => {
    const turning = CAUSES.filter((c) => !["no-supply", "shaft-jammed"].includes(c.id));
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1.2, noNaN: true }),
        fc.constantFrom(...turning),
        fc.nat(5),
        (share, row, k) => {
          const [severity = 0] = row.severities[k % row.severities.length] ?? [];
          const condition = row.condition(severity);
          const s = at(condition, condition.dead ? 0 : share * pump.bestFlow);
          expect(s.power).toBeGreaterThan(0);
          // Water power of the delivered flow at the delivered head.
          expect(s.power).toBeGreaterThan(999 * GRAVITY * s.flow * s.head * 0.999);
          expect(s.head).toBeGreaterThanOrEqual(0);
        },
      ),
    );
  });

  it("lose 3 % of head where NPSH available equals required", () => {
    const condition = { vapour: "may" } as const;
    const wet = at(condition);
    expect(wet.head / sound.head).toBeGreaterThan(0.999);
    const known: Setting = {
      ...settingFor(condition),
      pump: { ...pump, npshrKnown: true },
      suction: {
        still: sound.npshr,
        loss: 0,
        referenceFlow: 1,
        exponent: 2,
        measured: false,
        levelRead: false,
        doubt: 0.4,
      },
    };
    const out = emptyState();
    operate(known, sound.flow, out);
    expect(out.head / sound.head).toBeCloseTo(0.97, 2);
  });
});

describe("models of other ratings", () => {
  it("follow a displacement table's slip", () => {
    const situation = situationOf(caseFrom(pumpJson("LF-4")));
    const model = modelOf(situation);
    const rating = situation.displacement;
    if (!model?.flowAtHead || !rating) throw new Error("LF-4 is a gear pump");
    const perMetre = situation.liquid.density * GRAVITY;
    const speed = rating.points[0]?.speed ?? 0;
    for (const share of [0.2, 0.6, 1]) {
      const head = share * model.bestHead;
      const q = displacementFlow(
        rating,
        speed,
        head * perMetre,
        situation.liquid.kinematicViscosity,
      );
      expect(model.flowAtHead(head)).toBeCloseTo(q, 6);
      expect(model.head(q)).toBeCloseTo(head, 3);
    }
  });

  it("follow a jet's table at the lift of its layout", () => {
    const situation = situationOf(caseFrom(pumpJson("QO-2")));
    const model = modelOf(situation);
    const { jet, layout } = situation;
    if (!model || !jet || !layout) throw new Error("QO-2 is a jet");
    const perMetre = situation.liquid.density * GRAVITY;
    const q = model.bestFlow;
    const loss = layout.loss ? layout.loss.head * (q / layout.loss.flow) ** 2 : 0;
    const lift = -layout.sourceLevel + loss;
    const { discharge } = situation.ports;
    const velocity = discharge ? velocityHead(q, discharge) : 0;
    const pressure = (model.head(q) - velocity - lift) * perMetre;
    const again = jetFlow(jet, lift, pressure);
    expect(again.ok && Math.abs(again.value / q - 1)).toBeLessThan(0.002);
  });

  it("give a picture of the curve that ends at the axis", () => {
    expect(headUnder(settingFor({}), pump.reach * 2)).toBeGreaterThanOrEqual(0);
    expect(headUnder(settingFor({}), 0)).toBeCloseTo(pump.shutOffHead, 6);
  });
});

describe("what a sheet does not say", () => {
  it("has a power all the same: about what pumps of the size take", () => {
    const without = curveModel({ ...curve, power: undefined });
    expect(without.powerDoubt).toBeGreaterThan(0);
    expect(pump.powerDoubt).toBe(0);
    for (const share of [0, 0.5, 1]) {
      const [usual, stated] = [without, pump].map((m) => m.power(share * pump.bestFlow));
      expect((usual ?? 0) / (stated ?? 1)).toBeGreaterThan(0.75);
      expect((usual ?? 0) / (stated ?? 1)).toBeLessThan(1.3);
    }
  });

  it("leaves a deviation in flow without effect on the head at no flow, and the more the steeper it falls", () => {
    expect(pump.steepness(0)).toBe(0);
    expect(pump.steepness(0.5 * pump.bestFlow)).toBeLessThan(pump.steepness(pump.bestFlow));
  });

  it("takes head by what NPSH is short, also where nobody knows the suction", () => {
    const head = (shortBy: number) => {
      const out = emptyState();
      const setting = settingFor({ vapour: "must", shortBy });
      operate(
        { ...setting, suction: { ...setting.suction, still: undefined } },
        0.8 * pump.bestFlow,
        out,
      );
      return out.head;
    };
    // By so many standard uncertainties of what nobody knows: from next to nothing missing to nearly all.
    expect(head(1)).toBeLessThan(sound.head);
    expect(head(3)).toBeLessThan(head(1));
    expect(head(11)).toBeLessThan(0.2 * sound.head);
  });

  it("keeps half the head with a tenth of air, and little with more", () => {
    const kept = (gas: number) => at({ gas }).head / sound.head;
    expect(kept(0.02)).toBeCloseTo(0.9, 2);
    expect(kept(0.1)).toBeCloseTo(0.5, 2);
    expect(kept(0.16)).toBeLessThan(0.1);
  });
});

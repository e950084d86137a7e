import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../../testing/cases.ts";
import { situationOf } from "../../visit/index.ts";
import { type Condition, SOUND } from "./condition.ts";
import { emptyState, operate } from "./operating-state.ts";
import { prepare, settingOf } from "./preparation.ts";
import { modelOf } from "./pump-model.ts";
import { expectedAt, type ReadingKind } from "./reading-evidence.ts";

type Json = Record<string, unknown>;

const READ = {
  label: "as found",
  suctionPressure: "0.08 bar",
  dischargePressure: "4.1 bar",
  gaugeClass: {
    suction: { range: ["-1 bar", "1.5 bar"], percent: 1 },
    discharge: { range: ["0 bar", "6 bar"], percent: 1 },
  },
};
const WITHOUT_SUCTION = { ...READ, suctionPressure: undefined };
/** Flow the suction line of LF-2 was drawn for [m³/s]. */
const FLOW = 60 / 3600;

function expected(
  kind: ReadingKind,
  {
    snapshot = READ,
    rest = {},
    condition = {},
    flow = FLOW,
  }: {
    snapshot?: Json;
    rest?: Json;
    condition?: Partial<Condition>;
    flow?: number;
  },
) {
  const situation = situationOf(caseFrom({ ...pumpJson("LF-2"), ...rest, snapshots: [snapshot] }));
  const [found] = situation.snapshots;
  if (!found) throw new Error("a snapshot");
  const prepared = prepare(situation, found, modelOf(situation), false);
  const setting = settingOf(prepared, { ...SOUND, ...condition }, { flow: 1, head: 1 });
  const reading = prepared.readings.find((r) => r.kind === kind);
  if (!reading) throw new Error(`no ${kind}`);
  const state = emptyState();
  operate(setting, flow, state);
  const e = expectedAt(reading.under(setting), state);
  return {
    value: e.predicted,
    spread: Math.sqrt(e.variance),
    lasting: e.lasting,
  };
}

/** A source of which only the pressure on its surface is known, with a line that was drawn. */
const SEALED = (head: string): Json => ({
  suction: { surfacePressure: "0.5 bar", loss: { flow: "60 m3/h", head } },
});

describe("the suction gauge", () => {
  it("falls by the choke, and by more the more flows", () => {
    const clean = expected("suction-gauge", {}).value;
    const choked = expected("suction-gauge", { condition: { suctionLoss: 3 } }).value;
    const less = expected("suction-gauge", { condition: { suctionLoss: 3 }, flow: FLOW / 2 }).value;
    expect(clean - choked).toBeCloseTo(3 * 9790, -3);
    expect(less).toBeGreaterThan(choked);
  });

  it("is expected within a narrow band where level and pipe are drawn, within a wide one where nobody drew them", () => {
    const drawn = expected("suction-gauge", {}).spread;
    const undrawn = expected("suction-gauge", { rest: { suction: undefined } }).spread;
    expect(drawn).toBeLessThan(0.1e5);
    expect(undrawn).toBeGreaterThan(0.25e5);
  });
});

describe("the discharge gauge", () => {
  it("stands on the measured suction where there is one, on the level where there is none", () => {
    expect(() => expected("discharge-alone", {})).toThrow("no discharge-alone");
    expect(expected("discharge-alone", { snapshot: WITHOUT_SUCTION }).value).toBeGreaterThan(3e5);
    expect(expected("discharge-gauge", {}).spread).toBeLessThan(
      expected("discharge-alone", { snapshot: WITHOUT_SUCTION }).spread,
    );
  });

  it("loses what the drawn suction line loses also where nobody knows the level", () => {
    const at = (head: string) =>
      expected("discharge-alone", { snapshot: WITHOUT_SUCTION, rest: SEALED(head) });
    const [short, long] = [at("0.2 m"), at("3.2 m")];
    expect(short.value - long.value).toBeCloseTo(3 * 9790, -3);
    expect(long.spread).toBeGreaterThan(short.spread);
  });
});

describe("a submerged pump", () => {
  it("has no suction pipe whose loss could be in doubt", () => {
    const at = (flow: number) =>
      expected("discharge-alone", {
        snapshot: WITHOUT_SUCTION,
        rest: {
          pump: { ...(pumpJson("LF-2")["pump"] as Json), installation: "submerged" },
          suction: { sourceLevel: "2 m" },
        },
        flow,
      });
    const piped = (flow: number) =>
      expected("discharge-alone", {
        snapshot: WITHOUT_SUCTION,
        rest: { suction: { sourceLevel: "2 m" } },
        flow,
      });
    expect(piped(FLOW).spread - at(FLOW).spread).toBeGreaterThan(1e3);
    expect(piped(0).spread).toBeCloseTo(at(0).spread, 3);
  });
});

describe("what lasts of a gap", () => {
  it("is never more than the whole of it, whatever is wrong", () => {
    const conditions: Partial<Condition>[] = [
      {},
      { suctionLoss: 3 },
      { suctionOffset: 0.18, offsetSpread: 0.05 },
      { dischargeOffset: -0.18, offsetSpread: 0.05 },
      { gas: 0.04, headDoubt: 0.04 },
      { leak: 0.3 },
    ];
    fc.assert(
      fc.property(
        fc.constantFrom(...conditions),
        fc.double({ min: 0, max: 1.4, noNaN: true }),
        fc.constantFrom(
          ["suction-gauge", READ, {}],
          ["suction-gauge", READ, { suction: undefined }],
          ["discharge-gauge", READ, {}],
          ["discharge-alone", WITHOUT_SUCTION, {}],
          ["discharge-alone", WITHOUT_SUCTION, SEALED("2 m")],
        ) as fc.Arbitrary<[ReadingKind, Json, Json]>,
        (condition, share, [kind, snapshot, rest]) => {
          const e = expected(kind, { snapshot, rest, condition, flow: share * FLOW });
          expect(e.lasting).toBeGreaterThanOrEqual(0);
          expect(e.lasting).toBeLessThan(e.spread);
        },
      ),
      { numRuns: 60 },
    );
  });
});

import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import { systemHead } from "../curve/index.ts";
import { jetFlow } from "../jet/index.ts";
import { GRAVITY } from "../quantity/index.ts";
import { situationOf } from "../visit/index.ts";
import { type ComparedPump, comparePumps, type PumpComparison } from "./compare-pumps.ts";
import { jetAt } from "./jet-at.ts";
import { onePointPump } from "./what-if-pump.ts";

type Json = Record<string, unknown>;

const pump = (tag: string, change: Json = {}, name = tag): ComparedPump => ({
  name,
  situation: situationOf(caseFrom({ ...(pumpJson(tag) as Json), ...change })),
});
const compared = (own: ComparedPump, ...others: readonly ComparedPump[]): PumpComparison => {
  const found = comparePumps(own, others, "metric");
  if (typeof found === "string") throw new Error(found);
  return found;
};
const FOOT = 0.3048;
const deep = pump("QO-1");
const shallow = pump("QO-2");

describe("a jet among other pumps", () => {
  it("meets its system where its own table gives that flow at that lift and pressure", () => {
    const { pumps, system } = compared(deep);
    const { flow = 0, head = 0 } = pumps[0]?.duty ?? {};
    expect(head).toBeCloseTo(systemHead(system, flow), 6);
    const { density } = deep.situation.liquid;
    const pressure = (head - 62 * FOOT) * density * GRAVITY;
    const told = deep.situation.jet && jetFlow(deep.situation.jet, 62 * FOOT, pressure);
    expect(told?.ok && told.value / flow).toBeCloseTo(1, 2);
    expect(pumps[0]).toMatchObject({ perVolume: undefined, speedForDuty: undefined });
    expect(pumps[0]?.says.join(" ")).toMatch(
      /by its motor's plate 0\.75 kW to 1\.0[0-9] kW at the shaft/,
    );
  });

  it("that is set shallow does not reach a deep level, and is told to be set deep", () => {
    const { pumps, words } = compared(deep, { ...shallow, name: "set shallow" });
    expect(pumps[1]?.duty).toBeUndefined();
    expect(words[1]).toMatch(
      /^set shallow: Its table ends at a lift of 7\.62 m; here it is 18\.9 m, which at this altitude counts as 20\.\d m\. Set deep/,
    );
  });

  it("lifts less where the air is thinner, which the deep one does not", () => {
    const well = { suction: { sourceLevel: "-15 ft" }, discharge: { staticHead: "30 ft" } };
    const duty = { duty: { flow: "8 gpm", head: "60 ft" } };
    const at = (altitude: string) =>
      pump("QO-2", {
        ...well,
        ...duty,
        site: { altitude, liquid: "water", temperature: "52 degF" },
      });
    const flow = (p: ComparedPump) => compared(p).pumps[0]?.duty?.flow ?? 0;
    expect(flow(at("6000 ft"))).toBeLessThan(flow(at("0 ft")));
    expect(jetAt(deep.situation, at("6000 ft").situation, "us").says.join(" ")).not.toMatch(
      /altitude/,
    );
    expect(jetAt(shallow.situation, at("6000 ft").situation, "us").says.join(" ")).toMatch(
      /At this altitude it lifts [67]\.\d+ ft less/,
    );
  });

  it("stands beside a submersible and beside a second one, but is put in row with none", () => {
    const sub = onePointPump(
      "submersible",
      { flow: 7 / 15850.3, head: 150 * FOOT },
      deep.situation,
    );
    if (!sub) throw new Error("one point makes a pump");
    const { pumps, together } = compared(deep, sub, { ...deep, name: "second" });
    expect(pumps[1]?.duty?.flow).toBeGreaterThan(0);
    expect(together.map((t) => t.how)).toEqual(["parallel", "parallel"]);
  });

  it("says what it lacks where no level is known, and is drawn within its table alone", () => {
    const place = pump("QO-1", { suction: {} });
    expect(jetAt(deep.situation, place.situation, "metric")).toMatchObject({
      situation: { curve: undefined },
      says: [expect.stringMatching(/needs the level/)],
    });
    const curve = jetAt(deep.situation, deep.situation, "metric").situation.curve;
    const heads = curve?.head.y ?? [];
    expect(Math.min(...heads)).toBeGreaterThanOrEqual(62 * FOOT);
    expect(heads.toSorted((a, b) => b - a)).toEqual(heads);
  });
});

import { readdirSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { caseFrom, pumpJson } from "../../testing/cases.ts";
import { situationOf } from "../visit/index.ts";
import { type ComparedPump, comparePumps, type PumpComparison } from "./compare-pumps.ts";

type Json = Record<string, unknown>;

const pump = (tag: string, change: Json = {}, name = tag): ComparedPump => {
  const json = pumpJson(tag) as { pump: Json };
  return { name, situation: situationOf(caseFrom({ ...json, pump: { ...json.pump, ...change } })) };
};
const compared = (own: ComparedPump, ...others: readonly ComparedPump[]): PumpComparison => {
  const found = comparePumps(own, others, "metric");
  if (typeof found === "string") throw new Error(found);
  return found;
};

describe("pumps on one system", () => {
  it("puts a pump beside itself without a difference, and says that a second adds what the system lets it", () => {
    const own = pump("LF-2");
    const { pumps, together, words } = compared(own, pump("LF-2", {}, "spare"));
    expect(pumps[1]).toEqual({ ...pumps[0], name: "spare" });
    expect(words[1]).toMatch(/spare would give .*, much the same/);
    const side = together.find((t) => t.how === "parallel");
    const row = together.find((t) => t.how === "series");
    // Side by side each gives half, in series each makes half of the head.
    expect(side?.ofEach[0]).toBeCloseTo((side?.flow ?? 0) / 2, 9);
    expect(row?.ofEach[0]).toBeCloseTo((row?.head ?? 0) / 2, 6);
    expect(side?.gain).toBeGreaterThan(0);
    expect(side?.gain).toBeLessThan(1);
  });

  it("meets the system where both are equal, and judges margin, best flow and energy there", () => {
    const { pumps, system } = compared(pump("LF-2"));
    const [own] = pumps;
    const { flow = 0, head = 0 } = own?.duty ?? {};
    expect(head).toBeCloseTo(system.staticHead + system.resistance * flow ** 2, 6);
    expect(own?.efficiency).toBeGreaterThan(0.4);
    expect(own?.efficiency).toBeLessThan(0.9);
    expect(own?.perVolume).toBeGreaterThan(998 * 9.81 * head);
    expect(own?.speedForDuty).toBeGreaterThan(0.8);
    expect(own?.shutOff).toBeGreaterThan(4e5);
  });

  it("by curve and never by horsepower: a stronger motor on the same curve changes nothing", () => {
    const own = pump("LF-2");
    const strong = pump(
      "LF-2",
      { motor: { power: "55 kW", phases: 3, speed: "2950 rpm" } },
      "55 kW",
    );
    const { pumps } = compared(own, strong);
    expect(pumps[1]?.duty).toEqual(pumps[0]?.duty);
    const bare = pump("LF-2", { curve: undefined, ratedPoint: undefined }, "bare");
    const { pumps: two, words } = compared(own, bare);
    expect(two[1]?.duty).toBeUndefined();
    expect(words[1]).toMatch(/nothing can be said of it by its power alone/);
  });

  it("names what does not fit: flanges, supply, kind", () => {
    const other = pump("LF-2", {
      ports: { suction: "200 mm", discharge: "150 mm" },
      motor: { phases: 1, power: "11 kW" },
    });
    const says = compared(pump("LF-2"), other).pumps[1]?.says.join(" ") ?? "";
    expect(says).toMatch(/Flanges DN 200 and DN 150, where DN/);
    expect(says).toMatch(/wants one phase, where there is three phases/);
  });

  it("says of a steep system that a second pump adds nothing", () => {
    const json = pumpJson("LF-2") as Json;
    const steep = {
      name: "LF-2",
      situation: situationOf(
        caseFrom({
          ...{ ...json, fingerprint: [], duty: { flow: "12 m3/h", head: "52 m" } },
          discharge: { staticHead: "1 m" },
        }),
      ),
    };
    const { words } = compared(steep, { ...steep, name: "second" });
    expect(words.join(" ")).toMatch(/side by side give no more than one alone/);
  });

  it("can be asked of every pump of the demo against every other, and says why where it cannot", () => {
    const tags = readdirSync("demo/pumps").map((f) => f.replace(".json", ""));
    const all = tags.map((t) => pump(t));
    let told = 0;
    for (const own of all) {
      const found = comparePumps(own, all, "us");
      if (typeof found === "string") continue;
      told++;
      expect(found.pumps).toHaveLength(all.length + 1);
      expect(JSON.stringify([found.words, found.pumps, found.together]), own.name).not.toMatch(
        /NaN|Infinity|undefined/,
      );
    }
    expect(told).toBeGreaterThan(8);
    expect(comparePumps(pump("LF-4"), [], "metric")).toMatch(/system|curve/);
  }, 300_000);
});

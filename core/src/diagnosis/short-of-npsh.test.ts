import { describe, expect, it } from "vitest";
import { caseFrom } from "../../testing/cases.ts";
import { simulated } from "../../testing/simulated.ts";
import { diagnose } from "./diagnose.ts";

type Json = Record<string, unknown>;

/** A feed pump on a vessel of hot water that stands a few metres over it: what it has above boiling is its level alone. */
const FEED: Json = {
  format: "yard-tack/case",
  version: 1,
  pump: {
    tag: "BF-1",
    family: "multistage",
    stages: 6,
    ports: { suction: "50 mm", discharge: "40 mm" },
    curve: {
      speed: "2900 rpm",
      points: [
        { flow: "0 m3/h", head: "150 m", power: "3.4 kW", npshr: "1.5 m" },
        { flow: "6 m3/h", head: "143 m", power: "4.6 kW", npshr: "1.6 m" },
        { flow: "12 m3/h", head: "120 m", power: "6.2 kW", npshr: "2.0 m" },
        { flow: "16 m3/h", head: "92 m", power: "6.9 kW", npshr: "2.8 m" },
      ],
    },
    motor: {
      phases: 3,
      power: "7.5 kW",
      voltage: "400 V",
      current: "14 A",
      speed: "2910 rpm",
      frequency: "50 Hz",
      powerFactor: 0.88,
      efficiency: 0.89,
    },
  },
  site: { altitude: "40 m", temperature: "104 degC" },
  suction: {
    sourceLevel: "3.5 m",
    surfacePressure: "0.17 bar",
    loss: { head: "0.8 m", flow: "12 m3/h" },
  },
  discharge: { staticHead: "90 m" },
  duty: { flow: "12 m3/h", head: "120 m" },
};

/** What its gauges show over a level, with the head it still makes. */
function told(level: number, discharge: number, flow: number, amps: number, read = true) {
  const suction = 0.17 + 0.0937 * (level - 0.8 * (flow / 12) ** 2 - 0.05);
  return diagnose(
    caseFrom({
      ...FEED,
      snapshots: [
        {
          label: "as found",
          valve: "as-found",
          ...(read ? { level: `${level} m` } : {}),
          suctionPressure: `${suction.toFixed(2)} bar`,
          dischargePressure: `${discharge} bar`,
          flow: `${flow} m3/h`,
          amps: [amps, amps, amps].map((a) => `${a} A`),
        },
      ],
      observations: { present: ["complaint.low-flow", "noise.gravel"] },
    }),
  );
}

describe("gears in cold oil", () => {
  it("are starved by it: nothing else is looked for", () => {
    const { causes, notes, stop } = diagnose(
      caseFrom({
        ...(simulated("LF-4", "viscous-liquid", 5) as Json),
        observations: { present: ["complaint.noisy", "onset.seasonal-cold", "water.liquid-thick"] },
      }),
    );
    expect(causes[0]?.id).toBe("viscous-liquid");
    expect(notes.join(" ")).not.toContain("does not account for that");
    expect(stop).not.toBeNull();
  });
});

describe("a feed pump whose vessel stands low", () => {
  it.each([
    [2.4, 11.4, 11.6, 11.6],
    [2.1, 10.9, 11.2, 11.3],
    [1.9, 10.4, 10.9, 11],
  ])("of %s m, read, is short of NPSH", (level, bar, flow, amps) => {
    const { causes, notes } = told(level, bar, flow, amps);
    expect(causes[0]?.id).toBe("npsh-shortfall");
    expect(notes.join(" ")).not.toContain("does not account for that");
  });

  it("of a level nobody read is not told from a choke, and the level is asked for", () => {
    const { causes, stop } = told(2.1, 10.9, 11.2, 11.3, false);
    const two = causes.slice(0, 2).map((c) => c.id);
    expect(two).toEqual(expect.arrayContaining(["suction-restriction", "npsh-shortfall"]));
    expect(stop).toBeNull();
  });

  it("never hands the trouble to the drive unsaid, where gauge and level show it boiling", () => {
    // Twice as much is needed as there is, and it delivers all the same: no cause on the list fits.
    const { causes, notes, stop } = told(1.2, 8.9, 10.3, 10.9);
    expect(stop).toBeNull();
    if (!["npsh-shortfall", "suction-restriction"].includes(causes[0]?.id ?? "")) {
      expect(notes.join(" ")).toMatch(/NPSH is 1\.\d m short, and “.*” does not account for that/);
    }
  });
});

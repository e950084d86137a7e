import { describe, expect, it } from "vitest";
import { caseFrom, LF2_READ, pumpJson } from "../../../testing/cases.ts";
import { simulated } from "../../../testing/simulated.ts";
import { diagnoseFully } from "../../diagnosis/index.ts";
import { type Figure, figuresOf } from "./index.ts";

type Json = Record<string, unknown>;

const FULL = {
  ...LF2_READ,
  speed: "2945 rpm",
  volts: ["400 V", "402 V", "401 V"],
};

function figures(tag: string, snapshot: Json, units: "metric" | "us" = "metric", rest: Json = {}) {
  const file = caseFrom({ ...pumpJson(tag), snapshots: [snapshot], ...rest });
  const list = figuresOf(file, diagnoseFully(file), units);
  const of = (id: string): Figure => {
    const found = list.find((f) => f.id === id);
    if (!found) throw new Error(`no ${id} in ${list.map((f) => f.id).join()}`);
    return found;
  };
  return { list, of };
}

const first = (text: string): number =>
  Number(/[+\u2212-]?[\d.]+/.exec(text)?.[0].replace("\u2212", "-"));
const ends = (band: string): readonly [number, number] => {
  const [, low, high] = /^([\u2212+\d.]+) to ([\u2212+\d.]+)/.exec(band) ?? [];
  return [Number(low?.replace("\u2212", "-")), Number(high?.replace("\u2212", "-"))];
};

describe("figures with how they were worked out", () => {
  it("are what the formulas beside them give", () => {
    const { of } = figures("LF-2", FULL);
    const head = first(of("total-head").text);
    // By hand: (4.1 − 0.08) bar over 999.2 kg/m³ · 9.80665, plus 0.5 − 0.2 m, plus velocities.
    expect(head).toBeGreaterThan(41.02 + 0.3);
    expect(head).toBeLessThan(41.02 + 0.3 + 2);
    const q = first(of("flow").text);
    expect(q).toBeCloseTo(64, 1);
    const p = first(of("shaft-power").text);
    const byHand = (999.2 * 9.80665 * (q / 3600) * head) / (p * 1000);
    expect(first(of("efficiency").text) / 100).toBeCloseTo(byHand, 1);
    expect(first(of("load").text)).toBeCloseTo((100 * p) / 15, -0.5);
    expect(first(of("npsh-margin").text)).toBeCloseTo(
      first(of("npsh-gauge").text) - first(of("npshr").text),
      0,
    );
    expect(first(of("slip").text)).toBeCloseTo((100 * (3000 - 2945)) / 3000, 1);
    expect(first(of("voltages").text)).toBeCloseTo(100 / 401, 1);
  });

  it("lie inside their bands, and every one has formula and source", () => {
    for (const units of ["metric", "us"] as const) {
      for (const f of figures("LF-2", FULL, units).list) {
        expect(f.formula, f.id).not.toBe("");
        expect(f.source, f.id).not.toBe("");
        expect(`${f.text}${f.band}`, f.id).not.toMatch(/NaN|Infinity|undefined/);
        if (!/^[\u2212+\d]/.test(f.band)) continue;
        const [low, high] = ends(f.band);
        expect(first(f.text), f.id).toBeGreaterThanOrEqual(low);
        expect(first(f.text), f.id).toBeLessThanOrEqual(high);
      }
    }
  });

  it("show what was read as it was written, in whatever unit", () => {
    const { of } = figures("LF-2", { ...FULL, dischargePressure: "59.5 psi" }, "us");
    const inputs = of("total-head").inputs.map((i) => `${i.name} ${i.text}`);
    expect(inputs).toContain("discharge gauge p_d 59.5 psi");
    expect(inputs).toContain("suction gauge p_s 0.08 bar");
  });

  it("say where a flow comes from, and keep what nobody needs to believe apart", () => {
    const { of, list } = figures("LF-2", { ...FULL, flow: undefined });
    expect(of("flow").name).toBe("Flow, by head");
    expect(of("flow").inputs.map((i) => i.name)).toContain("by power instead");
    // Only the flow its power tells can be held against the head; the head's own flow cannot.
    expect(list.map((f) => f.id)).toContain("against-curve");
    const alone = figures("LF-2", { ...FULL, flow: undefined, amps: undefined }).list;
    expect(alone.map((f) => f.id)).not.toContain("against-curve");
  });

  it("take the level for the suction of a submerged pump", () => {
    const snapshot = { dischargePressure: "0.6 bar", dischargeGaugeHeight: "3 m" };
    const { of } = figures("MG-3", snapshot);
    expect(of("total-head").formula).toContain("level");
    expect(of("total-head").inputs.map((i) => i.name)).toContain("level");
  });

  it("count the seconds against a shut valve only where something heats up", () => {
    const { of } = figures("LF-2", FULL);
    expect(of("dead-head").text).toMatch(/min$/);
    expect(of("dead-head").source).toContain("not a target");
  });

  it("are none for a visit without readings", () => {
    const file = caseFrom({ ...pumpJson("LF-2"), observations: { present: ["noise.none"] } });
    expect(figuresOf(file, diagnoseFully(file), "metric")).toEqual([]);
  });
});

describe("a pit's cycle", () => {
  const pit = (sump: object) => {
    const levels = { area: "0.5 m2", onLevel: "0.6 m", offLevel: "0.2 m" };
    const file = caseFrom({ ...simulated("OG-3", "healthy", 0), sump: { ...levels, ...sump } });
    const list = figuresOf(file, diagnoseFully(file), "metric");
    return (id: string) => list.find((f) => f.id === id)?.text;
  };

  it("gives flow, inflow and starts from run, stop and what lies between the levels", () => {
    // 0.2 m³ in 40 s, filled again in 200 s: 18 + 3.6 m³/h; 3600 s / 240 s.
    const figure = pit({ runTime: "40 s", offTime: "200 s", limit: 12 });
    expect(figure("cycle-flow")).toBe("21.6 m³/h");
    expect(figure("cycle-inflow")).toBe("3.60 m³/h");
    expect(figure("starts-per-hour")).toBe("15 of 12");
  });

  it("says nothing while only one of the two was timed", () => {
    expect(pit({ runTime: "40 s" })("starts-per-hour")).toBeUndefined();
  });
});

describe("a vessel's air", () => {
  const held = (vessel: object) => {
    const json = { ...simulated("BI-3", "healthy", 0), system: { vessel } };
    const file = caseFrom(json);
    return figuresOf(file, diagnoseFully(file), "metric").find((f) => f.id === "vessel-charge");
  };

  it("is held against the cut-in of the switch, a little under it", () => {
    expect(held({ charge: "1.9 bar", cutIn: "2 bar" })?.band).toBe(
      "as usual for a start at 2.00 bar",
    );
    expect(held({ charge: "0.85 bar", cutIn: "2 bar" })?.band).toMatch(/^1\.00 bar less/);
    expect(held({ charge: "2.85 bar", cutIn: "2 bar" })?.band).toMatch(/^1\.00 bar more/);
    expect(held({ charge: "28 psi", cutIn: "30 psi" })?.text).toBe("1.93 bar");
  });

  it("is no figure while only one of the two is known", () => {
    expect(held({ charge: "1.9 bar" })).toBeUndefined();
    expect(held({ cutIn: "2 bar" })).toBeUndefined();
  });
});

describe("shaft power from the current", () => {
  /** Recomputed from what stands beside the figure, and the plate. */
  const byHand = (
    tag: string,
    snapshot: Json,
    plate: { p: number; full: number; none: number },
  ) => {
    const { of } = figures(tag, snapshot);
    const figure = of("shaft-power");
    const factor = (name: string) =>
      Number(figure.inputs.find((i) => i.name.startsWith(name))?.text ?? 1);
    const [f, v] = [factor("frequency over plate"), factor("volts over plate")];
    const amps = figure.inputs
      .filter((i) => /^L\d|^current/.test(i.name))
      .map((i) => first(i.text));
    const mean = amps.reduce((a, b) => a + b, 0) / amps.length;
    const [full, none] = [plate.full / v, plate.none * v];
    const x = Math.sqrt((mean ** 2 - none ** 2) / (full ** 2 - none ** 2));
    return { said: first(figure.text), hand: plate.p * x * f, formula: figure.formula };
  };

  it("can be recomputed by hand behind a drive", () => {
    const read = {
      frequency: "45 Hz",
      amps: ["30 A", "30.5 A", "29.8 A"],
      volts: ["355 V", "356 V", "354 V"],
    };
    const { said, hand, formula } = byHand("BI-1", read, { p: 22, full: 41, none: 14.5 });
    expect(said).toBeCloseTo(hand, 1);
    expect(formula).toBe("P = x P_plate f, I² = I₀² + (I_FL² − I₀²) x² with I₀ v and I_FL/v");
  });

  it("can be recomputed by hand at low volts, and without volts", () => {
    const plate = { p: 0.75, full: 1.9, none: 1.1 };
    const amps = ["1.7 A", "1.7 A", "1.7 A"];
    const low = byHand("OG-1", { amps, volts: ["360 V", "360 V", "360 V"] }, plate);
    expect(low.said).toBeCloseTo(low.hand, 1);
    const unread = byHand("OG-1", { amps }, plate);
    expect(unread.said).toBeCloseTo(unread.hand, 1);
    expect(unread.formula).not.toContain(" v");
  });
});

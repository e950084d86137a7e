import { describe, expect, it } from "vitest";
import { PLACE_FIELDS } from "./fields";
import { faultOf, valuesOf, withValues } from "./paths";

const FILE = {
  pump: { family: "end-suction", impeller: { diameter: "208 mm", vanes: 6 }, motor: { phases: 3 } },
  site: { altitude: "85 m", liquid: "ethylene-glycol", concentration: 0.3 },
  suction: { sourceLevel: "1.8 m", elements: [{ kind: "pipe" }] },
  system: { closedLoop: true },
};

describe("values by path", () => {
  it("come back as they were, and leave alone what they do not know", () => {
    expect(withValues(FILE, valuesOf(FILE))).toEqual(FILE);
  });

  it("take a key out when its field is emptied, and the object when nothing is left", () => {
    const next = withValues(FILE, {
      ...valuesOf(FILE),
      "site.liquid": "",
      "system.closedLoop": "",
      "pump.impeller.diameter": "",
    });
    // Without a mix there is no concentration either.
    expect(next["site"]).toEqual({ altitude: "85 m" });
    expect(next).not.toHaveProperty("system");
    expect(next["pump"]).toMatchObject({ impeller: { vanes: 6 } });
  });

  it("leave alone what only another family's form shows", () => {
    const sump = {
      pump: { family: "sump", seal: { kind: "packed", rings: 4 } },
      sump: { diameter: "1.5 m", onLevel: "1.1 m" },
    };
    expect(withValues(sump, { ...valuesOf(sump), "sump.onLevel": "1.2 m" })).toMatchObject({
      sump: { diameter: "1.5 m", onLevel: "1.2 m" },
    });
    const moved = { ...sump, pump: { ...sump.pump, family: "end-suction" } };
    expect(withValues(moved, { "pump.seal.kind": "packed", "pump.seal.rings": "5" })).toMatchObject(
      {
        pump: { seal: { rings: 5 } },
        sump: { diameter: "1.5 m" },
      },
    );
    // Rings of a gland that is none any more are gone.
    expect(
      withValues(sump, { ...valuesOf(sump), "pump.seal.kind": "mechanical" })["pump"],
    ).toMatchObject({ seal: { kind: "mechanical" } });
  });

  it.each([
    ["site.altitude", "high", true],
    ["site.altitude", "3 bar", true],
    ["site.altitude", "-20 m", false],
    ["suction.sourceLevel", "1,900 m", true],
    ["suction.sourceLevel", "1,9 m", false],
    ["suction.sourceLevel", "6 ft 3 in", false],
    ["site.concentration", "130", true],
    ["site.concentration", "30", false],
    ["pump.stages", "two", true],
    ["pump.motor.power", "", false],
  ])("%s: %s", (path, text, wrong) => {
    const field = PLACE_FIELDS.find((f) => f.path === path);
    if (!field) throw new Error(path);
    expect(faultOf(field, text) !== "").toBe(wrong);
  });

  it("keeps what a hand writes in the form a case has", () => {
    const next = withValues(FILE, {
      ...valuesOf(FILE),
      "suction.sourceLevel": "6 ft 3 in",
      "pump.motor.power": "1/2 hp",
    });
    expect(next["suction"]).toMatchObject({ sourceLevel: "75 in" });
    expect(next["pump"]).toMatchObject({ motor: { power: "0.5 hp" } });
  });

  it("holds a liquid's own table as lines, and names a wrong cell by line and column", () => {
    const lines = "10 degC; 915 kg/m3; 0.1 kPa; 80 mm2/s\n40 degC; 900 kg/m3";
    const next = withValues(FILE, { "site.liquid": "table", "site.table": lines });
    expect(next["site"]).toMatchObject({
      table: [
        {
          temperature: "10 degC",
          density: "915 kg/m3",
          vapourPressure: "0.1 kPa",
          viscosity: "80 mm2/s",
        },
        { temperature: "40 degC", density: "900 kg/m3" },
      ],
    });
    expect(valuesOf(next)["site.table"]).toContain("10 degC; 915 kg/m3; 0.1 kPa; 80 mm2/s");
    const field = PLACE_FIELDS.find((f) => f.path === "site.table");
    if (!field) throw new Error("there is such a field");
    expect(faultOf(field, lines)).toBe("");
    expect(faultOf(field, "10 degC; heavy")).toBe(
      'Line 1, density: "heavy" needs a number and its unit.',
    );
    expect(faultOf(field, "10 degC; 915 kg/m3; 0.1 kPa; 80 mm2/s; 5")).toContain("more than four");
  });
});

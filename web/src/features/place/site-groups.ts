/** What is asked of a pump's place: liquid, suction, system, pit. */
import type { Family } from "@yard-tack/core/case";
import type { PlaceGroup } from "./field";
import type { TableColumn } from "./table-rows";

const mixed = (v: Readonly<Record<string, string>>) =>
  ["sea-water", "ethylene-glycol", "propylene-glycol"].includes(v["site.liquid"] ?? "");
const WITH_PIT: readonly Family[] = ["sump"];
/** Families that may work on a vessel and a pressure switch. */
const ON_VESSEL: readonly Family[] = [
  "jet-shallow",
  "jet-deep",
  "multistage",
  "borehole",
  "end-suction",
];

const LIQUID_COLUMNS: readonly TableColumn[] = [
  { key: "temperature", dimension: "temperature", name: "temperature", needed: true },
  { key: "density", dimension: "density", name: "density", needed: true },
  { key: "vapourPressure", dimension: "pressure", name: "vapour pressure", needed: false },
  { key: "viscosity", dimension: "viscosity", name: "viscosity", needed: false },
];
const PIT_COLUMNS: readonly TableColumn[] = [
  { key: "level", dimension: "length", name: "level", needed: true },
  { key: "volume", dimension: "volume", name: "volume", needed: true },
];

export const LIQUID_GROUP: PlaceGroup = {
  title: "Air and liquid",
  about:
    "The altitude does for the air; a barometer at the site (not the weather report's sea-level figure) is better.",
  fields: [
    { path: "site.altitude", label: "Altitude", kind: "length", like: "85 m" },
    {
      path: "site.barometer",
      label: "Barometer at the site",
      kind: "pressure",
      like: "100.3 kPa abs",
    },
    {
      path: "site.liquid",
      label: "Liquid",
      kind: "choice",
      choices: [
        ["", "water"],
        ["sea-water", "sea water"],
        ["ethylene-glycol", "ethylene glycol in water"],
        ["propylene-glycol", "propylene glycol in water"],
        ["table", "another, by its own table"],
      ],
    },
    {
      path: "site.concentration",
      label: "Concentration by mass, %",
      kind: "percent",
      like: "30",
      when: mixed,
    },
    { path: "site.temperature", label: "Temperature", kind: "temperature", like: "14 degC" },
    {
      path: "site.table",
      label:
        "Its table, a line for each temperature: temperature; density; vapour pressure; viscosity",
      kind: "rows",
      columns: LIQUID_COLUMNS,
      like: "10 degC; 915 kg/m3; 0.1 kPa; 80 mm2/s",
      when: (v) => v["site.liquid"] === "table",
    },
  ],
};

export const SUCTION_GROUP: PlaceGroup = {
  title: "Suction",
  about:
    "Heights count from the shaft, or the eye of the first stage; up is positive. The level while pumping, not at rest.",
  fields: [
    {
      path: "suction.sourceLevel",
      label: "Level of the source",
      kind: "length",
      like: "1.8 m or -4.2 m",
    },
    { path: "suction.surfacePressure", label: "Pressure on it", kind: "pressure", like: "0 bar" },
    { path: "suction.loss.head", label: "Clean loss of the line", kind: "length", like: "0.6 m" },
    { path: "suction.loss.flow", label: "at a flow of", kind: "flow", like: "60 m3/h" },
  ],
};

export const SYSTEM_GROUP: PlaceGroup = {
  title: "System and duty",
  about: "Static head is from surface to surface, pressures in them included.",
  fields: [
    { path: "discharge.staticHead", label: "Static head", kind: "length", like: "12 m" },
    { path: "duty.flow", label: "Duty flow", kind: "flow", like: "62 m3/h" },
    { path: "duty.head", label: "Duty head", kind: "length", like: "44.5 m" },
    { path: "system.closedLoop", label: "A closed loop", kind: "flag" },
    { path: "system.standby", label: "A second pump shares the header", kind: "flag" },
    {
      path: "system.vessel.charge",
      label: "Air charge of the vessel, water let out",
      kind: "pressure",
      like: "1.9 bar",
      families: ON_VESSEL,
    },
    {
      path: "system.vessel.cutIn",
      label: "Pressure switch starts it at",
      kind: "pressure",
      like: "2 bar",
      families: ON_VESSEL,
    },
    {
      path: "system.vessel.cutOut",
      label: "and stops it at",
      kind: "pressure",
      like: "3.5 bar",
      families: ON_VESSEL,
    },
  ],
};

export const PIT_GROUP: PlaceGroup = {
  title: "Pit and floats",
  about:
    "Levels over the pit's floor. With the floats and the times of a cycle the Board tells pump flow, inflow and starts an hour.",
  fields: [
    {
      path: "sump.diameter",
      label: "Pit, where it is round",
      kind: "length",
      like: "1.5 m",
      families: WITH_PIT,
    },
    {
      path: "sump.length",
      label: "where it has corners, one side",
      kind: "length",
      like: "1.2 m",
      families: WITH_PIT,
    },
    {
      path: "sump.width",
      label: "and the other",
      kind: "length",
      like: "1.5 m",
      families: WITH_PIT,
    },
    {
      path: "sump.area",
      label: "or its free surface",
      kind: "area",
      like: "1.8 m2",
      families: WITH_PIT,
    },
    {
      path: "sump.table",
      label: "or its table, a line for each level: level; volume up to there",
      kind: "rows",
      columns: PIT_COLUMNS,
      like: "0.4 m; 0.72 m3",
      families: WITH_PIT,
    },
    {
      path: "sump.onLevel",
      label: "Pump starts at",
      kind: "length",
      like: "1.1 m",
      families: WITH_PIT,
    },
    {
      path: "sump.offLevel",
      label: "and stops at",
      kind: "length",
      like: "0.4 m",
      families: WITH_PIT,
    },
    {
      path: "sump.limit",
      label: "Starts an hour, at most",
      kind: "number",
      like: "15",
      families: WITH_PIT,
    },
  ],
};

/** What is asked of a pump and its place beyond its rating: each with its path in the case format. */
import { FAMILIES, type Family } from "@yard-tack/core/case";
import type { Dimension } from "@yard-tack/core/quantity";
import type { TableColumn } from "./table-rows";

export interface PlaceField {
  /** Dotted path in a case file. */
  readonly path: string;
  readonly label: string;
  /** A quantity's dimension, a plain number, a choice, yes and no, or the rows of a small table. */
  readonly kind: Dimension | "number" | "percent" | "choice" | "flag" | "rows";
  /** Of a table. */
  readonly columns?: readonly TableColumn[];
  readonly like?: string;
  readonly choices?: readonly (readonly [value: string, words: string])[];
  /** Shown only while this holds; what is not shown is not kept. */
  readonly when?: (values: Readonly<Record<string, string>>) => boolean;
  /** Families that have it; all where left out. What another has there stays as it is. */
  readonly families?: readonly Family[];
}

export interface PlaceGroup {
  readonly title: string;
  readonly about: string;
  readonly fields: readonly PlaceField[];
}

const mixed = (v: Readonly<Record<string, string>>) =>
  ["sea-water", "ethylene-glycol", "propylene-glycol"].includes(v["site.liquid"] ?? "");

const packed = (v: Readonly<Record<string, string>>) => v["pump.seal.kind"] === "packed";
const onePhase = (v: Readonly<Record<string, string>>) => v["pump.motor.phases"] === "1";
const WITH_PIT: readonly Family[] = ["sump"];
const WITH_WHEEL: readonly Family[] = FAMILIES.filter((f) => f !== "positive-displacement");
const JETS: readonly Family[] = ["jet-shallow", "jet-deep"];

const IN_GEARS: readonly Family[] = ["positive-displacement"];
/** Families that may work on a vessel and a pressure switch. */
const ON_VESSEL: readonly Family[] = [...JETS, "multistage", "borehole", "end-suction"];

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

export const PLACE_GROUPS: readonly PlaceGroup[] = [
  {
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
  },
  {
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
  },
  {
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
  },
  {
    title: "Pump",
    about: "From the body plate, or measured.",
    fields: [
      { path: "pump.stages", label: "Stages", kind: "number", like: "1" },
      { path: "pump.impeller.diameter", label: "Wheel fitted", kind: "length", like: "208 mm" },
      {
        path: "pump.impeller.material",
        label: "Wheel of",
        kind: "choice",
        choices: [
          ["", "not known"],
          ["cast-iron", "cast iron"],
          ["bronze", "bronze"],
          ["stainless", "stainless steel"],
          ["plastic", "plastic"],
          ["other", "something else"],
        ],
      },
      {
        path: "pump.impeller.style",
        label: "Shape of the wheel",
        kind: "choice",
        choices: [
          ["", "not known"],
          ["enclosed", "closed"],
          ["semi-open", "half open"],
          ["open", "open"],
          ["vortex", "vortex"],
        ],
        families: WITH_WHEEL,
      },
      {
        path: "pump.impeller.vaneShape",
        label: "Vanes",
        kind: "choice",
        choices: [
          ["", "not known"],
          ["backward", "curved"],
          ["straight", "straight"],
        ],
        families: WITH_WHEEL,
      },
      {
        path: "pump.impeller.mounting",
        label: "Wheel held by",
        kind: "choice",
        choices: [
          ["", "not known"],
          ["keyed", "key"],
          ["screwed", "thread on the shaft"],
          ["other", "something else"],
        ],
      },
      { path: "pump.ports.suction", label: "Suction port, bore", kind: "length", like: "80 mm" },
      {
        path: "pump.ports.discharge",
        label: "Discharge port, bore",
        kind: "length",
        like: "65 mm",
      },
      { path: "pump.casingVolume", label: "Liquid in the casing", kind: "volume", like: "8 L" },
      {
        path: "pump.relief",
        label: "Relief valve set to",
        kind: "pressure",
        like: "8 bar",
        families: IN_GEARS,
      },
      { path: "pump.minimumFlow", label: "Least continuous flow", kind: "flow", like: "15 m3/h" },
    ],
  },
  {
    title: "Shaft seal",
    about: "What it needs by hand on the day: rings to cut, a flush to open.",
    fields: [
      {
        path: "pump.seal.kind",
        label: "Sealed by",
        kind: "choice",
        choices: [
          ["", "not known"],
          ["packed", "packing in a gland"],
          ["mechanical", "a mechanical seal"],
          ["double-mechanical", "a double mechanical seal"],
          ["none", "none, it is canned or wet"],
        ],
      },
      { path: "pump.seal.shaft", label: "Shaft or sleeve there", kind: "length", like: "50 mm" },
      {
        path: "pump.seal.rings",
        label: "Rings of packing",
        kind: "number",
        like: "5",
        when: packed,
      },
      {
        path: "pump.seal.section",
        label: "Section of a ring",
        kind: "length",
        like: "10 mm",
        when: packed,
      },
      {
        path: "pump.seal.material",
        label: "Packing of",
        kind: "choice",
        choices: [
          ["", "not known"],
          ["graphite", "graphite"],
          ["carbon", "carbon"],
          ["aramid", "aramid"],
          ["plant-fibre", "plant fibre"],
          ["ptfe", "PTFE"],
          ["other", "something else"],
        ],
        when: packed,
      },
      {
        path: "pump.seal.lanternRing",
        label: "A lantern ring among the rings",
        kind: "flag",
        when: packed,
      },
      {
        path: "pump.seal.flush",
        label: "Flushed",
        kind: "choice",
        choices: [
          ["", "not known"],
          ["none", "not at all"],
          ["internal", "from the casing"],
          ["external", "from outside"],
          ["circulating", "in a circuit of its own"],
          ["bleed-off", "by a bleed"],
          ["quench", "by a quench"],
        ],
      },
    ],
  },
  {
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
  },
  {
    title: "Motor and drive",
    about: "From the motor plate.",
    fields: [
      {
        path: "pump.drive.kind",
        label: "Driven",
        kind: "choice",
        choices: [
          ["", "not known"],
          ["direct", "directly"],
          ["vfd", "through a variable-speed drive"],
          ["belt", "by belt"],
          ["engine", "by an engine"],
        ],
      },
      {
        path: "pump.drive.ratio",
        label: "Belt ratio",
        kind: "number",
        like: "1.5",
        when: (v) => v["pump.drive.kind"] === "belt",
      },
      {
        path: "pump.drive.frequency",
        label: "Drive set to",
        kind: "frequency",
        like: "38 Hz",
        when: (v) => v["pump.drive.kind"] === "vfd",
      },
      {
        path: "pump.drive.governedSpeed",
        label: "Governor holds",
        kind: "speed",
        like: "1800 rpm",
        when: (v) => v["pump.drive.kind"] === "engine",
      },
      {
        path: "pump.drive.idleSpeed",
        label: "Idles at",
        kind: "speed",
        like: "900 rpm",
        when: (v) => v["pump.drive.kind"] === "engine",
      },
      {
        path: "pump.motor.phases",
        label: "Phases",
        kind: "choice",
        choices: [
          ["", "not known"],
          ["3", "three"],
          ["1", "one"],
        ],
      },
      { path: "pump.motor.power", label: "Power", kind: "power", like: "15 kW" },
      { path: "pump.motor.voltage", label: "Voltage", kind: "voltage", like: "400 V" },
      { path: "pump.motor.current", label: "Full-load current", kind: "current", like: "27.5 A" },
      {
        path: "pump.motor.serviceFactorCurrent",
        label: "Service-factor amps",
        kind: "current",
        like: "30 A",
      },
      {
        path: "pump.motor.noLoadCurrent",
        label: "No-load current",
        kind: "current",
        like: "9.6 A",
      },
      { path: "pump.motor.speed", label: "Speed", kind: "speed", like: "2930 rpm" },
      { path: "pump.motor.frequency", label: "Frequency", kind: "frequency", like: "50 Hz" },
      { path: "pump.motor.powerFactor", label: "Power factor", kind: "number", like: "0.88" },
      {
        path: "pump.motor.efficiency",
        label: "Efficiency, fraction",
        kind: "number",
        like: "0.91",
      },
      { path: "pump.motor.serviceFactor", label: "Service factor", kind: "number", like: "1.15" },
      {
        path: "pump.motor.capacitor",
        label: "Capacitor",
        kind: "capacitance",
        like: "20 uF",
        when: onePhase,
      },
      {
        path: "pump.motor.capacitorKind",
        label: "It is for",
        kind: "choice",
        choices: [
          ["", "not known"],
          ["run", "running"],
          ["start", "starting"],
        ],
        when: onePhase,
      },
      {
        path: "pump.motor.startsPerHour",
        label: "Starts an hour it bears",
        kind: "number",
        like: "15",
      },
    ],
  },
];

export const PLACE_FIELDS: readonly PlaceField[] = PLACE_GROUPS.flatMap((g) => g.fields);

/** Whether a pump of this family has a field. */
export const hasField = (field: PlaceField, family: string): boolean =>
  field.families?.some((f) => f === family) ?? true;

/** What is asked of a pump itself: wheel and ports, seal, motor and drive. */
import { FAMILIES, type Family } from "@yard-tack/core/case";
import type { PlaceGroup } from "./field";

const packed = (v: Readonly<Record<string, string>>) => v["pump.seal.kind"] === "packed";
const onePhase = (v: Readonly<Record<string, string>>) => v["pump.motor.phases"] === "1";
const WITH_WHEEL: readonly Family[] = FAMILIES.filter((f) => f !== "positive-displacement");
const IN_GEARS: readonly Family[] = ["positive-displacement"];

export const PUMP_GROUP: PlaceGroup = {
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
};

export const SEAL_GROUP: PlaceGroup = {
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
};

export const MOTOR_GROUP: PlaceGroup = {
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
};

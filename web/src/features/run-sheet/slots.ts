/** The readings a run sheet asks for, one row each. */
import type { PumpFacts } from "@yard-tack/core/procedure";
import type { Dimension, UnitSystem } from "@yard-tack/core/quantity";
import type { PumpDto } from "@/features/yard";

export interface Slot {
  readonly slot: string;
  readonly name: string;
  readonly dimension: Dimension;
  /** Units on its keypad, the usual one first. */
  readonly units: readonly string[];
  /** Whether a minus or "vac" makes sense. */
  readonly signed: boolean;
  /** Which band of the expectations belongs to it. */
  readonly expects?: "suctionPressure" | "dischargePressure" | "flow" | "amps" | "speed";
  readonly note?: string;
}

/** Where a strip stands: taken on nearly every visit, one of three phases, or when there is reason. */
type SlotPlace = "first" | "phases" | "then" | "more";

export interface SheetSlot extends Slot {
  readonly place: SlotPlace;
  /** The instrument it takes; strips of instruments not on hand stand behind. */
  readonly tool: Tool;
}

/** Instruments a person may have with them, by the words of the tick list. */
export const TOOLS = [
  "gauges",
  "clamp meter",
  "voltmeter",
  "tachometer",
  "flow meter",
  "tape",
  "thermometer",
  "vibration meter",
  "watch",
  "power meter",
] as const;
export type Tool = (typeof TOOLS)[number];

/** What is taken to be in the van while nobody has said. */
export const USUAL_TOOLS: readonly Tool[] = [
  "gauges",
  "clamp meter",
  "tachometer",
  "flow meter",
  "tape",
  "watch",
];

interface Row {
  readonly slot: string;
  readonly name: string | ((p: PumpFacts) => string);
  readonly dimension: Dimension;
  readonly metric: readonly string[];
  readonly us: readonly string[];
  readonly place: SlotPlace;
  readonly tool: Tool;
  readonly signed?: true;
  readonly expects?: Slot["expects"];
  readonly when?: (p: PumpFacts) => boolean;
}

const submerged = (p: PumpFacts) => p.installation === "submerged";
const dry = (p: PumpFacts) => !submerged(p);
const motor = (p: PumpFacts) => p.driver !== "engine";
const threePhase = (p: PumpFacts) => motor(p) && p.driver !== "1-phase";
const singlePhase = (p: PumpFacts) => p.driver === "1-phase";
const TEMPERATURE = { metric: ["degC", "degF"], us: ["degF", "degC"] } as const;

const phase = (i: number, kind: "amps" | "volts"): Row => ({
  slot: `${kind}.${i}`,
  name: kind === "amps" ? `L${i + 1}` : (["L1–L2", "L2–L3", "L3–L1"][i] ?? ""),
  dimension: kind === "amps" ? "current" : "voltage",
  metric: [kind === "amps" ? "A" : "V"],
  us: [kind === "amps" ? "A" : "V"],
  place: kind === "amps" ? "phases" : "more",
  tool: kind === "amps" ? "clamp meter" : "voltmeter",
  when: threePhase,
  ...(kind === "amps" ? { expects: "amps" as const } : {}),
});

/** In the order they are taken. */
const ROWS: readonly Row[] = [
  {
    slot: "level",
    name: "Level over the eye",
    dimension: "length",
    metric: ["m", "cm", "ft"],
    us: ["ft", "in", "m"],
    place: "first",
    tool: "tape",
    signed: true,
    when: submerged,
  },
  {
    slot: "suctionPressure",
    name: "Suction gauge",
    dimension: "pressure",
    metric: ["bar", "kPa", "inHg"],
    us: ["inHg", "psi", "ftH2O"],
    place: "first",
    tool: "gauges",
    signed: true,
    expects: "suctionPressure",
    when: dry,
  },
  {
    slot: "dischargePressure",
    name: "Discharge gauge",
    dimension: "pressure",
    metric: ["bar", "kPa", "psi"],
    us: ["psi", "ftH2O", "bar"],
    place: "first",
    tool: "gauges",
    signed: true,
    expects: "dischargePressure",
  },
  phase(0, "amps"),
  phase(1, "amps"),
  phase(2, "amps"),
  {
    slot: "amps.0",
    name: "Current",
    dimension: "current",
    metric: ["A"],
    us: ["A"],
    place: "phases",
    tool: "clamp meter",
    expects: "amps",
    when: singlePhase,
  },
  {
    slot: "flow",
    name: "Flow",
    dimension: "flow",
    metric: ["m3/h", "L/s", "gpm"],
    us: ["gpm", "L/s", "m3/h"],
    place: "then",
    tool: "flow meter",
    expects: "flow",
  },
  {
    slot: "speed",
    name: "Speed",
    dimension: "speed",
    metric: ["rpm"],
    us: ["rpm"],
    place: "then",
    tool: "tachometer",
    expects: "speed",
  },
  {
    slot: "frequency",
    name: "Drive frequency",
    dimension: "frequency",
    metric: ["Hz"],
    us: ["Hz"],
    place: "then",
    tool: "watch",
    when: (p) => p.driveKind === "vfd",
  },
  {
    slot: "level",
    name: "Source level over the shaft",
    dimension: "length",
    metric: ["m", "cm", "ft"],
    us: ["ft", "in", "m"],
    place: "more",
    tool: "tape",
    signed: true,
    when: (p) => dry(p) && !p.closedLoop,
  },
  {
    slot: "liquidTemperature",
    name: "Liquid",
    dimension: "temperature",
    ...TEMPERATURE,
    place: "more",
    tool: "thermometer",
    signed: true,
  },
  phase(0, "volts"),
  phase(1, "volts"),
  phase(2, "volts"),
  {
    slot: "volts.0",
    name: "Voltage",
    dimension: "voltage",
    metric: ["V"],
    us: ["V"],
    place: "more",
    tool: "voltmeter",
    when: singlePhase,
  },
  {
    slot: "inputPower",
    name: "Input power",
    dimension: "power",
    metric: ["kW", "W"],
    us: ["kW", "hp"],
    place: "more",
    tool: "power meter",
    when: motor,
  },
  {
    slot: "bearingTemperature",
    name: "Bearing",
    dimension: "temperature",
    ...TEMPERATURE,
    place: "more",
    tool: "thermometer",
    when: (p) => dry(p) && p.seal !== "none",
  },
  {
    slot: "casingTemperature",
    name: "Casing",
    dimension: "temperature",
    ...TEMPERATURE,
    place: "more",
    tool: "thermometer",
    when: dry,
  },
  {
    slot: "glandTemperature",
    name: "Gland",
    dimension: "temperature",
    ...TEMPERATURE,
    place: "more",
    tool: "thermometer",
    when: (p) => p.seal === "packed",
  },
  {
    slot: "leakage",
    name: (p) => (p.seal === "packed" ? "Gland drip" : "Seal drip"),
    dimension: "leakage",
    metric: ["drops/min"],
    us: ["drops/min"],
    place: "more",
    tool: "watch",
    when: (p) => dry(p) && p.seal !== "none",
  },
  {
    slot: "vibration",
    name: "Vibration",
    dimension: "velocity",
    metric: ["mm/s"],
    us: ["in/s", "mm/s"],
    place: "more",
    tool: "vibration meter",
    when: dry,
  },
];

/** Readings of this pump in the order they are taken, with this gauge's own unit first. */
export function slotsOf(pump: PumpDto, facts: PumpFacts, system: UnitSystem): SheetSlot[] {
  const own = (slot: string) => {
    const kind = slot.replace("Pressure", "-gauge");
    return pump.instruments.find((i) => !i.travels && i.kind === kind)?.unit;
  };
  return ROWS.filter((r) => r.when?.(facts) ?? true).map((r) => {
    const units = system === "us" ? r.us : r.metric;
    const first = r.dimension === "pressure" ? own(r.slot) : undefined;
    return {
      slot: r.slot,
      name: typeof r.name === "string" ? r.name : r.name(facts),
      dimension: r.dimension,
      units: first ? [first, ...units.filter((u) => u !== first)] : units,
      signed: r.signed ?? false,
      place: r.place,
      tool: r.tool,
      ...(r.expects ? { expects: r.expects } : {}),
    };
  });
}

/** The strips of a valve position on this pump: which readings it asks for, one row each. */
import { dimensionAt, type Family, type PositionSlot } from "../case/index.ts";
import type { Dimension, UnitSystem } from "../quantity/index.ts";
import type { Instrument } from "./gauges.ts";
import { canned, type PumpFacts, submergedSet } from "./pump-facts.ts";

export interface Strip {
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
type StripRank = "first" | "phases" | "then" | "more";

export interface PositionStrip extends Strip {
  readonly rank: StripRank;
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
  readonly slot: PositionSlot;
  readonly name: string | ((p: PumpFacts) => string);
  readonly metric: readonly string[];
  readonly us: readonly string[];
  readonly rank: StripRank;
  readonly tool: Tool;
  readonly signed?: true;
  readonly expects?: Strip["expects"];
  readonly when?: (p: PumpFacts) => boolean;
}

const submerged = (p: PumpFacts) => p.installation === "submerged";
const dry = (p: PumpFacts) => !submerged(p);
/** The machine stands where a hand and an instrument reach it: a line shaft's head does, its wheel below does not. */
const inReach = (p: PumpFacts) => !submergedSet(p);
const shaftInSight = (p: PumpFacts) => inReach(p) && !canned(p);
/** A trailer set of which nobody said what drives it has an engine. */
const motor = (p: PumpFacts) =>
  p.driver !== "engine" && !(p.driver === "unknown" && p.family === "dry-priming");
const threePhase = (p: PumpFacts) => motor(p) && p.driver !== "1-phase";
const singlePhase = (p: PumpFacts) => p.driver === "1-phase";
/** Families that are started and stopped by a float, a pressure switch or a vessel. */
const CYCLING: readonly Family[] = ["sump", "borehole", "jet-shallow", "jet-deep", "multistage"];
const TEMPERATURE = { metric: ["degC", "degF"], us: ["degF", "degC"] } as const;

const phase = (i: 0 | 1 | 2, kind: "amps" | "volts"): Row => ({
  slot: `${kind}.${i}`,
  name: kind === "amps" ? `L${i + 1}` : (["L1–L2", "L2–L3", "L3–L1"][i] ?? ""),
  metric: [kind === "amps" ? "A" : "V"],
  us: [kind === "amps" ? "A" : "V"],
  rank: kind === "amps" ? "phases" : "more",
  tool: kind === "amps" ? "clamp meter" : "voltmeter",
  when: threePhase,
  ...(kind === "amps" ? { expects: "amps" as const } : {}),
});

/** In the order they are taken. */
const ROWS: readonly Row[] = [
  {
    slot: "level",
    name: "Level over the eye",
    metric: ["m", "cm", "ft"],
    us: ["ft", "in", "m"],
    rank: "first",
    tool: "tape",
    signed: true,
    when: submerged,
  },
  {
    slot: "suctionPressure",
    name: "Suction gauge",
    metric: ["bar", "kPa", "inHg"],
    us: ["inHg", "psi", "ftH2O"],
    rank: "first",
    tool: "gauges",
    signed: true,
    expects: "suctionPressure",
    when: dry,
  },
  {
    slot: "dischargePressure",
    name: "Discharge gauge",
    metric: ["bar", "kPa", "psi"],
    us: ["psi", "ftH2O", "bar"],
    rank: "first",
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
    metric: ["A"],
    us: ["A"],
    rank: "phases",
    tool: "clamp meter",
    expects: "amps",
    when: singlePhase,
  },
  {
    slot: "flow",
    name: "Flow",
    metric: ["m3/h", "L/s", "gpm"],
    us: ["gpm", "L/s", "m3/h"],
    rank: "then",
    tool: "flow meter",
    expects: "flow",
  },
  {
    slot: "speed",
    name: "Speed",
    metric: ["rpm"],
    us: ["rpm"],
    rank: "then",
    tool: "tachometer",
    expects: "speed",
    when: shaftInSight,
  },
  {
    slot: "frequency",
    name: "Drive frequency",
    metric: ["Hz"],
    us: ["Hz"],
    rank: "then",
    tool: "watch",
    when: (p) => p.driveKind === "vfd",
  },
  {
    slot: "level",
    name: "Source level over the shaft",
    metric: ["m", "cm", "ft"],
    us: ["ft", "in", "m"],
    rank: "more",
    tool: "tape",
    signed: true,
    when: (p) => dry(p) && !p.closedLoop,
  },
  {
    slot: "liquidTemperature",
    name: "Liquid",
    ...TEMPERATURE,
    rank: "more",
    tool: "thermometer",
    signed: true,
  },
  phase(0, "volts"),
  phase(1, "volts"),
  phase(2, "volts"),
  {
    slot: "volts.0",
    name: "Voltage",
    metric: ["V"],
    us: ["V"],
    rank: "more",
    tool: "voltmeter",
    when: singlePhase,
  },
  {
    slot: "inputPower",
    name: "Input power",
    metric: ["kW", "W"],
    us: ["kW", "hp"],
    rank: "more",
    tool: "power meter",
    when: motor,
  },
  {
    slot: "inrush",
    name: "Highest current at the start",
    metric: ["A"],
    us: ["A"],
    rank: "more",
    tool: "clamp meter",
    // Behind a drive there is no inrush.
    when: (p) => motor(p) && p.driveKind !== "vfd",
  },
  {
    slot: "bearingTemperature",
    name: "Bearing",
    ...TEMPERATURE,
    rank: "more",
    tool: "thermometer",
    when: shaftInSight,
  },
  {
    slot: "casingTemperature",
    name: "Casing",
    ...TEMPERATURE,
    rank: "more",
    tool: "thermometer",
    when: dry,
  },
  {
    slot: "glandTemperature",
    name: "Gland",
    ...TEMPERATURE,
    rank: "more",
    tool: "thermometer",
    when: (p) => p.seal === "packed",
  },
  {
    slot: "leakage",
    name: (p) => (p.seal === "packed" ? "Gland drip" : "Seal drip"),
    metric: ["drops/min"],
    us: ["drops/min"],
    rank: "more",
    tool: "watch",
    when: shaftInSight,
  },
  {
    slot: "runTime",
    name: "Runs for",
    metric: ["s", "min"],
    us: ["s", "min"],
    rank: "more",
    tool: "watch",
    when: (p) => CYCLING.includes(p.family) && motor(p),
  },
  {
    slot: "offTime",
    name: "Stands for",
    metric: ["s", "min"],
    us: ["s", "min"],
    rank: "more",
    tool: "watch",
    when: (p) => CYCLING.includes(p.family) && motor(p),
  },
  {
    slot: "vibration",
    name: "Vibration",
    metric: ["mm/s"],
    us: ["in/s", "mm/s"],
    rank: "more",
    tool: "vibration meter",
    when: inReach,
  },
];

/** Readings of this pump in the order they are taken, with this gauge's own unit first. */
export function stripsOf(
  instruments: readonly Instrument[],
  facts: PumpFacts,
  system: UnitSystem,
): PositionStrip[] {
  const own = (slot: string) => {
    const kind = slot.replace("Pressure", "-gauge");
    return instruments.find((i) => !i.travels && i.kind === kind)?.unit;
  };
  return ROWS.filter((r) => r.when?.(facts) ?? true).flatMap((r) => {
    const dimension = dimensionAt("as found", r.slot);
    if (!dimension) return [];
    const units = system === "us" ? r.us : r.metric;
    const first = dimension === "pressure" ? own(r.slot) : undefined;
    return [
      {
        slot: r.slot,
        name: typeof r.name === "string" ? r.name : r.name(facts),
        dimension,
        units: first ? [first, ...units.filter((u) => u !== first)] : units,
        signed: r.signed ?? false,
        rank: r.rank,
        tool: r.tool,
        ...(r.expects ? { expects: r.expects } : {}),
      },
    ];
  });
}

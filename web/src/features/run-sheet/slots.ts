/** The readings a run sheet asks for, one row each. */
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

/** Readings of this pump in the order they are taken, with this gauge's own unit first. */
export function slotsOf(pump: PumpDto, system: UnitSystem): Slot[] {
  const gauge = (kind: string) => pump.instruments.find((i) => i.kind === kind);
  const us = system === "us";
  const first = (unit: string | undefined, list: readonly string[]) =>
    unit ? [unit, ...list.filter((u) => u !== unit)] : list;
  const suction = gauge("suction-gauge");
  const discharge = gauge("discharge-gauge");
  const hang = (g: typeof suction) =>
    g?.gaugeHeight ? `gauge ${g.gaugeHeight} up${g.line ? `, line ${g.line}` : ""}` : undefined;
  const threePhase = pump.motor?.["phases"] !== 1;
  const submerged = pump.installation === "submerged";
  const phases: Slot[] = (threePhase ? [0, 1, 2] : [0]).map((i) => ({
    slot: `amps.${i}`,
    name: threePhase ? `L${i + 1}` : "Current",
    dimension: "current",
    units: ["A"],
    signed: false,
    expects: "amps",
  }));
  const list: (Slot | undefined)[] = [
    submerged
      ? {
          slot: "level",
          name: "Level over the eye",
          dimension: "length",
          units: us ? ["ft", "in", "m"] : ["m", "cm", "ft"],
          signed: true,
        }
      : {
          slot: "suctionPressure",
          name: "Suction gauge",
          dimension: "pressure",
          units: first(suction?.unit, us ? ["inHg", "psi", "ftH2O"] : ["bar", "kPa", "inHg"]),
          signed: true,
          expects: "suctionPressure",
          note: hang(suction),
        },
    {
      slot: "dischargePressure",
      name: "Discharge gauge",
      dimension: "pressure",
      units: first(discharge?.unit, us ? ["psi", "ftH2O", "bar"] : ["bar", "kPa", "psi"]),
      signed: true,
      expects: "dischargePressure",
      note: hang(discharge),
    },
    {
      slot: "speed",
      name: "Speed",
      dimension: "speed",
      units: ["rpm"],
      signed: false,
      expects: "speed",
    },
    {
      slot: "flow",
      name: "Flow",
      dimension: "flow",
      units: us ? ["gpm", "L/s", "m3/h"] : ["m3/h", "L/s", "gpm"],
      signed: false,
      expects: "flow",
    },
    ...phases,
  ];
  return list.filter((s) => s !== undefined);
}

/** Check values of the fire-water pump's three points. */
import { againstOriginal, fireTest } from "@yard-tack/core/hydraulics";
import type { Computed } from "../computed.ts";
import { type Inputs, need, plain, rpm, si } from "../inputs.ts";

export const fire = (inputs: Inputs): Computed => {
  const ratedSpeed = rpm(inputs, "ratedSpeed") ?? Number.NaN;
  const points = ((inputs["points"] ?? []) as Inputs[]).map((p) => ({
    flow: need(p, "flow", "flow"),
    suction: need(p, "suctionPressure", "pressure"),
    discharge: need(p, "dischargePressure", "pressure"),
    speed: rpm(p, "speed") ?? ratedSpeed,
  }));
  const found = fireTest(
    {
      rating: {
        flow: need(inputs, "ratedFlow", "flow"),
        pressure: need(inputs, "ratedPressure", "pressure"),
        speed: ratedSpeed,
      },
      density: plain(inputs, "density_kg_m3") ?? 998.2,
      gaugeHeightDifference: si(inputs, "gaugeHeightDifference", "length") ?? 0,
      suctionBore: si(inputs, "suctionBore", "length"),
      dischargeBore: si(inputs, "dischargeBore", "length"),
    },
    points,
  );
  const original = (inputs["original"] ?? []) as Inputs[];
  if (original.length === 0) return { ...found };
  const kept = againstOriginal(
    found.corrected,
    original.map((p) => need(p, "netPressure", "pressure")),
  );
  return {
    ...found,
    percentOfOriginal: kept.percent,
    againstOriginal: kept.passes ? "pass" : "fail",
  };
};

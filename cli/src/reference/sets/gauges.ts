/** Gauges and the head measurement of a check case. */
import { type GaugeReading, type HeadMeasurement } from "@yard-tack/core/hydraulics";
import {
  absolutePa,
  type AbsolutePa,
  gaugePa,
  type InstrumentClass,
  readingUncertainty,
  repeats,
} from "@yard-tack/core/quantity";
import { gaugeInput, group, type Inputs, need, plain, si, siList } from "../inputs.ts";

export function gaugeOf(
  inputs: Inputs,
  side: "suction" | "discharge",
  atmosphere: AbsolutePa | undefined,
): GaugeReading | undefined {
  const key = `${side}Pressure`;
  const list: readonly unknown[] = Array.isArray(inputs[key]) ? inputs[key] : [inputs[key]];
  const values = list.map((v) => gaugeInput({ v }, "v", atmosphere)).filter((v) => v !== undefined);
  if (values.length === 0) return undefined;
  const { mean, u: spread } = repeats(values);
  const cls = group(group(inputs, "gaugeClass") ?? {}, side);
  return {
    pressure: gaugePa(mean),
    u: cls ? readingUncertainty(instrument(cls), spread) : spread,
    gaugeHeight: si(inputs, `${side}GaugeHeight`, "length"),
    tappingHeight: si(inputs, `${side}TappingHeight`, "length"),
    line: (inputs[`${side}Line`] ?? undefined) as GaugeReading["line"],
    bore: si(inputs, `${side}Bore`, "length"),
  };
}

function instrument(cls: Inputs): InstrumentClass {
  const [low = 0, high = 0] = siList(cls, "range", "pressure");
  return {
    span: high - low,
    percent: plain(cls, "percent") ?? 0,
    division: si(cls, "division", "pressure"),
  };
}

export function measurement(inputs: Inputs, heightsAsGauges = false): HeadMeasurement {
  const barometer = si(inputs, "barometer", "pressure");
  const atmosphere = barometer === undefined ? undefined : absolutePa(barometer);
  const read = (side: "suction" | "discharge") => {
    const g = gaugeOf(inputs, side, atmosphere);
    return g && heightsAsGauges ? { ...g, line: "full" as const } : g;
  };
  const suction = read("suction");
  const discharge = read("discharge");
  if (!discharge) throw new Error("dischargePressure is missing");
  const riser = group(inputs, "riser");
  const halfWidth = si(inputs, "heightHalfWidth", "length");
  return {
    suction: suction
      ? { kind: "gauge", gauge: suction }
      : { kind: "level", level: need(inputs, "waterLevel", "length") },
    discharge,
    density: plain(inputs, "density_kg_m3") ?? 998.2,
    riser: riser && {
      bore: need(riser, "bore", "length"),
      length: need(riser, "length", "length"),
      roughness: need(riser, "roughness", "length"),
      viscosity: plain(riser, "kinematicViscosity_m2_s") ?? 1e-6,
      k: plain(riser, "K"),
    },
    uHeight: halfWidth === undefined ? 0 : halfWidth / Math.sqrt(3),
  };
}

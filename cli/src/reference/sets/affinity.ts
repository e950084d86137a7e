/** Check values of affinity, and of pumps together on a system. */
import {
  curveAtSpeed,
  effectiveDiameter,
  geometricScale,
  hydraulicEfficiency,
  intersections,
  parallelDuties,
  readCurve,
  seriesDuties,
  speedScale,
  TRIM_LIMIT_PERCENT,
  trimScale,
} from "@yard-tack/core/curve";
import type { Computed } from "../computed.ts";
import { curveInput, group, type Inputs, need, plain, rpm, si, systemInput } from "../inputs.ts";

export const affinity = (inputs: Inputs): Computed => {
  const q = si(inputs, "flow", "flow") ?? 0;
  const h = si(inputs, "head", "length") ?? 0;
  const p = si(inputs, "power", "power") ?? 0;
  const density = plain(inputs, "density_kg_m3") ?? 998.2;
  switch (inputs["kind"]) {
    case "speed": {
      const ratio = (rpm(inputs, "speed") ?? 0) / (rpm(inputs, "ratedSpeed") ?? 1);
      const by = speedScale(ratio, plain(inputs, "npshExponent"));
      const n = si(inputs, "npshr", "length");
      return {
        flow: q * by.flow,
        head: h * by.head,
        power: p * by.power,
        npshr: n === undefined ? null : n * by.npshr,
      };
    }
    case "trim":
    case "geometric": {
      const ratio = need(inputs, "newDiameter", "length") / need(inputs, "diameter", "length");
      const isTrim = inputs["kind"] === "trim";
      const by = isTrim ? trimScale(ratio) : geometricScale(ratio);
      const reductionPercent = 100 * (1 - ratio);
      return {
        flow: q * by.flow,
        head: h * by.head,
        power: p * by.power,
        reductionPercent,
        warnTrimOver15percent: isTrim && reductionPercent > TRIM_LIMIT_PERCENT,
      };
    }
    case "effectiveDiameter": {
      const found = effectiveDiameter(
        need(inputs, "diameter", "length"),
        need(inputs, "ratedShutOffHead", "length"),
        rpm(inputs, "ratedSpeed") ?? 1,
        need(inputs, "shutOffHead", "length"),
        rpm(inputs, "speed") ?? 1,
      );
      return { effectiveDiameter: found.diameter, lossPercent: found.lossPercent };
    }
    case "dutyAtSpeed": {
      const rated = curveInput(group(inputs, "curve"));
      if (!rated) throw new Error("curve is missing");
      const curve = curveAtSpeed(rated, rpm(inputs, "speed"));
      const duties = intersections(curve, systemInput(group(inputs, "system")));
      const duty = duties[duties.length - 1];
      if (!duty) return { flow: null, shutOffHead: readCurve(curve, 0).head ?? null };
      const power = readCurve(curve, duty.flow).power;
      return {
        flow: duty.flow,
        head: duty.head,
        shaftPower: power ?? null,
        efficiency: power ? hydraulicEfficiency(duty.flow, duty.head, power, density) : null,
        shutOffHead: readCurve(curve, 0).head ?? null,
      };
    }
    case "series":
    case "parallel": {
      const curves = ((inputs["curves"] ?? []) as Inputs[]).flatMap((c) => curveInput(c) ?? []);
      const system = systemInput(group(inputs, "system"));
      const found =
        inputs["kind"] === "series" ? seriesDuties(curves, system) : parallelDuties(curves, system);
      return { ...(found[found.length - 1] ?? { flow: null }) };
    }
    case "efficiency":
      return { efficiency: hydraulicEfficiency(q, h, p, density) };
    default:
      return undefined;
  }
};

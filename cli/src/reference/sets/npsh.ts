/** Check values of NPSH and its levers. */
import { curveAtSpeed, readCurve, systemThrough } from "@yard-tack/core/curve";
import { standardAtmosphere, waterState } from "@yard-tack/core/liquid";
import { absolutePa, gaugePa } from "@yard-tack/core/quantity";
import {
  type LeverInputs,
  leversOf,
  npsh,
  type SuctionLayout,
  type SuctionState,
} from "@yard-tack/core/suction";
import type { Computed } from "../computed.ts";
import { curveInput, gaugeInput, group, type Inputs, need, plain, rpm, si } from "../inputs.ts";
import { gaugeOf } from "./gauges.ts";

export const npshCase = (inputs: Inputs): Computed => {
  const atmosphere = absolutePa(
    si(inputs, "barometer", "pressure") ?? standard(need(inputs, "altitude", "length")),
  );
  const temperature = si(inputs, "temperature", "temperature");
  const state = temperature === undefined ? undefined : waterState(temperature);
  const flow = need(inputs, "flow", "flow");
  const curve = curveInput(group(inputs, "curve"));
  const atSpeed = curve && curveAtSpeed(curve, rpm(inputs, "speed"));
  const level = si(inputs, "sourceLevel", "length");
  const loss = group(inputs, "suctionLoss");
  const suctionState: SuctionState = {
    atmosphere,
    density: plain(inputs, "density_kg_m3") ?? (state?.ok ? state.value.density : Number.NaN),
    vapourPressure: absolutePa(
      plain(inputs, "vapourPressure_Pa") ?? (state?.ok ? state.value.vapourPressure : Number.NaN),
    ),
  };
  const layout: SuctionLayout | undefined =
    level === undefined
      ? undefined
      : {
          sourceLevel: level,
          surfacePressure: gaugeInput(inputs, "surfacePressure", atmosphere) ?? gaugePa(0),
          loss: loss && { flow: need(loss, "flow", "flow"), head: need(loss, "head", "length") },
        };
  const found = npsh({
    state: suctionState,
    gauge: gaugeOf(inputs, "suction", atmosphere),
    layout,
    flow: { value: flow, u: 0 },
    required: atSpeed && readCurve(atSpeed, flow).npshr,
  });
  return {
    fromGauge: found.fromGauge?.value ?? null,
    fromLayout: found.fromLayout ?? null,
    unexplainedLoss: found.unexplainedLoss?.value ?? null,
    npshRequired: found.required ?? null,
    available: found.available?.value ?? null,
    margin: found.margin ?? null,
    ratio: found.ratio ?? null,
    ...(inputs["levers"] && layout && atSpeed
      ? {
          levers: levers(inputs, {
            layout,
            state: suctionState,
            curve: atSpeed,
            flow,
            temperature,
          }),
        }
      : {}),
  };
};

function levers(
  inputs: Inputs,
  at: Pick<LeverInputs, "layout" | "state" | "curve" | "flow" | "temperature">,
): Computed {
  const staticHead = need(group(inputs, "system") ?? {}, "staticHead", "length");
  const head = readCurve(at.curve, at.flow).head ?? Number.NaN;
  const found = leversOf({
    ...at,
    system: systemThrough(staticHead, at.flow, head),
    liquidAt: (t) => {
      const water = waterState(t);
      return water.ok ? water.value : undefined;
    },
  });
  return found === "no-npsh-required" ? undefined : { ...found };
}

function standard(altitude: number): number {
  const p = standardAtmosphere(altitude);
  if (!p.ok) throw new Error("altitude out of range");
  return p.value;
}

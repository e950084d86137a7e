/** Check values of pipes, and of heat at low flow. */
import { curveAtSpeed, curveEnd, curveStart, readCurve, rootsBetween } from "@yard-tack/core/curve";
import {
  hazenWilliams,
  pipeLoss,
  pipesInSeries,
  shutOffHeating,
  throughFlowHeating,
  timeToLimit,
} from "@yard-tack/core/hydraulics";
import type { Computed } from "../computed.ts";
import { curveInput, group, type Inputs, need, plain, rpm, si } from "../inputs.ts";

export const friction = (inputs: Inputs): Computed => {
  if (inputs["C"] !== undefined) {
    return {
      pipeLoss: hazenWilliams(
        need(inputs, "flow", "flow"),
        need(inputs, "bore", "length"),
        need(inputs, "length", "length"),
        plain(inputs, "C") ?? Number.NaN,
      ),
    };
  }
  const viscosity = plain(inputs, "kinematicViscosity_m2_s") ?? Number.NaN;
  if (inputs["pipes"] !== undefined) return pipedSystem(inputs, viscosity);
  const loss = pipeLoss(pipeInput(inputs), need(inputs, "flow", "flow"), viscosity);
  if (!loss.ok) return {};
  const { ifLaminar, ...found } = loss.value;
  return ifLaminar
    ? {
        ...found,
        frictionFactorLaminar: ifLaminar.frictionFactor,
        frictionFactorColebrook: found.frictionFactor,
        totalLossBetween: [ifLaminar.totalLoss, found.totalLoss],
      }
    : { ...found };
};

const pipeInput = (inputs: Inputs) => ({
  bore: need(inputs, "bore", "length"),
  length: need(inputs, "length", "length"),
  roughness: si(inputs, "roughness", "length") ?? 0,
  k: plain(inputs, "K"),
});

/** Where a pump meets static head and pipes in series. */
function pipedSystem(inputs: Inputs, viscosity: number): Computed {
  const rated = curveInput(group(inputs, "curve"));
  if (!rated) throw new Error("curve is missing");
  const curve = curveAtSpeed(rated, rpm(inputs, "speed"));
  const staticHead = need(inputs, "staticHead", "length");
  const pipes = ((inputs["pipes"] ?? []) as Inputs[]).map(pipeInput);
  const lossAt = (q: number) => {
    const loss = pipesInSeries(pipes, q, viscosity);
    return loss.ok ? loss.value : Number.NaN;
  };
  const gap = (q: number) => (readCurve(curve, q).head ?? Number.NaN) - staticHead - lossAt(q);
  const flow = rootsBetween(gap, curveStart(curve), curveEnd(curve)).at(-1);
  if (flow === undefined) return { flow: null };
  return {
    flow,
    head: staticHead + lossAt(flow),
    frictionAtDuty: lossAt(flow),
    shaftPower: readCurve(curve, flow).power ?? null,
  };
}

export const deadhead = (inputs: Inputs): Computed => {
  const specificHeat = plain(inputs, "specificHeat_J_kgK") ?? Number.NaN;
  const efficiency = plain(inputs, "efficiency");
  if (efficiency !== undefined) {
    const head = need(inputs, "head", "length");
    return { temperatureRise: throughFlowHeating(head, efficiency, specificHeat) };
  }
  const rate = shutOffHeating(
    need(inputs, "shaftPower", "power"),
    need(inputs, "casingVolume", "volume"),
    plain(inputs, "density_kg_m3") ?? Number.NaN,
    specificHeat,
  );
  const now = need(inputs, "liquidTemperature", "temperature");
  return {
    heatingRate: rate,
    time: timeToLimit(rate, now, need(inputs, "limit", "temperature")),
  };
};

/** Check values of total head and its uncertainty. */
import { curveAtSpeed, readCurve } from "@yard-tack/core/curve";
import {
  flowPart,
  headUncertainty,
  lineOf,
  solveOnCurve,
  totalHead,
} from "@yard-tack/core/hydraulics";
import { K95 } from "@yard-tack/core/quantity";
import type { Computed } from "../computed.ts";
import { curveInput, group, type Inputs, plain, rpm, si } from "../inputs.ts";
import { measurement } from "./gauges.ts";

export const head = (inputs: Inputs): Computed => {
  const m = measurement(inputs);
  const rated = curveInput(group(inputs, "curve"));
  const curve = rated && curveAtSpeed(rated, rpm(inputs, "speed"));
  const linesTaken = {
    suction: m.suction.kind === "gauge" ? lineOf(m.suction.gauge) : null,
    discharge: lineOf(m.discharge),
  };
  const flow = si(inputs, "flow", "flow");
  if (flow !== undefined) {
    const curveHead = curve && readCurve(curve, flow).head;
    const total = totalHead(m, flow);
    return {
      totalHead: total,
      curveHead: curveHead ?? null,
      headAgainstCurve: curveHead ? 100 * (total / curveHead - 1) : null,
      ...flowPart(m, flow),
      linesTaken,
    };
  }
  const solutions = curve ? solveOnCurve(m, curve) : [];
  const [first] = solutions;
  if (solutions.length > 1) {
    return {
      flows: solutions.map((s) => s.flow),
      totalHeads: solutions.map((s) => s.head),
      linesTaken,
    };
  }
  return {
    flow: first?.flow ?? null,
    totalHead: first?.head ?? null,
    velocityHeadDifference: first ? flowPart(m, first.flow).velocityHeadDifference : null,
    linesTaken,
  };
};

export const uncertainty = (inputs: Inputs): Computed => {
  const m = measurement(inputs, true);
  const suctionU = m.suction.kind === "gauge" ? m.suction.gauge.u : undefined;
  const base = {
    standardUncertaintySuctionPressure: suctionU,
    standardUncertaintyDischargePressure: m.discharge.u,
  };
  const flow = si(inputs, "flow", "flow");
  if (flow !== undefined) {
    const uFlow = ((plain(inputs, "flowStandardUncertaintyPercent") ?? 0) / 100) * flow;
    const u = headUncertainty(m, { value: flow, u: uFlow });
    return {
      ...base,
      totalHead: totalHead(m, flow),
      standardUncertaintyHead: u,
      halfWidth95: K95 * u,
    };
  }
  const curve = curveInput(group(inputs, "curve"));
  const [solution] = curve ? solveOnCurve(m, curve) : [];
  const u = headUncertainty(m);
  const uFlow = solution ? u / Math.abs(solution.slopeGap) : null;
  return {
    ...base,
    standardUncertaintyHead: u,
    halfWidth95: K95 * u,
    totalHead: solution?.head ?? null,
    flow: solution?.flow ?? null,
    standardUncertaintyFlow: uFlow,
    halfWidth95Flow: uFlow === null ? null : K95 * uFlow,
  };
};

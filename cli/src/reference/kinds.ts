/** Which core functions answer each set of check values. A set or kind not listed is skipped. */
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
import {
  derating,
  imbalance,
  inputPower,
  loadFromCurrent,
  loadFromSpeed,
  phaseLoss,
  speedAtLoad,
  synchronousSpeed,
} from "@yard-tack/core/drive";
import {
  flowPart,
  type GaugeReading,
  headUncertainty,
  type HeadMeasurement,
  lineOf,
  pipeLoss,
  solveOnCurve,
  totalHead,
} from "@yard-tack/core/hydraulics";
import { standardAtmosphere, waterAt, waterState } from "@yard-tack/core/liquid";
import {
  absolutePa,
  type AbsolutePa,
  gaugePa,
  type InstrumentClass,
  K95,
  readingUncertainty,
  repeats,
} from "@yard-tack/core/quantity";
import { npsh } from "@yard-tack/core/suction";
import {
  curveInput,
  gaugeInput,
  group,
  type Inputs,
  need,
  plain,
  rpm,
  si,
  siList,
  systemInput,
} from "./inputs.ts";

/** Computed values by key, or undefined when this kind is not built yet. */
export type Computed = Readonly<Record<string, unknown>> | undefined;

const water = (inputs: Inputs): Computed => {
  const altitude = si(inputs, "altitude", "length");
  if (altitude !== undefined) {
    const p = standardAtmosphere(altitude);
    return { atmosphericPressure: p.ok ? p.value : null };
  }
  const w = waterAt(need(inputs, "temperature", "temperature"));
  if (!w.ok)
    return { saturationPressure: null, saturatedLiquidDensity: null, dynamicViscosity: null };
  return {
    saturationPressure: w.value.saturationPressure,
    saturatedLiquidDensity: w.value.density,
    dynamicViscosity: w.value.dynamicViscosity,
  };
};

function gaugeOf(
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

function measurement(inputs: Inputs, heightsAsGauges = false): HeadMeasurement {
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

const head = (inputs: Inputs): Computed => {
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

const uncertainty = (inputs: Inputs): Computed => {
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

const affinity = (inputs: Inputs): Computed => {
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

const npshCase = (inputs: Inputs): Computed => {
  if (inputs["levers"]) return undefined;
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
  const found = npsh({
    state: {
      atmosphere,
      density: plain(inputs, "density_kg_m3") ?? (state?.ok ? state.value.density : Number.NaN),
      vapourPressure: absolutePa(
        plain(inputs, "vapourPressure_Pa") ?? (state?.ok ? state.value.vapourPressure : Number.NaN),
      ),
    },
    gauge: gaugeOf(inputs, "suction", atmosphere),
    layout:
      level === undefined
        ? undefined
        : {
            sourceLevel: level,
            surfacePressure: gaugeInput(inputs, "surfacePressure", atmosphere) ?? gaugePa(0),
            loss: loss && { flow: need(loss, "flow", "flow"), head: need(loss, "head", "length") },
          },
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
  };
};

function standard(altitude: number): number {
  const p = standardAtmosphere(altitude);
  if (!p.ok) throw new Error("altitude out of range");
  return p.value;
}

const motor = (inputs: Inputs): Computed => {
  const kind = inputs["kind"];
  switch (kind) {
    case "imbalance": {
      const volts = inputs["volts"] !== undefined;
      const list = volts ? siList(inputs, "volts", "voltage") : siList(inputs, "amps", "current");
      const found = imbalance(list, volts ? "volts" : "amps");
      if (!found) return {};
      const { mean, percent, worstIndex, band } = found;
      const factor = volts ? derating(percent) : undefined;
      return { mean, imbalancePercent: percent, worstIndex, band, deratingFactor: factor ?? null };
    }
    case "phaseLoss": {
      const found = phaseLoss(
        siList(inputs, "amps", "current"),
        si(inputs, "healthyCurrent", "current"),
      );
      return {
        lostPhaseIndex: found?.lostIndex ?? null,
        stop: found !== undefined,
        ratioOfOthersToBefore: found?.ratioOfOthers ?? null,
      };
    }
    case "load": {
      const current = need(inputs, "current", "current");
      const full = need(inputs, "fullLoadCurrent", "current");
      const x = loadFromCurrent(current, full, need(inputs, "noLoadCurrent", "current"));
      return {
        loadFraction: x.ok ? x.value : null,
        straightProportion: current / full,
        shaftPower: x.ok ? x.value * need(inputs, "ratedPower", "power") : null,
      };
    }
    case "slip": {
      const sync = synchronousSpeed(
        need(inputs, "frequency", "frequency"),
        plain(inputs, "poles") ?? 2,
      );
      const plate = rpm(inputs, "plateSpeed") ?? 0;
      const speed = rpm(inputs, "speed");
      return {
        synchronousSpeed: sync,
        ...(speed === undefined
          ? { speed: speedAtLoad(sync, plate, plain(inputs, "loadFraction") ?? 0) }
          : { loadFraction: loadFromSpeed(sync, plate, speed) }),
      };
    }
    case "power": {
      const rated = si(inputs, "ratedPower", "power");
      const efficiency = plain(inputs, "efficiency");
      const input = inputPower(
        plain(inputs, "phases") === 1 ? 1 : 3,
        need(inputs, "voltage", "voltage"),
        need(inputs, "current", "current"),
        plain(inputs, "powerFactor") ?? 1,
      );
      const shaft = efficiency === undefined ? null : input * efficiency;
      return {
        inputPower: input,
        shaftPower: shaft,
        loadFraction: shaft !== null && rated ? shaft / rated : null,
      };
    }
    default:
      return undefined;
  }
};

/** Calculations by set name. */
export const SETS: Readonly<Record<string, (inputs: Inputs) => Computed>> = {
  water,
  head,
  uncertainty,
  affinity,
  npsh: npshCase,
  motor,
  friction: (inputs) => {
    const bore = si(inputs, "bore", "length");
    if (bore === undefined || inputs["segments"]) return undefined;
    const loss = pipeLoss(
      {
        bore,
        length: need(inputs, "length", "length"),
        roughness: si(inputs, "roughness", "length") ?? 0,
        k: plain(inputs, "K"),
      },
      need(inputs, "flow", "flow"),
      plain(inputs, "kinematicViscosity_m2_s") ?? Number.NaN,
    );
    // Two factors for the transition region come with the rest of the pipe work.
    return loss.ok && loss.value.regime !== "transition" ? { ...loss.value } : undefined;
  },
};

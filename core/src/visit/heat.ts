/** How long this pump may stand against a shut valve, and how it warms what it moves slowly. */
import { bestEfficiencyFlow, hydraulicEfficiency, readCurve } from "../curve/index.ts";
import {
  casingVolumeFromPorts,
  deadHeadLimit,
  type DeadHeadLimit,
  throughFlowHeating,
} from "../hydraulics/index.ts";
import { COLD_K } from "./liquid-of-case.ts";
import type { VisitParts } from "./parts.ts";
import type { Situation } from "./situation.ts";

const WATER_SPECIFIC_HEAT = 4186;
/** Shaft power at shut-off over that at best, when the sheet is silent there. */
const SHUT_OFF_SHARE = 0.5;

export interface HeatStudy {
  readonly deadHead: (DeadHeadLimit & { readonly volumeFrom: "stated" | "ports" }) | undefined;
  /** Warming of the liquid on its way through at today's flow [K]. */
  readonly passing: number | undefined;
}

/** Heat figures of a pump; positive-displacement pumps have no shut-off and get none. */
export function heatStudy(situation: Situation, parts: VisitParts | undefined): HeatStudy {
  const { curve, liquid, ports, casingVolume, stages } = situation;
  if (!curve || situation.displacement) return { deadHead: undefined, passing: undefined };
  const best = bestEfficiencyFlow(curve);
  const power =
    readCurve(curve, 0).power ??
    (best === undefined ? undefined : (readCurve(curve, best).power ?? 0) * SHUT_OFF_SHARE);
  const volume =
    casingVolume ??
    (ports.suction && ports.discharge
      ? casingVolumeFromPorts(ports.suction, ports.discharge, stages)
      : undefined);
  const flow = parts?.duty.flow?.value;
  const now = flow && parts?.curve ? readCurve(parts.curve, flow) : undefined;
  const efficiency =
    now?.head && now.power && flow
      ? hydraulicEfficiency(flow, now.head, now.power, liquid.density)
      : undefined;
  return {
    deadHead:
      power && volume
        ? {
            ...deadHeadLimit({
              power,
              volume,
              density: liquid.density,
              temperature: situation.temperature ?? COLD_K,
              plastic: situation.plasticImpeller,
            }),
            volumeFrom: casingVolume ? "stated" : "ports",
          }
        : undefined,
    passing:
      efficiency && now?.head
        ? throughFlowHeating(now.head, efficiency, WATER_SPECIFIC_HEAT)
        : undefined,
  };
}

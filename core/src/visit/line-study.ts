/** A pump's own suction and discharge line: drawn, judged, audited. Plain data, so that it can be handed to a screen. */
import type { Family } from "../case/index.ts";
import { casingVolumeFromPorts } from "../hydraulics/index.ts";
import { liquidAt } from "../liquid/index.ts";
import { gaugePa } from "../quantity/index.ts";
import {
  auditDischarge,
  type AuditedPump,
  auditSuction,
  DEFAULT_MARGIN,
  type Finding,
  type LiftBudget,
  liftBudget,
  type LineEffect,
  lineEffect,
  type LineFault,
  lineFaults,
  type LineFlow,
  type LinePart,
  type LinePump,
  type PressureLine,
  pressureLine,
  type Say,
} from "../suction/index.ts";
import { cleanSystem } from "./clean-system.ts";
import { COLD_K } from "./liquid-of-case.ts";
import type { Situation } from "./situation.ts";

/** What is so today; what nobody says is as the register has it. */
export interface LineToday {
  /** [m³/s] */
  readonly flow?: number | undefined;
  /** Over the datum [m]. */
  readonly level?: number | undefined;
  /** [K] */
  readonly temperature?: number | undefined;
  /** What its primer draws off [m³/s]. */
  readonly primer?: number | undefined;
}

/** Why a line cannot be judged. */
export type LineLack = "level" | "flow" | "liquid";

/** What a line is judged in. */
export interface LineSetting {
  readonly drawn: LineFlow;
  readonly duty: number;
  readonly today: number | undefined;
  readonly pump: LinePump;
  readonly audited: AuditedPump;
  readonly lift: boolean;
  readonly temperature: number;
}

const SELF_PRIMING: readonly Family[] = ["self-priming", "dry-priming", "portable"];
const SHUT_IN: readonly Family[] = ["fire", "multistage", "portable", "jet-shallow", "jet-deep"];

/** What a pump's line is judged in today, or what is lacking for it. */
export function lineSetting(situation: Situation, now: LineToday): LineSetting | LineLack {
  const { layout, named, family, installation, ports, suctionSide } = situation;
  const level = now.level ?? layout?.sourceLevel ?? (situation.closedLoop ? 0 : undefined);
  if (level === undefined) return "level";
  const duty = situation.duty?.flow ?? situation.ratedPoint?.flow ?? now.flow;
  if (duty === undefined || !(duty > 0)) return "flow";
  const temperature = now.temperature ?? situation.temperature ?? COLD_K;
  const liquid = liquidAt(named, temperature);
  if (!liquid.ok) return "liquid";
  const { density, vapourPressure, kinematicViscosity } = liquid.value;
  const selfPriming = SELF_PRIMING.includes(family);
  const lift = installation === "lift";
  return {
    drawn: {
      state: { atmosphere: situation.atmosphere, density, vapourPressure },
      surfacePressure: suctionSide.surfacePressure ?? gaugePa(0),
      viscosity: kinematicViscosity,
      flow: duty,
      level,
    },
    ...{ duty, today: now.flow, lift, temperature },
    pump: {
      curve: situation.curve,
      system: cleanSystem(situation)?.curve,
      margin: DEFAULT_MARGIN,
      casing:
        situation.casingVolume ??
        (ports.suction && ports.discharge
          ? casingVolumeFromPorts(ports.suction, ports.discharge)
          : 0),
      primer: now.primer,
    },
    audited: {
      ...{ family, selfPriming },
      doubleSuction: family === "split-case",
      primedThroughPort: lift && !selfPriming,
      buried: installation === "submerged",
      mayBeShutIn: SHUT_IN.includes(family),
      closedLoop: situation.closedLoop,
      ...{ suctionPort: ports.suction, dischargePort: ports.discharge },
      wheelMaterial: situation.wheelMaterial,
    },
  };
}

export interface LineStudy {
  readonly faults: readonly LineFault[];
  /** Undefined while something in it cannot be. */
  readonly line: PressureLine | undefined;
  readonly effect: LineEffect | undefined;
  readonly findings: readonly Finding[];
  readonly budget: LiftBudget | undefined;
}

/**
 * A suction line in its setting.
 * @param asItLies - the line that the system was found with; the same where it is that one
 */
export function suctionLineStudy(
  parts: readonly LinePart[],
  setting: LineSetting,
  say: Say,
  asItLies: readonly LinePart[] = parts,
): LineStudy {
  const { drawn, pump, audited, today, lift } = setting;
  const faults = lineFaults(parts, drawn, lift);
  if (parts.length === 0 || faults.some((f) => f.stops))
    return { faults, line: undefined, effect: undefined, findings: [], budget: undefined };
  const at = { ...drawn, flow: today ?? drawn.flow };
  const effect = lineEffect(parts, at, pump, asItLies);
  const { required, wanted, loss } = effect;
  return {
    faults,
    effect,
    line: pressureLine(parts, at),
    findings: auditSuction({ parts, drawn, today, pump: audited, say }),
    budget:
      required !== undefined && wanted !== undefined
        ? liftBudget(drawn.state, loss, { required, wanted }, -drawn.level)
        : undefined,
  };
}

/** A discharge line: where it lies, and what is missing on it. @param top - height it leads to [m] */
export function dischargeLineStudy(
  parts: readonly LinePart[],
  setting: LineSetting,
  say: Say,
  top: number,
): Pick<LineStudy, "faults" | "findings" | "line"> {
  const drawn: LineFlow = { ...setting.drawn, level: 0, flange: top };
  const faults = lineFaults(parts, drawn, false).filter(
    (f) => f.code !== "no-source" && f.code !== "no-bore",
  );
  if (parts.length === 0 || faults.some((f) => f.stops))
    return { faults, line: undefined, findings: [] };
  return {
    faults,
    line: pressureLine(parts, drawn),
    findings: auditDischarge({
      ...{ parts, drawn, today: setting.today, pump: setting.audited, say },
    }),
  };
}

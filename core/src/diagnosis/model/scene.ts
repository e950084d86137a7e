/** What a person at the pump could notice of a state: how far it is from what it should be. */
import { polesFromPlate, synchronousSpeed } from "../../drive/index.ts";
import { expectedSpeed, ratedSpeed, type Situation, type Snapshot } from "../../visit/index.ts";
import { type Condition, SOUND } from "./condition.ts";
import type { FlowPrior } from "./flow-prior.ts";
import { emptyState, operate, type OperatingState, type Setting } from "./operating-state.ts";
import { flowOnSystem } from "./system-flow.ts";

/** One state under one setting, as those who stand there see it. */
export interface Scene {
  readonly surroundings: Surroundings;
  readonly setting: Setting;
  readonly state: OperatingState;
  /** Delivered flow over what a sound pump delivers on this system. */
  readonly flowShare: number;
  /** Head over what a sound pump gives on this system. */
  readonly headShare: number;
}

/** What of the pump's surroundings is the same under every cause. */
export interface Surroundings {
  /** Flow [m³/s] and head [m] it was laid out for; undefined when nobody stated a duty. */
  readonly duty: { readonly flow: number; readonly head: number } | undefined;
  /** The system with nothing wrong. */
  readonly clean: FlowPrior;
  /** Where a sound pump stands on it, once somebody asked. */
  sound?: { readonly flow: number; readonly head: number };
  /** What a speed that was set low on purpose leaves, by that speed. */
  readonly meant: Map<number, { readonly flow: number; readonly head: number }>;
  /** Shortfalls worked out so far, by condition. */
  readonly shares: WeakMap<Condition, Shares>;
  /** Speed the drive should give over the sheet's. */
  readonly nominalSpeed: number;
  /** Speed behind the shut valve over the speed as found: a motor with less to do slips less. */
  readonly unloadedSpeed: number;
  /** Tolerance of the sheet's head, as a share. */
  readonly headTolerance: number;
  /** Of the liquid [K]; undefined when nobody stated it. */
  readonly temperature: number | undefined;
  /** Shaft power the motor may give for good [W]; undefined without a plate. */
  readonly allowedPower: number | undefined;
}

/** Share of its load a motor loses when the discharge is shut on a radial pump. */
const LOAD_OFF = 0.5;

/** @param headTolerance - of the sheet, as a share */
export function surroundingsOf(
  situation: Situation,
  snapshot: Snapshot,
  clean: FlowPrior,
  headTolerance: number,
): Surroundings {
  const { motor, driveKind, duty } = situation;
  const direct = driveKind === "direct" && motor?.speed !== undefined;
  const frequency = motor?.frequency ?? 50;
  const synchronous =
    direct && motor.speed ? synchronousSpeed(frequency, polesFromPlate(frequency, motor.speed)) : 0;
  const rated = ratedSpeed(situation);
  // On the mains whoever compares with the sheet takes the sheet's own speed.
  const nominal = direct
    ? rated
    : expectedSpeed(situation, { ...snapshot, speed: undefined })?.value;
  return {
    duty,
    clean,
    meant: new Map(),
    shares: new WeakMap(),
    headTolerance,
    temperature: situation.temperature,
    nominalSpeed: nominal && rated ? nominal / rated : 1,
    unloadedSpeed:
      direct && motor.speed ? 1 + LOAD_OFF * Math.max(0, synchronous / motor.speed - 1) : 1,
    allowedPower: motor && motor.power * (motor.serviceFactor ?? 1),
  };
}

/** A state as people see it. */
export function sceneAt(
  surroundings: Surroundings,
  setting: Setting,
  state: OperatingState,
): Scene {
  return { surroundings, setting, state, ...sharesAt(surroundings, setting, state) };
}

function sharesAt(surroundings: Surroundings, setting: Setting, state: OperatingState): Shares {
  const { duty } = surroundings;
  if (duty) {
    const meant = meantShares(surroundings, setting);
    return {
      flowShare: state.flow / duty.flow / meant.flow,
      headShare: state.head / duty.head / meant.head,
    };
  }
  // Without a stated duty the shortfall is what the condition alone makes of the likeliest system.
  const known = surroundings.shares.get(setting.condition) ?? sharesOf(surroundings, setting);
  surroundings.shares.set(setting.condition, known);
  return known;
}

/** Flow and head of a sound pump at the speed it is meant to run at, over those at the sheet's. */
function meantShares(surroundings: Surroundings, setting: Setting) {
  const { clean, meant } = surroundings;
  const { meantSpeed } = setting;
  if (meantSpeed > AS_MEANT || clean.kind !== "system") return { flow: 1, head: 1 };
  const known = meant.get(meantSpeed);
  if (known) return known;
  const sound: Setting = { ...setting, ownFlow: 1, ownHead: 1, condition: SOUND };
  const full = dutyPoint({ ...sound, speedRatio: 1 }, clean);
  const less = dutyPoint({ ...sound, speedRatio: meantSpeed }, clean);
  const made = {
    flow: full.flow > 0 ? Math.max(less.flow / full.flow, LEAST_MEANT) : 1,
    head: full.head > 0 ? less.head / full.head : 1,
  };
  meant.set(meantSpeed, made);
  return made;
}

/** A setting above this is the sheet's own. */
const AS_MEANT = 0.985;
/** Nobody sets a drive so low that less than this of the duty comes. */
const LEAST_MEANT = 0.1;

interface Shares {
  readonly flowShare: number;
  readonly headShare: number;
}

function sharesOf(surroundings: Surroundings, setting: Setting): Shares {
  const { clean, nominalSpeed } = surroundings;
  if (clean.kind !== "system") return { flowShare: 1, headShare: 1 };
  const asSheet: Setting = { ...setting, ownFlow: 1, ownHead: 1 };
  surroundings.sound ??= dutyPoint(
    { ...asSheet, condition: SOUND, speedRatio: Math.min(nominalSpeed, setting.meantSpeed) },
    clean,
  );
  const [was, is] = [surroundings.sound, dutyPoint(asSheet, clean)];
  return {
    flowShare: was.flow > 0 ? is.flow / was.flow : 1,
    headShare: was.head > 0 ? is.head / was.head : 1,
  };
}

function dutyPoint(setting: Setting, clean: FlowPrior) {
  const flow = flowOnSystem(setting, clean);
  const state = emptyState();
  operate(setting, flow, state);
  return { flow, head: state.head };
}

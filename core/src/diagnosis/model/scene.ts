/** What a person at the pump could notice of a state: how far it is from what it should be. */
import { polesFromPlate, synchronousSpeed } from "../../drive/index.ts";
import { expectedSpeed, ratedSpeed, type Situation, type Snapshot } from "../../visit/index.ts";
import { SOUND } from "./condition.ts";
import type { FlowPrior } from "./flow-integral.ts";
import { emptyState, operate, type OperatingState, type Setting } from "./operating-state.ts";
import { flowOnSystem } from "./system-flow.ts";

/** One state under one setting, as those who stand there see it. Reused: it is filled millions of times. */
export interface Scene {
  readonly setting: Setting;
  state: OperatingState;
  /** Delivered flow over what a sound pump delivers on this system. */
  flowShare: number;
  /** Head over what a sound pump gives on this system. */
  headShare: number;
  readonly place: ScenePlace;
}

/** What of the pump's surroundings is the same under every cause. */
export interface ScenePlace {
  /** Flow [m³/s] and head [m] it was laid out for; undefined when nobody stated a duty. */
  readonly duty: { readonly flow: number; readonly head: number } | undefined;
  /** The system with nothing wrong. */
  readonly clean: FlowPrior;
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

export function scenePlace(
  situation: Situation,
  snapshot: Snapshot,
  clean: FlowPrior,
  headTolerance: number,
): ScenePlace {
  const { motor, driveKind, duty } = situation;
  const direct = driveKind === "direct" && motor?.speed !== undefined;
  const frequency = motor?.frequency ?? 50;
  const synchronous =
    direct && motor.speed ? synchronousSpeed(frequency, polesFromPlate(frequency, motor.speed)) : 0;
  const rated = ratedSpeed(situation);
  // On the mains whoever compares with the sheet takes the sheet's own speed.
  const nominal = direct ? rated : expectedSpeed(situation, { ...snapshot, speed: undefined })?.value;
  return {
    duty,
    clean,
    headTolerance,
    temperature: situation.temperature,
    nominalSpeed: nominal && rated ? nominal / rated : 1,
    unloadedSpeed:
      direct && motor.speed ? 1 + LOAD_OFF * Math.max(0, synchronous / motor.speed - 1) : 1,
    allowedPower: motor && motor.power * (motor.serviceFactor ?? 1),
  };
}

/** Scenes of one setting. The object handed out is the same each time. */
export function scenesOf(place: ScenePlace, setting: Setting): (state: OperatingState) => Scene {
  const { duty } = place;
  const scene: Scene = { setting, state: emptyState(), flowShare: 1, headShare: 1, place };
  if (duty) {
    return (state) => {
      scene.state = state;
      scene.flowShare = state.flow / duty.flow;
      scene.headShare = state.head / duty.head;
      return scene;
    };
  }
  // Without a stated duty the shortfall is what the condition alone makes of the likeliest system.
  Object.assign(scene, shares(place, setting));
  return (state) => {
    scene.state = state;
    return scene;
  };
}

function shares({ clean, nominalSpeed }: ScenePlace, setting: Setting) {
  if (clean.kind !== "system") return { flowShare: 1, headShare: 1 };
  const asSheet: Setting = { ...setting, ownFlow: 1, ownHead: 1 };
  const sound: Setting = { ...asSheet, condition: SOUND, speedRatio: nominalSpeed };
  const [was, is] = [dutyPoint(sound, clean), dutyPoint(asSheet, clean)];
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

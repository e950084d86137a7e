/** What the gauges of a sound pump should show at its duty, before anything is read. */
import type { Situation, Snapshot } from "../../visit/index.ts";
import { SOUND } from "./condition.ts";
import { experienceOf, teachers } from "./fingerprint.ts";
import { emptyLikelihood, integrateFlow } from "./flow-integral.ts";
import { withBias } from "./bias.ts";
import type { Setting } from "./operating-state.ts";
import { prepare, settingOf } from "./preparation.ts";
import { modelOf } from "./pump-model.ts";
import type { Expectation, ReadingKind } from "./reading-evidence.ts";

interface SoundReading extends Expectation {
  readonly kind: ReadingKind;
  /** A fingerprint has shown what it lasts off by. */
  readonly known: boolean;
}

interface SoundReadings {
  readonly setting: Setting;
  /** On the system, as drawn or as the fingerprint found it [m³/s]. */
  readonly flow: number;
  readonly readings: readonly SoundReading[];
}

/** Each gauge stands alone here: the discharge gauge is predicted from the layout, not from a measured suction. */
const suctionAlone = (s: Snapshot): Snapshot => ({ ...s, discharge: undefined });
const dischargeAlone = (s: Snapshot): Snapshot => ({ ...s, suction: undefined });

const AS_SHEET = { flow: 1, head: 1 };

/** @param template - heights and bores of the gauges; their pressures are not looked at */
export function soundReadings(situation: Situation, template: Snapshot): SoundReadings {
  const model = modelOf(situation);
  const ready = (s: Snapshot) => prepare(situation, s, model, false);
  const like = teachers(situation.fingerprints).filter((f) => f.valve === template.valve);
  const side = (alone: (s: Snapshot) => Snapshot) => {
    const prepared = ready(alone(template));
    const setting = settingOf(prepared, SOUND, AS_SHEET);
    const { biases } = experienceOf(like.map(alone).map(ready), SOUND, AS_SHEET);
    const readings = prepared.readings.map((r): SoundReading => ({
      ...withBias(r, setting, biases),
      kind: r.kind,
      known: biases.has(r.kind),
    }));
    return { prepared, setting, readings };
  };
  const suction = side(suctionAlone);
  const discharge = side(dischargeAlone);
  const { setting } = discharge;
  const { system } = experienceOf(like.map(ready), SOUND, AS_SHEET);
  const { flowPrior } = discharge.prepared;
  const best = emptyLikelihood(0);
  integrateFlow(setting, [], flowPrior.kind === "system" ? (system ?? flowPrior) : flowPrior, best);
  return { setting, flow: best.bestFlow, readings: [...suction.readings, ...discharge.readings] };
}

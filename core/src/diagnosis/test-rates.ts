/** How a test would turn out under a cause: from the forward model where it can say, else the table. */
import type { TestId } from "../case/index.ts";
import type { CurveTolerance } from "../curve/index.ts";
import { chanceBelow } from "../quantity/index.ts";
import type { Weighed } from "./model/marginal.ts";
import { emptyState, operate, type OperatingState, type Setting } from "./model/operating-state.ts";
import type { CauseRow } from "./tables/causes/index.ts";
import { outcomeRates, type Rates, testRow } from "./tables/tests/index.ts";

/** What a test's outcome is worked out from. */
interface Scene {
  /** The likeliest state under the cause, and under nothing wrong. */
  readonly setting: Setting;
  readonly state: OperatingState;
  readonly soundSetting: Setting;
  readonly sound: OperatingState;
  readonly tolerance: Pick<CurveTolerance, "head">;
  /** What the table says. */
  readonly table: Rates;
}

/** Share of every modelled test in which the outcome is anything: misread, mixed up. */
const SLIP = 0.04;

/** Below this share of the expected value a technician calls it low; above its mirror, high. */
const CALLED_LOW = 0.92;
const NO_PRESSURE = 0.15;
/** Head read at a shut valve: gauge and moment of reading, as a share. */
const SHUT_READING_U = 0.03;
const SPEED_LOW = 0.965;
const SPEED_U = 0.008;
const FLOW_LOW = 0.87;
const FLOW_U = 0.07;
/** Head that must be missing at the suction before it is called lower, and its doubt [m]. */
const SUCTION_LOW = 0.7;
const SUCTION_U = 0.4;

const MODELS: Readonly<Partial<Record<TestId, (s: Scene) => Rates | undefined>>> = {
  "shut-off-head": ({ setting, soundSetting, tolerance }) => {
    const { condition: c } = setting;
    // A gauge that lies shows what it likes: the table knows.
    if (c.dischargeOffset !== 0 || c.suctionOffset !== 0 || c.looseness > 0) return undefined;
    const state = emptyState();
    operate({ ...setting, shut: true }, 0, state);
    const ratio = state.head / (soundSetting.speedRatio ** 2 * setting.pump.shutOffHead);
    const u = Math.hypot(tolerance.head / 2, SHUT_READING_U, c.dead?.headSpread ?? 0);
    const none = chanceBelow((NO_PRESSURE - ratio) / u);
    const low = Math.max(0, chanceBelow((CALLED_LOW - ratio) / u) - none);
    const high = chanceBelow((ratio - (2 - CALLED_LOW)) / u);
    return [Math.max(0, 1 - none - low - high), low, high, none];
  },
  "speed-check": ({ setting }) => {
    const low = chanceBelow((SPEED_LOW - setting.condition.speed) / SPEED_U);
    return [1 - low, low];
  },
  "timed-drawdown": ({ setting, state, sound }) => {
    if (setting.condition.dead || !(sound.flow > 0)) return undefined;
    const low = chanceBelow((FLOW_LOW - state.flow / sound.flow) / FLOW_U);
    return [1 - low, 0.97 * low, 0.03 * low];
  },
  "suction-pressure-vs-layout": ({ setting, state, table }) => {
    const { suctionLoss } = setting.condition;
    if (suctionLoss === 0 || !setting.suction) return undefined;
    const missing = suctionLoss * (state.flow / setting.suction.referenceFlow) ** 2;
    const lower = chanceBelow((missing - SUCTION_LOW) / SUCTION_U);
    const [agrees = 0, , higher = 0] = table;
    const other = agrees + higher;
    return [((1 - lower) * agrees) / other, lower, ((1 - lower) * higher) / other];
  },
  "throttle-and-listen": quieterWithVapour,
  "slow-and-listen": quieterWithVapour,
};

/** Vapour noise goes when flow or speed comes down; without vapour the table's others remain. */
function quieterWithVapour({ setting, state, table }: Scene): Rates | undefined {
  const { condition: c, suction, pump } = setting;
  if (c.vapour === "must-not" || c.gas > 0 || c.dead || c.looseness > 0 || !suction) {
    return undefined;
  }
  const audible = chanceBelow(
    (1.2 * state.npshr + 0.3 - state.npsha) / (pump.npshrKnown ? 0.5 : 1.2),
  );
  const quieter = 0.04 + 0.84 * audible;
  const [, same = 0, louder = 0] = table;
  const other = same + louder;
  return [quieter, ((1 - quieter) * same) / other, ((1 - quieter) * louder) / other];
}

/** A lookup of outcome rates by test and cause index, each worked out once. */
export function testRates(
  causes: readonly CauseRow[],
  weighed: readonly Weighed[],
  tolerance: Pick<CurveTolerance, "head">,
): (test: TestId, cause: number) => Rates {
  const known = new Map<TestId, (Rates | undefined)[]>();
  const soundAt = causes.findIndex((c) => c.id === "healthy");
  return (test, cause) => {
    const list = known.get(test) ?? [];
    known.set(test, list);
    return (list[cause] ??= ratesOf(test, cause));
  };

  function ratesOf(test: TestId, cause: number): Rates {
    const row = testRow(test);
    const id = causes[cause]?.id;
    if (!row || !id) return [];
    const table = outcomeRates(row, id);
    const [at, sound] = [weighed[cause], weighed[soundAt]];
    const [setting, state, soundSetting, soundState] = [
      at?.settings[0],
      at?.states[0],
      sound?.settings[0],
      sound?.states[0],
    ];
    if (!setting || !state || !soundSetting || !soundState) return table;
    const modelled = MODELS[test]?.({
      setting,
      state,
      soundSetting,
      sound: soundState,
      tolerance,
      table,
    });
    return modelled ? modelled.map((p) => (1 - SLIP) * p + SLIP / modelled.length) : table;
  }
}

/** How a test would turn out under a cause: from the forward model where it can say, else the table. */
import type { CauseId, TestId } from "../case/index.ts";
import { chanceBelow } from "../quantity/index.ts";
import { eased } from "./model/condition.ts";
import type { Weighed } from "./model/marginal.ts";
import { emptyState, operate } from "./model/operating-state.ts";
import { type Scene, sceneAt, type Surroundings } from "./model/scene.ts";
import type { CauseRow } from "./tables/causes/index.ts";
import { recirculationHeard, runOutHeard, vapourHeard } from "./tables/observations/by-state.ts";
import { outcomeRates, type Rates, testRow } from "./tables/tests/index.ts";

/** Share of every modelled test in which the outcome is anything: misread, mixed up. */
const SLIP = 0.04;

const NO_PRESSURE = 0.15;
/** Head read at a shut valve: gauge and moment of reading, as a share. */
const SHUT_READING_U = 0.02;
const SPEED_LOW = 0.965;
const SPEED_U = 0.008;
const FLOW_LOW = 0.87;
const FLOW_U = 0.07;
/** Share of the flow below which a level does not seem to move, and its spread. */
const NO_FLOW = 0.04;
const NO_FLOW_U = 0.03;
/** Head that must be missing at the suction before it is called lower, and its doubt [m]. */
const SUCTION_LOW = 0.7;
const SUCTION_U = 0.4;

/**
 * @param table - what the table says of the cause, and of a cause the test has nothing to do with
 * @returns undefined where the table knows better
 */
type TestModel = (scene: Scene, table: Rates, usual: Rates) => Rates | undefined;

const MODELS: Readonly<Partial<Record<TestId, TestModel>>> = {
  "shut-off-head": ({ setting, surroundings }) => {
    const { condition: c } = setting;
    // A gauge that lies shows what it likes: the table knows.
    if (c.dischargeOffset !== 0 || c.suctionOffset !== 0 || c.looseness > 0) return undefined;
    const speedRatio = setting.speedRatio * surroundings.unloadedSpeed;
    operate({ ...setting, condition: eased(c), speedRatio, shut: true }, 0, shut);
    const ratio = shut.head / (surroundings.nominalSpeed ** 2 * setting.pump.shutOffHead);
    const u = Math.hypot(surroundings.headTolerance / 2, SHUT_READING_U, c.dead?.headSpread ?? 0);
    const none = chanceBelow((NO_PRESSURE - ratio) / u);
    // Low and high is what lies outside the sheet's own band.
    const low = Math.max(0, chanceBelow((1 - surroundings.headTolerance - ratio) / u) - none);
    const high = chanceBelow((ratio - 1 - surroundings.headTolerance) / u);
    return [Math.max(0, 1 - none - low - high), low, high, none];
  },
  "speed-check": ({ setting, surroundings }) => {
    const low = chanceBelow((SPEED_LOW - setting.speedRatio / surroundings.nominalSpeed) / SPEED_U);
    return [1 - low, low];
  },
  "timed-drawdown": ({ setting, flowShare }) => {
    if (setting.condition.dead) return undefined;
    const low = chanceBelow((FLOW_LOW - flowShare) / FLOW_U);
    const none = chanceBelow((NO_FLOW - flowShare) / NO_FLOW_U);
    return [1 - low, low * (1 - none), low * none];
  },
  // By the switch it runs: whether anything comes then is a matter of its state, a way out that is shut among them.
  "hand-mode": ({ setting, flowShare }, [pumps = 0, noFlow = 0, wontRun = 0]) => {
    if (setting.condition.dead || pumps + noFlow === 0) return undefined;
    const none = chanceBelow((NO_FLOW - flowShare) / NO_FLOW_U);
    const own = noFlow / (pumps + noFlow);
    const dry = (1 - wontRun) * (own + (1 - own) * none);
    return [1 - wontRun - dry, dry, wontRun];
  },
  "suction-pressure-vs-layout": ({ setting, state }, table) => {
    const { suctionLoss } = setting.condition;
    if (suctionLoss === 0) return undefined;
    const missing = suctionLoss * (state.flow / setting.suction.referenceFlow) ** 2;
    const lower = chanceBelow((missing - SUCTION_LOW) / SUCTION_U);
    const [agrees = 0, , higher = 0] = table;
    const other = agrees + higher;
    return [((1 - lower) * agrees) / other, lower, ((1 - lower) * higher) / other];
  },
  "throttle-and-listen": noiseEased,
  "slow-and-listen": noiseEased,
};

const shut = emptyState();

/**
 * Vapour and the noise of running far out go when flow or speed comes down; flow that turns back in the
 * wheel grows louder. What the table has for the cause remains for the rest.
 */
function noiseEased(scene: Scene, table: Rates, usual: Rates): Rates | undefined {
  const { condition: c } = scene.setting;
  if (c.gas > 0 || c.dead || c.looseness > 0) return undefined;
  // A table's rate for a cause that may bring vapour stands for the vapour: that is reckoned here.
  const [quieter = 0, same = 0, louder = 0] = c.vapour === "must-not" ? table : usual;
  const eases = Math.max(vapourHeard(scene), 0.5 * runOutHeard(scene));
  const grows = 0.3 * recirculationHeard(scene);
  const q = quieter + (0.92 - quieter) * eases;
  const l = (1 - q) * (louder / (same + louder) + grows * (same / (same + louder)));
  return [q, 1 - q - l, l];
}

export const isModelled = (test: TestId): boolean => MODELS[test] !== undefined;

/** Rates of the outcomes of a test at a state, with these causes at work. */
export function ratesAtState(test: TestId, causes: readonly CauseId[]): (scene: Scene) => Rates {
  const table = tableRates(test, causes);
  const model = MODELS[test];
  const usual = testRow(test)?.usual ?? [];
  if (!model) return () => table;
  return (scene) => {
    const modelled = model(scene, table, usual);
    return modelled ? modelled.map((p) => (1 - SLIP) * p + SLIP / modelled.length) : table;
  };
}

/** What the table says; with two causes at work either may show. */
function tableRates(test: TestId, causes: readonly CauseId[]): Rates {
  const row = testRow(test);
  if (!row) return [];
  const each = causes.map((c) => outcomeRates(row, c));
  return row.outcomes.map((_, k) => each.reduce((sum, r) => sum + (r[k] ?? 0), 0) / each.length);
}

/**
 * A lookup of outcome rates by test and cause index, over the sizes the cause may have; each worked out once.
 * @param surroundings - undefined without a snapshot to work from: the tables alone
 */
export function testRates(
  causes: readonly CauseRow[],
  weighed: readonly Weighed[],
  surroundings: Surroundings | undefined,
): (test: TestId, cause: number) => Rates {
  const known = new Map<TestId, (Rates | undefined)[]>();
  return (test, cause) => {
    const list = known.get(test) ?? [];
    known.set(test, list);
    return (list[cause] ??= ratesOf(test, cause));
  };

  function ratesOf(test: TestId, cause: number): Rates {
    const id = causes[cause]?.id;
    if (!id) return [];
    const sizes = weighed[cause]?.sizes() ?? [];
    if (!surroundings || !isModelled(test) || sizes.length === 0) return tableRates(test, [id]);
    const rates = ratesAtState(test, [id]);
    const all = sizes.map((s) => ({
      share: s.share,
      rates: rates(sceneAt(surroundings, s.setting, s.state)),
    }));
    const sum = all.reduce((total, s) => total + s.share, 0);
    return (all[0]?.rates ?? []).map((_, k) =>
      all.reduce((p, s) => p + (s.share / sum) * (s.rates[k] ?? 0), 0),
    );
  }
}

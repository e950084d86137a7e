/** The three lines against each other as evidence: how uneven currents and volts are, and which way. */
import { chanceBelow, normalDensity } from "../../quantity/index.ts";
import { electricalOf, meanAmps } from "../../visit/index.ts";
import { SOUND } from "./condition.ts";
import { constant, type ReadingContext, type ReadingEvidence } from "./reading-evidence.ts";

/**
 * Imbalance every motor shows at full load, and its scatter [%]: windings and lines are never quite alike.
 * A lightly loaded one shows more: the same unevenness on a smaller mean.
 */
const USUAL_IMBALANCE = { mean: 1.2, spread: 1.2, most: 2.5 } as const;
/** How much of an unevenness is there at every visit: windings keep, neighbours on the network come and go. */
const LASTING_IMBALANCE = 0.8;
/** What one percent of volts makes of the currents [%]. */
const AMPS_PER_VOLT_IMBALANCE = 7;
/** What a clamp shows with one line dead [%]. */
const LOST_PHASE = { percent: 98, spread: 3 } as const;
/** How uneven the volts are where a line is dead before the meter, and how often it is dead behind it [%]. */
const LOST_VOLTS = { spread: 30, behind: 0.5 } as const;

/** How uneven the currents of this motor usually are [%]. */
function usualImbalance({ situation, snapshot }: ReadingContext) {
  const rated = situation.motor?.current;
  const mean = meanAmps(snapshot)?.value;
  const light = rated && mean ? Math.min(USUAL_IMBALANCE.most, Math.max(1, rated / mean)) : 1;
  return { mean: USUAL_IMBALANCE.mean * light, spread: USUAL_IMBALANCE.spread * light };
}

export function phaseBalance(context: ReadingContext): ReadingEvidence | undefined {
  const { situation, snapshot, named } = context;
  const e = electricalOf(situation, snapshot);
  if (!e.amps) return undefined;
  const clamp = e.uAmpsPercent ?? 0;
  const usual = usualImbalance(context);
  const measured = e.volts?.percent;
  return {
    ...named("phase-balance"),
    label: "imbalance of the currents",
    snapshot: snapshot.label,
    dimension: "percent",
    seen: e.amps.percent,
    still: true,
    under: ({ condition: c }) => {
      const { supply } = c;
      if (supply.phaseLost) {
        return constant(LOST_PHASE.percent, LOST_PHASE.spread ** 2 + clamp ** 2);
      }
      const volts = measured ?? Math.max(0, supply.voltImbalance - 0.35);
      const byVolts = AMPS_PER_VOLT_IMBALANCE * volts;
      const uVolts =
        measured === undefined
          ? AMPS_PER_VOLT_IMBALANCE * Math.max(0, supply.voltImbalanceSpread - 0.3)
          : 0.35 * byVolts;
      return constant(
        Math.hypot(usual.mean, byVolts, supply.imbalance),
        usual.spread ** 2 +
          clamp ** 2 +
          uVolts ** 2 +
          supply.imbalanceSpread ** 2 +
          (c.looseness * 8) ** 2,
        LASTING_IMBALANCE * usual.spread,
      );
    },
  };
}

/** Resistance in one line leaves the other two this much alike: how far the shape strays from "one low" [rad]. */
const ONE_LOW_U = 0.35;

/**
 * Which way the currents differ. A bad joint or a dead line takes from its own line, and the other two share what
 * is left nearly alike; uneven volts and shorted turns pull them apart in any way.
 */
export function phaseShape(context: ReadingContext): ReadingEvidence | undefined {
  const { situation, snapshot, named } = context;
  const { amps, uAmpsPercent, volts } = electricalOf(situation, snapshot);
  if (!amps || amps.percent < WORTH_A_SHAPE) return undefined;
  const usual = usualImbalance(context);
  // What the motor, the clamp and the volts make of their own turns the shape, three times as far as the vector.
  const own = Math.hypot(
    usual.mean,
    uAmpsPercent ?? 0,
    AMPS_PER_VOLT_IMBALANCE * (volts?.percent ?? 0),
  );
  const u = Math.hypot(ONE_LOW_U, (3 * own) / amps.percent);
  const likeOneLow = normalOver(amps.shape, u, Math.PI);
  return {
    ...named("phase-shape"),
    label: "pattern of the currents",
    snapshot: snapshot.label,
    dimension: "shape",
    seen: amps.shape,
    still: true,
    under: ({ condition: { supply } }) => ({
      ...constant(supply.oneLow > 0.5 ? 0 : Number.NaN, u * u),
      log: Math.log(supply.oneLow * likeOneLow + (1 - supply.oneLow) / Math.PI),
    }),
  };
}

/** Density of a normal round 0 folded to what is not negative and cut off at a limit. */
const normalOver = (value: number, u: number, limit: number): number =>
  normalDensity(value, 0, u) / (chanceBelow(limit / u) - 0.5);

/** Imbalance below which nobody asks for its shape [%]. */
const WORTH_A_SHAPE = 4;

export function voltBalance({
  situation,
  snapshot,
  named,
}: ReadingContext): ReadingEvidence | undefined {
  const volts = electricalOf(situation, snapshot).volts;
  if (!volts) return undefined;
  return {
    ...named("volt-balance"),
    label: "imbalance of the volts",
    snapshot: snapshot.label,
    dimension: "percent",
    seen: volts.percent,
    still: true,
    under: ({ condition: { supply, looseness } }) =>
      supply.phaseLost
        ? {
            ...constant(volts.percent, LOST_VOLTS.spread ** 2),
            log: Math.log(
              LOST_VOLTS.behind * usualVolts(volts.percent) + (1 - LOST_VOLTS.behind) / 100,
            ),
          }
        : constant(
            supply.voltImbalance,
            supply.voltImbalanceSpread ** 2 + (looseness * 2) ** 2,
            LASTING_IMBALANCE *
              Math.min(supply.voltImbalanceSpread, SOUND.supply.voltImbalanceSpread),
          ),
  };
}

/** Density of the imbalance that sound volts show [1/%]. */
const usualVolts = (percent: number): number =>
  normalDensity(percent, SOUND.supply.voltImbalance, SOUND.supply.voltImbalanceSpread);

/** Signs that are counted with a watch and need no hydraulics: drops at a gland, starts in an hour. */
import { normalDensity } from "../quantity/index.ts";
import type { Situation } from "../visit/index.ts";
import type { EvidenceItem } from "./evidence.ts";
import type { CauseRow } from "./tables/causes/index.ts";

/** Drops a packed gland needs to stay cool, for each metre of shaft diameter [m³/s]: 10 a minute for 25 mm, 20 drops a millilitre. */
const COOLING_PER_METRE = (10 * 0.05e-6) / 60 / 0.025;
/** Shaft taken where nobody measured it [m]. */
const USUAL_SHAFT = 0.04;
/** ln of drops over what cools: how glands in order scatter, how much more a leak gives, how little a rubbing one. */
const DROPS = {
  inOrder: { mean: 0.2, u: 0.6 },
  leak: { mean: 2.6, u: 1 },
  dry: { mean: -2.5, u: 1 },
} as const;
/** A gland without any drop counts as a tenth of a drop a minute. */
const NO_DROP = 0.1 * (0.05e-6 / 60);
/** Rubbing shafts that rub at a gland. */
const AT_THE_GLAND = 0.4;

/** A packed gland that drips is in order; one that pours leaks, one that is dry may rub. */
function glandItem(situation: Situation, causes: readonly CauseRow[]): EvidenceItem[] {
  const drops = situation.snapshots.find((s) => s.leakage !== undefined)?.leakage;
  if (drops === undefined || situation.seal !== "packed") return [];
  const wanted = COOLING_PER_METRE * (situation.shaft ?? USUAL_SHAFT);
  const x = Math.log(Math.max(drops, NO_DROP) / wanted);
  const density = ({ mean, u }: { readonly mean: number; readonly u: number }) =>
    normalDensity(x, mean, u);
  const inOrder =
    0.95 * density(DROPS.inOrder) + 0.025 * (density(DROPS.leak) + density(DROPS.dry));
  const of = (id: string): number =>
    id === "seal-leak"
      ? density(DROPS.leak)
      : id === "mechanical-drag"
        ? AT_THE_GLAND * density(DROPS.dry) + (1 - AT_THE_GLAND) * inOrder
        : inOrder;
  return [
    {
      kind: "counted",
      id: "gland-drops",
      counted: { what: "drops at the gland", ratio: drops / wanted, of: "of what cools it" },
      logLikelihood: causes.map((c) => Math.log(of(c.id))),
    },
  ];
}

/** Starts an hour over the limit, and how closely they were counted (ln). */
const STARTS = { inOrder: { mean: -1, u: 0.7 }, often: { mean: 0.5, u: 0.5 } } as const;
/** Pits that start often because what was pumped runs back. */
const RUNS_BACK = 0.6;

/** Starts within the motor's limit are no fault, however often they are heard. */
function startsItem({ starts }: Situation, causes: readonly CauseRow[]): EvidenceItem[] {
  if (!starts || !(starts.perHour > 0 && starts.limit > 0)) return [];
  const x = Math.log(starts.perHour / starts.limit);
  const [usual, often] = [STARTS.inOrder, STARTS.often].map((d) =>
    normalDensity(x, d.mean, d.u),
  ) as [number, number];
  const inOrder = 0.97 * usual + 0.03 * often;
  const of = (id: string): number =>
    id === "short-cycling"
      ? often
      : id === "check-valve-passing"
        ? RUNS_BACK * often + (1 - RUNS_BACK) * inOrder
        : inOrder;
  return [
    {
      kind: "counted",
      id: "starts-per-hour",
      counted: { what: "starts an hour", ratio: starts.perHour / starts.limit, of: "of the limit" },
      logLikelihood: causes.map((c) => Math.log(of(c.id))),
    },
  ];
}

export const countedItems = (
  situation: Situation,
  causes: readonly CauseRow[],
): readonly EvidenceItem[] => [...glandItem(situation, causes), ...startsItem(situation, causes)];

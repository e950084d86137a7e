/**
 * What may be seen or heard, and how often each is noticed under each cause.
 *
 * `base` is how often a pump shows it when the cause at work has nothing to do with it; a cause
 * listed under `under` shows it that often. Figures are round on purpose: they are judgement of
 * the trade, not measurement. Observations of one `origin` are one physical event told in several
 * ways, and are not counted several times.
 */
import type { CauseId, ObservationId } from "../../../case/index.ts";

export type Origin = "flow" | "vapour" | "gas" | "vibration" | "heat" | "onset" | "gauge" | "own";

export type Rates = Readonly<Partial<Record<CauseId, number>>>;

export interface ObservationRow {
  readonly id: ObservationId;
  /** Words for a chip and for a sentence. */
  readonly name: string;
  readonly origin: Origin;
  readonly base: number;
  readonly under: Rates;
}

export const row = (
  id: ObservationId,
  name: string,
  origin: Origin,
  base: number,
  under: Rates = {},
): ObservationRow => ({ id, name, origin, base, under });

/** One rate for several causes. */
export const each = (causes: readonly CauseId[], rate: number): Rates =>
  Object.fromEntries(causes.map((c) => [c, rate]));

/** Causes that leave no flow at all. */
export const NO_FLOW: readonly CauseId[] = [
  "not-primed",
  "priming-device-fault",
  "discharge-airlock",
  "impeller-loose",
  "jet-nozzle-blocked",
  "jet-suction-open",
];
/** Causes that keep it from starting. */
export const NO_START: readonly CauseId[] = [
  "no-supply",
  "shaft-jammed",
  "float-stuck-off",
  "control-fault",
];
/** Causes that a hydraulic reading does not show: pump and pipes do their duty. */
export const DELIVERS: readonly CauseId[] = [
  "bearing-defect",
  "seal-leak",
  "mechanical-drag",
  "supply-imbalance",
  "winding-fault",
  "loose-terminal",
  "low-voltage",
  "float-stuck-on",
  "short-cycling",
  "suction-gauge-fault",
  "discharge-gauge-fault",
];

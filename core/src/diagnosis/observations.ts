/**
 * What may be seen or heard, and how often each is noticed under each cause.
 *
 * `base` is how often a pump shows it when the cause at work has nothing to do with it; a cause
 * listed under `under` shows it that often. Figures are round on purpose: they are judgement of
 * the trade, not measurement. Observations of one `origin` are one physical event told in several
 * ways, and are not counted several times.
 */
import type { CauseId, ObservationId } from "../case/index.ts";

export type Origin = "flow" | "vapour" | "gas" | "vibration" | "heat" | "onset" | "gauge" | "own";

export interface ObservationRow {
  readonly id: ObservationId;
  /** Words for a chip and for a sentence. */
  readonly name: string;
  readonly origin: Origin;
  readonly base: number;
  readonly under: Readonly<Partial<Record<CauseId, number>>>;
}

const row = (
  id: ObservationId,
  name: string,
  origin: Origin,
  base: number,
  under: ObservationRow["under"] = {},
): ObservationRow => ({ id, name, origin, base, under });

export const OBSERVATIONS: readonly ObservationRow[] = [
  row("complaint.low-flow", "too little flow", "flow", 0.15, {
    healthy: 0.08,
    "discharge-restriction": 0.5,
    "suction-restriction": 0.5,
    "npsh-shortfall": 0.25,
    "suction-air-leak": 0.35,
    "worn-rings": 0.4,
    "impeller-worn": 0.4,
    "impeller-clogged": 0.5,
    "wrong-rotation": 0.5,
    "low-speed": 0.4,
    "phase-loss": 0.05,
    "suction-gauge-fault": 0.06,
    "discharge-gauge-fault": 0.06,
  }),
  row("complaint.no-flow", "no flow at all", "flow", 0.03, {
    healthy: 0.005,
    "impeller-clogged": 0.06,
  }),
  row("complaint.low-pressure", "too little pressure", "flow", 0.1, {
    healthy: 0.06,
    "discharge-restriction": 0.03,
    "worn-rings": 0.3,
    "impeller-worn": 0.35,
    "wrong-rotation": 0.35,
    "low-speed": 0.3,
    "suction-air-leak": 0.2,
    "discharge-gauge-fault": 0.3,
  }),
  row("complaint.noisy", "noisy", "vibration", 0.08, {
    healthy: 0.04,
    "npsh-shortfall": 0.6,
    "suction-restriction": 0.45,
    "suction-air-leak": 0.4,
    "impeller-clogged": 0.25,
    "phase-loss": 0.25,
  }),
  row("complaint.loses-prime", "loses its prime", "gas", 0.02, { "suction-air-leak": 0.25 }),
  row("complaint.slow-prime", "slow to prime", "gas", 0.015, { "suction-air-leak": 0.1 }),
  row("complaint.trips", "trips out", "heat", 0.03, { "phase-loss": 0.6 }),
  row("complaint.runs-on", "does not stop", "own", 0.02),
  row("complaint.wont-start", "does not start", "own", 0.01, { "phase-loss": 0.2 }),
  row("complaint.leaks", "leaks", "own", 0.04),
  row("complaint.hot", "runs hot", "heat", 0.04, { "phase-loss": 0.35 }),
  row("complaint.cycles-often", "starts too often", "own", 0.02),
  row("complaint.high-energy", "uses too much energy", "own", 0.02, { "worn-rings": 0.08 }),
  row("complaint.not-delivering-duty", "misses its duty", "flow", 0.08, {
    healthy: 0.05,
    "worn-rings": 0.2,
    "impeller-worn": 0.2,
    "low-speed": 0.2,
    "wrong-rotation": 0.15,
    "discharge-restriction": 0.12,
    "suction-restriction": 0.12,
  }),
  row("complaint.fault-not-shown-today", "fault does not show today", "own", 0.03, {
    healthy: 0.1,
  }),

  row("onset.since-install", "since it was installed", "onset", 0.04, {
    "wrong-rotation": 0.25,
    "npsh-shortfall": 0.15,
  }),
  row("onset.after-electrical-work", "since electrical work", "onset", 0.02, {
    "wrong-rotation": 0.5,
    "phase-loss": 0.12,
    "low-speed": 0.06,
  }),
  row("onset.after-mechanical-work", "since mechanical work", "onset", 0.04, {
    "suction-air-leak": 0.15,
  }),
  row("onset.sudden", "suddenly", "onset", 0.12, {
    "impeller-clogged": 0.35,
    "phase-loss": 0.5,
    "discharge-gauge-fault": 0.2,
    "suction-gauge-fault": 0.2,
    "worn-rings": 0.02,
    "impeller-worn": 0.02,
  }),
  row("onset.gradual", "little by little", "onset", 0.12, {
    healthy: 0.05,
    "worn-rings": 0.6,
    "impeller-worn": 0.6,
    "suction-restriction": 0.4,
    "discharge-restriction": 0.3,
    "wrong-rotation": 0.01,
    "phase-loss": 0.01,
  }),
  row("onset.intermittent", "now and then", "onset", 0.06, {
    "npsh-shortfall": 0.2,
    "suction-air-leak": 0.2,
  }),
  row("onset.seasonal-cold", "when it is cold", "onset", 0.01),
  row("onset.seasonal-warm", "when it is warm", "onset", 0.01, { "npsh-shortfall": 0.12 }),
  row("onset.low-level-only", "only at low level", "onset", 0.015, {
    "npsh-shortfall": 0.15,
    "suction-air-leak": 0.03,
  }),
  row("onset.after-standing", "after standing", "onset", 0.02, { "suction-air-leak": 0.06 }),
  row("onset.after-pump-change", "since the pump was changed", "onset", 0.02, {
    "wrong-rotation": 0.1,
  }),

  row("noise.gravel", "rattle like gravel", "vapour", 0.03, {
    healthy: 0.01,
    "npsh-shortfall": 0.65,
    "suction-restriction": 0.4,
    "suction-air-leak": 0.1,
  }),
  row("noise.growl", "growl at the casing", "vapour", 0.04, {
    healthy: 0.015,
    "npsh-shortfall": 0.25,
    "suction-restriction": 0.3,
    "impeller-clogged": 0.12,
    "discharge-restriction": 0.1,
  }),
  row("noise.whine-tonal", "tonal whine", "own", 0.03),
  row("noise.rumble", "rumble", "vibration", 0.05, {
    "impeller-clogged": 0.25,
    "discharge-restriction": 0.12,
  }),
  row("noise.rattle-air", "rattle of air", "gas", 0.03, {
    healthy: 0.01,
    "suction-air-leak": 0.6,
    "npsh-shortfall": 0.08,
  }),
  row("noise.hum", "electrical hum", "own", 0.03, { "phase-loss": 0.5, healthy: 0.01 }),
  row("noise.knock", "knock", "own", 0.03),
  row("noise.none", "no unusual noise", "vapour", 0.5, {
    healthy: 0.75,
    "npsh-shortfall": 0.06,
    "suction-restriction": 0.2,
    "suction-air-leak": 0.12,
    "impeller-clogged": 0.3,
    "phase-loss": 0.2,
    "worn-rings": 0.65,
    "impeller-worn": 0.65,
    "discharge-gauge-fault": 0.75,
    "suction-gauge-fault": 0.75,
    "wrong-rotation": 0.4,
  }),

  row("throttled.quieter", "quieter when throttled", "vapour", 0.05, {
    "npsh-shortfall": 0.75,
    "suction-restriction": 0.65,
  }),
  row("throttled.same", "no change when throttled", "vapour", 0.5, {
    "npsh-shortfall": 0.15,
    "suction-restriction": 0.25,
  }),
  row("throttled.louder", "louder when throttled", "vapour", 0.05, {
    "discharge-restriction": 0.2,
  }),

  row("gauges.suction-flutter", "suction needle flutters", "gas", 0.04, {
    "suction-air-leak": 0.55,
    "npsh-shortfall": 0.3,
    "suction-restriction": 0.2,
    healthy: 0.02,
  }),
  row("gauges.discharge-flutter", "discharge needle flutters", "gas", 0.05, {
    "suction-air-leak": 0.5,
    "npsh-shortfall": 0.25,
    "suction-restriction": 0.15,
    healthy: 0.02,
  }),
  row("gauges.suction-stuck", "suction needle stuck", "gauge", 0.01, {
    "suction-gauge-fault": 0.35,
  }),
  row("gauges.discharge-stuck", "discharge needle stuck", "gauge", 0.01, {
    "discharge-gauge-fault": 0.35,
  }),
  row("gauges.suction-zero-off", "suction gauge off its zero", "gauge", 0.01, {
    "suction-gauge-fault": 0.5,
  }),
  row("gauges.discharge-zero-off", "discharge gauge off its zero", "gauge", 0.01, {
    "discharge-gauge-fault": 0.5,
  }),

  row("water.bubbles-in-discharge", "bubbles in the discharge", "gas", 0.015, {
    "suction-air-leak": 0.5,
  }),
  row("water.swirl-at-intake", "swirl at the intake", "own", 0.02),
  row("water.intake-near-bottom", "intake near the bottom", "own", 0.03, {
    "suction-restriction": 0.06,
    "impeller-clogged": 0.06,
  }),
  row("water.level-low", "level low", "own", 0.05, { "npsh-shortfall": 0.3 }),
  row("water.level-normal", "level normal", "own", 0.6, { "npsh-shortfall": 0.4 }),
  row("water.liquid-hot", "liquid hot", "own", 0.06, { "npsh-shortfall": 0.3 }),
  row("water.liquid-thick", "liquid thick", "own", 0.02),
  row("water.surging", "surging flow", "gas", 0.03, {
    "suction-air-leak": 0.25,
    "npsh-shortfall": 0.15,
  }),

  row("mechanical.vibration-high", "vibration high", "vibration", 0.07, {
    healthy: 0.02,
    "impeller-clogged": 0.55,
    "npsh-shortfall": 0.35,
    "suction-restriction": 0.2,
    "suction-air-leak": 0.2,
    "phase-loss": 0.15,
  }),
  row("mechanical.bearing-hot", "bearing hot", "heat", 0.04, { healthy: 0.01 }),
  row("mechanical.casing-hot", "casing hot", "heat", 0.02, { "discharge-restriction": 0.08 }),
  row("mechanical.seal-drip", "seal drips", "own", 0.06),
  row("mechanical.gland-dry", "gland dry", "own", 0.02, { "suction-air-leak": 0.12 }),
  row("mechanical.gland-streaming", "gland streams", "own", 0.02),
  row("mechanical.shaft-hard-to-turn", "shaft hard to turn", "own", 0.03, {
    "impeller-clogged": 0.1,
  }),
  row("mechanical.shaft-free", "shaft turns freely", "own", 0.4),
  row("mechanical.coupling-slips", "coupling slips", "own", 0.01, { "low-speed": 0.15 }),
  row("mechanical.belt-loose", "belt loose", "own", 0.01, { "low-speed": 0.2 }),

  row("damage.pitting-eye", "pitting at the eye", "own", 0.02, {
    "npsh-shortfall": 0.4,
    "suction-restriction": 0.25,
  }),
  row("damage.pitting-rim", "pitting at the rim", "own", 0.02),
  row("damage.pitting-tongue", "pitting at the tongue", "own", 0.02, {
    "discharge-restriction": 0.15,
  }),
  row("damage.ports-closed", "ports closed by heat", "own", 0.005),
  row("damage.wear-ring-gap", "wear-ring gap wide", "own", 0.04, {
    "worn-rings": 0.85,
    "impeller-worn": 0.15,
  }),
  row("damage.vanes-eroded", "vanes eroded", "own", 0.03, { "impeller-worn": 0.8 }),
  row("damage.debris-in-impeller", "debris in the wheel", "own", 0.02, {
    "impeller-clogged": 0.85,
  }),

  row("electrical.terminal-warm", "terminal warm", "own", 0.02, { "phase-loss": 0.12 }),
  row("electrical.recent-rewire", "rewired lately", "onset", 0.03, {
    "wrong-rotation": 0.5,
    "phase-loss": 0.1,
  }),
  row("electrical.breaker-trips", "breaker trips", "heat", 0.03, { "phase-loss": 0.45 }),
  row("electrical.smell-burnt", "burnt smell", "own", 0.01, { "phase-loss": 0.15 }),

  row("control.float-held-up", "float held up", "own", 0.02),
  row("control.float-free", "float free", "own", 0.3),
  row("control.hand-mode-pumps", "pumps by hand switch", "own", 0.3),
  row("control.hand-mode-no-pump", "does not pump by hand switch", "own", 0.02),
  row("control.pump-not-level", "pump stands crooked", "own", 0.02),

  row("suction.strainer-dirty", "strainer dirty", "own", 0.03, { "suction-restriction": 0.75 }),
  row("suction.hose-collapsed", "hose collapsed", "own", 0.01, { "suction-restriction": 0.2 }),
  row("suction.joint-wet", "suction joint wet", "own", 0.02, { "suction-air-leak": 0.35 }),
  row("suction.branch-on-suction", "branch on the suction", "own", 0.03, {
    "suction-air-leak": 0.08,
  }),
  row("suction.foot-valve-missing", "foot valve missing", "own", 0.02),
  row("suction.valve-part-closed", "suction valve part closed", "own", 0.01, {
    "suction-restriction": 0.35,
  }),
  row("suction.pipe-above-source", "suction pipe above the source", "own", 0.05),
  row("suction.mixed-metals", "mixed metals", "own", 0.03),
  row("suction.inlet-uncovered", "inlet uncovered", "own", 0.01, { "suction-air-leak": 0.05 }),

  row("discharge.valve-part-closed", "discharge valve part closed", "own", 0.02, {
    "discharge-restriction": 0.45,
  }),
  row("discharge.pipe-smaller-than-outlet", "discharge pipe smaller than the outlet", "own", 0.03, {
    "discharge-restriction": 0.08,
  }),
  row("discharge.line-capped", "discharge line capped", "own", 0.005, {
    "discharge-restriction": 0.05,
  }),
  row("discharge.no-throttle-valve", "no throttle valve", "own", 0.05),
  row("discharge.leak-seen", "leak on the discharge", "own", 0.02),

  row("rotation.arrow-agrees", "turns with the arrow", "own", 0.6, { "wrong-rotation": 0.02 }),
  row("rotation.arrow-disagrees", "turns against the arrow", "own", 0.005, {
    "wrong-rotation": 0.8,
  }),
  row("rotation.body-arrow-backwards", "body arrow against the flow", "own", 0.005),

  row("priming.relief-popping", "relief valve pops", "own", 0.02),
  row("priming.liquid-from-air-jet", "liquid from the air jet", "own", 0.02),
  row("priming.drain-open", "drain open", "own", 0.02, { "suction-air-leak": 0.12 }),
  row("priming.priming-valve-leaks", "priming valve leaks", "own", 0.02, {
    "suction-air-leak": 0.1,
  }),
  row("priming.clear-hose-fouled", "clear hose fouled", "own", 0.02),
  row("priming.bumper-worn", "float-box bumper worn", "own", 0.02),
  row("priming.float-filled", "priming float filled", "own", 0.02),
  row("priming.linkage-binds", "priming linkage binds", "own", 0.02),
  row("priming.steam-at-pump", "steam at the pump", "heat", 0.01),
  row("priming.seal-oil-low", "seal oil low", "own", 0.02),
];

const byId = new Map(OBSERVATIONS.map((o) => [o.id as string, o]));

export const observationRow = (id: string): ObservationRow | undefined => byId.get(id);

/** Probability that the observation is there when this cause is at work. */
export const observationRate = (o: ObservationRow, cause: CauseId): number =>
  o.under[cause] ?? (cause === "unlisted" ? Math.max(o.base, 0.08) : o.base);

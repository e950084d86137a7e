/** What eye and ear take at the running pump: noise, needles, water. */
import { DELIVERS, each, NO_START, type ObservationRow, row } from "./row.ts";

export const SENSED: readonly ObservationRow[] = [
  row("noise.gravel", "rattle like gravel", "vapour", 0.03, {
    healthy: 0.01,
    "npsh-shortfall": 0.65,
    "lift-too-high": 0.6,
    "suction-restriction": 0.4,
    "over-run": 0.25,
    ...each(["suction-air-leak", "vortexing"], 0.1),
  }),
  row("noise.growl", "growl at the casing", "vapour", 0.04, {
    healthy: 0.015,
    "suction-restriction": 0.3,
    ...each(["npsh-shortfall", "lift-too-high"], 0.25),
    "suction-layout": 0.25,
    "over-run": 0.15,
    "impeller-clogged": 0.12,
    "discharge-restriction": 0.1,
    "mechanical-drag": 0.12,
    "viscous-liquid": 0.1,
  }),
  row("noise.whine-tonal", "tonal whine", "own", 0.03, {
    "bearing-defect": 0.4,
    "mechanical-drag": 0.12,
    "winding-fault": 0.08,
  }),
  row("noise.rumble", "rumble", "vibration", 0.05, {
    healthy: 0.02,
    "bearing-defect": 0.35,
    "impeller-clogged": 0.25,
    "impeller-loose": 0.25,
    ...each(["over-run", "suction-layout", "mechanical-drag"], 0.18),
    "discharge-restriction": 0.12,
  }),
  row("noise.rattle-air", "rattle of air", "gas", 0.03, {
    healthy: 0.01,
    ...each(["suction-air-leak", "vortexing"], 0.55),
    ...each(["not-primed", "air-trap", "jet-suction-open"], 0.35),
    "discharge-airlock": 0.3,
    "priming-device-fault": 0.15,
    "npsh-shortfall": 0.08,
  }),
  row("noise.hum", "electrical hum", "own", 0.03, {
    healthy: 0.01,
    ...each(["phase-loss", "capacitor-weak", "shaft-jammed"], 0.5),
    ...each(["supply-imbalance", "winding-fault"], 0.32),
    ...each(["low-voltage", "loose-terminal"], 0.22),
  }),
  row("noise.knock", "knock", "own", 0.03, {
    "impeller-loose": 0.2,
    ...each(["check-valve-passing", "bearing-defect", "mechanical-drag"], 0.1),
    "impeller-clogged": 0.08,
  }),
  row("noise.none", "no unusual noise", "vapour", 0.5, {
    healthy: 0.75,
    ...each(["npsh-shortfall", "lift-too-high"], 0.06),
    ...each(["suction-air-leak", "vortexing", "bearing-defect", "impeller-loose"], 0.12),
    ...each(["suction-restriction", "phase-loss", "over-run", "capacitor-weak"], 0.2),
    ...each(["impeller-clogged", "mechanical-drag", "discharge-airlock", "not-primed"], 0.3),
    ...each(["worn-rings", "impeller-worn", "wrong-impeller-or-curve", "seal-leak"], 0.65),
    ...each(["discharge-gauge-fault", "suction-gauge-fault", "foot-valve-leak"], 0.72),
    ...each(["float-stuck-on", "static-rise", "short-cycling", "check-valve-passing"], 0.55),
    ...each(NO_START, 0.6),
    "wrong-rotation": 0.4,
    "shaft-jammed": 0.3,
  }),

  row("throttled.quieter", "quieter when throttled", "vapour", 0.05, {
    ...each(["npsh-shortfall", "lift-too-high"], 0.75),
    "suction-restriction": 0.65,
    "over-run": 0.6,
    ...each(["vortexing", "suction-air-leak", "suction-layout"], 0.2),
  }),
  row("throttled.same", "no change when throttled", "vapour", 0.5, {
    ...each(["npsh-shortfall", "lift-too-high"], 0.15),
    ...each(["suction-restriction", "over-run"], 0.25),
  }),
  row("throttled.louder", "louder when throttled", "vapour", 0.05, {
    "discharge-restriction": 0.2,
    ...each(["not-primed", "discharge-airlock"], 0.12),
    "impeller-clogged": 0.12,
  }),

  row("gauges.suction-flutter", "suction needle flutters", "gas", 0.04, {
    healthy: 0.02,
    ...each(["suction-air-leak", "vortexing"], 0.55),
    ...each(["npsh-shortfall", "lift-too-high", "air-trap"], 0.3),
    "suction-restriction": 0.2,
    ...each(["not-primed", "discharge-airlock", "priming-device-fault"], 0.12),
    "suction-gauge-fault": 0.05,
    ...each(NO_START, 0.01),
  }),
  row("gauges.discharge-flutter", "discharge needle flutters", "gas", 0.05, {
    healthy: 0.02,
    ...each(["suction-air-leak", "vortexing"], 0.5),
    "discharge-airlock": 0.4,
    ...each(["npsh-shortfall", "lift-too-high", "air-trap", "impeller-loose"], 0.25),
    ...each(["suction-restriction", "not-primed", "impeller-clogged"], 0.15),
    ...each(NO_START, 0.01),
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
    ...each(["suction-air-leak", "vortexing"], 0.48),
    ...each(["air-trap", "discharge-airlock", "jet-suction-open"], 0.2),
    // Deep vacuum draws air through gland and joints that are tight otherwise.
    ...each(["suction-restriction", "npsh-shortfall", "lift-too-high"], 0.1),
  }),
  row("water.swirl-at-intake", "swirl at the intake", "own", 0.02, { vortexing: 0.65 }),
  row("water.intake-near-bottom", "intake near the bottom", "own", 0.03, {
    ...each(["suction-restriction", "impeller-clogged"], 0.06),
  }),
  row("water.level-low", "level low", "own", 0.05, {
    vortexing: 0.55,
    ...each(["npsh-shortfall", "lift-too-high", "static-rise"], 0.3),
    "not-primed": 0.12,
    "float-stuck-on": 0.3,
    "float-stuck-off": 0.01,
  }),
  row("water.level-normal", "level normal", "own", 0.6, {
    ...each(["npsh-shortfall", "lift-too-high"], 0.4),
    ...each(["vortexing", "static-rise", "float-stuck-on", "float-stuck-off"], 0.2),
  }),
  row("water.liquid-hot", "liquid hot", "own", 0.06, { "npsh-shortfall": 0.3 }),
  row("water.liquid-thick", "liquid thick", "own", 0.02, { "viscous-liquid": 0.75 }),
  row("water.surging", "surging flow", "gas", 0.03, {
    vortexing: 0.4,
    ...each(["suction-air-leak", "discharge-airlock", "air-trap"], 0.25),
    "npsh-shortfall": 0.15,
    "check-valve-passing": 0.1,
    ...each(DELIVERS, 0.02),
  }),
];

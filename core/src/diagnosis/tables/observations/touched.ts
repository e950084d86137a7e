/** What hand and nose take at pump, motor and panel, and what an opened pump shows. */
import { each, NO_FLOW, type ObservationRow, row } from "./row.ts";

export const TOUCHED: readonly ObservationRow[] = [
  row("mechanical.vibration-high", "vibration high", "vibration", 0.07, {
    healthy: 0.02,
    "bearing-defect": 0.6,
    "impeller-clogged": 0.55,
    "suction-layout": 0.4,
    ...each(["npsh-shortfall", "impeller-loose", "mechanical-drag", "over-run"], 0.33),
    ...each(["suction-restriction", "suction-air-leak", "vortexing"], 0.2),
    ...each(["phase-loss", "winding-fault", "supply-imbalance"], 0.12),
    "seal-leak": 0.08,
  }),
  row("mechanical.bearing-hot", "bearing hot", "heat", 0.04, {
    healthy: 0.01,
    "bearing-defect": 0.55,
    "mechanical-drag": 0.35,
    "suction-layout": 0.2,
  }),
  row("mechanical.casing-hot", "casing hot", "heat", 0.02, {
    "discharge-airlock": 0.4,
    "heat-closed-ports": 0.3,
    "not-primed": 0.18,
    ...each(["discharge-restriction", "impeller-loose"], 0.08),
  }),
  row("mechanical.seal-drip", "seal drips", "own", 0.05, {
    "seal-leak": 0.8,
    "bearing-defect": 0.1,
  }),
  row("mechanical.gland-dry", "gland dry", "own", 0.02, {
    ...each(["suction-air-leak", "mechanical-drag"], 0.12),
    "not-primed": 0.08,
  }),
  row("mechanical.gland-streaming", "gland streams", "own", 0.02, { "seal-leak": 0.3 }),
  row("mechanical.shaft-hard-to-turn", "shaft hard to turn", "own", 0.03, {
    "shaft-jammed": 0.9,
    "mechanical-drag": 0.5,
    "bearing-defect": 0.22,
    "impeller-clogged": 0.1,
  }),
  row("mechanical.shaft-free", "shaft turns freely", "own", 0.4, {
    "shaft-jammed": 0.02,
    "mechanical-drag": 0.12,
    "bearing-defect": 0.25,
  }),
  row("mechanical.coupling-slips", "coupling slips", "own", 0.01, {
    "impeller-loose": 0.3,
    "low-speed": 0.15,
  }),
  row("mechanical.belt-loose", "belt loose", "own", 0.01, { "low-speed": 0.2 }),

  row("damage.pitting-eye", "pitting at the eye", "own", 0.02, {
    ...each(["npsh-shortfall", "lift-too-high"], 0.4),
    "suction-restriction": 0.25,
    "over-run": 0.1,
  }),
  row("damage.pitting-rim", "pitting at the rim", "own", 0.02, { "over-run": 0.25 }),
  row("damage.pitting-tongue", "pitting at the tongue", "own", 0.02, {
    "discharge-restriction": 0.15,
  }),
  row("damage.ports-closed", "ports closed by heat", "own", 0.005, { "heat-closed-ports": 0.9 }),
  row("damage.wear-ring-gap", "wear-ring gap wide", "own", 0.04, {
    "worn-rings": 0.85,
    "impeller-worn": 0.15,
  }),
  row("damage.vanes-eroded", "vanes eroded", "own", 0.03, { "impeller-worn": 0.8 }),
  row("damage.debris-in-impeller", "debris in the wheel", "own", 0.02, {
    "impeller-clogged": 0.85,
    "shaft-jammed": 0.4,
  }),

  row("damage.gear-flanks-pitted", "flanks pitted", "own", 0.02, {
    ...each(["npsh-shortfall", "lift-too-high"], 0.35),
    "suction-restriction": 0.25,
    "suction-air-leak": 0.1,
  }),
  row("damage.gear-tips-scored", "tips or side plates scored", "own", 0.04, {
    "worn-rings": 0.85,
    "mechanical-drag": 0.3,
  }),
  row("damage.debris-in-gears", "something hard in the gears", "own", 0.01, {
    "shaft-jammed": 0.5,
    "worn-rings": 0.1,
  }),

  row("electrical.terminal-warm", "terminal warm", "own", 0.02, {
    "loose-terminal": 0.55,
    ...each(["phase-loss", "supply-imbalance", "low-voltage"], 0.1),
  }),
  row("electrical.recent-rewire", "rewired lately", "onset", 0.03, {
    "wrong-rotation": 0.5,
    "loose-terminal": 0.2,
    ...each(["phase-loss", "no-supply", "supply-imbalance", "control-fault"], 0.1),
  }),
  row("electrical.breaker-trips", "breaker trips", "heat", 0.03, {
    "shaft-jammed": 0.6,
    ...each(["phase-loss", "winding-fault"], 0.45),
    ...each(["low-voltage", "capacitor-weak", "supply-imbalance"], 0.25),
    ...each(["mechanical-drag", "loose-terminal", "over-run"], 0.16),
  }),
  row("electrical.smell-burnt", "burnt smell", "own", 0.01, {
    "winding-fault": 0.4,
    ...each(["phase-loss", "shaft-jammed"], 0.15),
    ...each(["capacitor-weak", "loose-terminal"], 0.08),
  }),

  row("control.float-held-up", "float held up", "own", 0.02, { "float-stuck-on": 0.6 }),
  row("control.float-free", "float free", "own", 0.3, {
    "float-stuck-on": 0.05,
    "float-stuck-off": 0.08,
  }),
  row("control.hand-mode-pumps", "pumps by hand switch", "own", 0.3, {
    "control-fault": 0.75,
    "float-stuck-off": 0.7,
    ...each(NO_FLOW, 0.03),
    ...each(["no-supply", "shaft-jammed"], 0.01),
    "capacitor-weak": 0.15,
  }),
  row("control.hand-mode-no-pump", "does not pump by hand switch", "own", 0.02, {
    ...each(["no-supply", "shaft-jammed"], 0.65),
    "capacitor-weak": 0.35,
    ...each(NO_FLOW, 0.3),
    ...each(["discharge-restriction", "impeller-clogged"], 0.12),
    "phase-loss": 0.2,
    ...each(["control-fault", "float-stuck-off"], 0.01),
  }),
  row("control.pump-not-level", "pump stands crooked", "own", 0.02, { "float-stuck-on": 0.35 }),
];

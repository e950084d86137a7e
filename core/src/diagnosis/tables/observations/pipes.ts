/** What a walk along the pipes and the priming gear shows. */
import { each, type ObservationRow, row } from "./row.ts";

export const PIPES: readonly ObservationRow[] = [
  row("suction.strainer-dirty", "strainer dirty", "own", 0.03, { "suction-restriction": 0.7 }),
  row("suction.hose-collapsed", "hose collapsed", "own", 0.01, { "suction-restriction": 0.2 }),
  row("suction.joint-wet", "suction joint wet", "own", 0.02, { "suction-air-leak": 0.35 }),
  row("suction.branch-on-suction", "branch on the suction", "own", 0.03, {
    "jet-suction-open": 0.4,
    "suction-layout": 0.25,
    "suction-air-leak": 0.08,
  }),
  row("suction.foot-valve-missing", "foot valve missing", "own", 0.02, {
    "foot-valve-leak": 0.25,
    "not-primed": 0.15,
    "jet-suction-open": 0.15,
  }),
  row("suction.valve-part-closed", "suction valve part closed", "own", 0.01, {
    "suction-restriction": 0.35,
  }),
  row("suction.pipe-above-source", "suction pipe above the source", "own", 0.05, {
    "air-trap": 0.5,
  }),
  row("suction.mixed-metals", "mixed metals", "own", 0.03),
  row("suction.inlet-uncovered", "inlet uncovered", "own", 0.01, {
    vortexing: 0.3,
    "not-primed": 0.1,
    "suction-air-leak": 0.04,
  }),

  row("discharge.valve-part-closed", "discharge valve part closed", "own", 0.02, {
    "discharge-restriction": 0.45,
  }),
  row("discharge.pipe-smaller-than-outlet", "discharge pipe smaller than the outlet", "own", 0.03, {
    "discharge-restriction": 0.08,
    "pump-unsuited": 0.08,
  }),
  row("discharge.line-capped", "discharge line capped", "own", 0.005, {
    "discharge-restriction": 0.05,
    "discharge-airlock": 0.02,
  }),
  row("discharge.no-throttle-valve", "no throttle valve", "own", 0.05, { "over-run": 0.12 }),
  row("discharge.leak-seen", "leak on the discharge", "own", 0.02, {
    "over-run": 0.35,
    "seal-leak": 0.06,
  }),

  row("rotation.arrow-agrees", "turns with the arrow", "own", 0.6, { "wrong-rotation": 0.02 }),
  row("rotation.arrow-disagrees", "turns against the arrow", "own", 0.005, {
    "wrong-rotation": 0.8,
  }),
  row("rotation.body-arrow-backwards", "body arrow against the flow", "own", 0.005, {
    "body-reversed": 0.85,
  }),

  row("priming.relief-popping", "relief valve pops", "own", 0.02, { "priming-device-fault": 0.12 }),
  row("priming.liquid-from-air-jet", "liquid from the air jet", "own", 0.02, {
    "priming-device-fault": 0.3,
  }),
  row("priming.drain-open", "drain or recirculation valve open", "own", 0.02, {
    "priming-device-fault": 0.15,
    ...each(["suction-air-leak", "not-primed", "foot-valve-leak"], 0.12),
  }),
  row("priming.priming-valve-leaks", "priming valve leaks", "own", 0.02, {
    "priming-device-fault": 0.3,
    "suction-air-leak": 0.1,
  }),
  row("priming.clear-hose-fouled", "clear hose fouled", "own", 0.02, {
    "priming-device-fault": 0.25,
  }),
  row("priming.bumper-worn", "float-box bumper worn", "own", 0.02, {
    "priming-device-fault": 0.25,
  }),
  row("priming.float-filled", "priming float filled", "own", 0.02, {
    "priming-device-fault": 0.25,
  }),
  row("priming.linkage-binds", "priming linkage binds", "own", 0.02, {
    "priming-device-fault": 0.25,
  }),
  row("priming.steam-at-pump", "steam at the pump", "heat", 0.01, {
    "discharge-airlock": 0.05,
    "heat-closed-ports": 0.2,
  }),
  row("priming.seal-oil-low", "seal oil low", "own", 0.02, { "seal-leak": 0.12 }),
];

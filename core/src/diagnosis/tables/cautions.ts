/**
 * Cautions, shown at the step where the harm can happen. They inform; they never say that something
 * is safe, and each defers to local codes, the maker's manual and licensed trades.
 */

import type { CautionId } from "../../case/index.ts";

export interface CautionRow {
  readonly id: CautionId;
  readonly title: string;
  readonly text: string;
}

export const CAUTIONS = [
  {
    id: "electrical",
    title: "Terminals and windings",
    text: "For a qualified electrical person. Lock and tag the supply. Prove the tester on a known source, test every pair of phases and each to earth, prove the tester again. Capacitors and drives hold charge: wait the maker's time.",
  },
  {
    id: "live-readings",
    title: "Live volts and amps",
    text: "Insulated probes of the right category, one hand, no loose clothing near the shaft. Use the panel's own instruments first where there are any.",
  },
  {
    id: "rotation",
    title: "Bump start",
    text: "Guards on, nobody near the coupling. A submersible on the ground kicks opposite to its rotation: clear the space.",
  },
  {
    id: "reverse-running",
    title: "Running in reverse",
    text: "A wheel screwed onto its shaft can unscrew and wreck the pump: uncouple before checking rotation.",
  },
  {
    id: "opening",
    title: "Opening a casing or pipe",
    text: "Pump off and locked. Pressure at zero on a gauge known to work, drained and cooled. Hot water and steam scald; for chemicals follow the data sheet.",
  },
  {
    id: "dead-head",
    title: "Running against a shut valve",
    text: "Seconds, not minutes: the water in the casing heats quickly. Never on a positive-displacement pump and never where the maker forbids it.",
  },
  {
    id: "rotating-parts",
    title: "Turning parts",
    text: "Keep guards on while it runs; hands, sleeves and lanyards clear of the coupling.",
  },
  {
    id: "lockout",
    title: "Isolate and lock",
    text: "Supply off, locked and tagged; proven dead phase to phase and to earth. Both valves shut where the pump must be opened.",
  },
  {
    id: "start-kick",
    title: "Start kick",
    text: "A submersible that hangs or stands free kicks opposite to its rotation when it starts, a heavy one hard enough to injure. Nobody within reach; read its manual first.",
  },
  {
    id: "starts-by-itself",
    title: "It starts while you stand there",
    text: "The supply stays on. A hook, not a hand: no part of you, and no cable that is lifted, in the water. Test the residual-current protection first; where there is none, a licensed electrician decides.",
  },
  {
    id: "engine-set",
    title: "Engine and hoses",
    text: "Exhaust outdoors. No fuel near a hot engine. Battery isolated before hands go near belts or the primer. Hoses whip: anchor them. Never put discharge pressure on a hand primer.",
  },
  {
    id: "confined-space",
    title: "Pit, well or tank",
    text: "A confined space needs a gas test, ventilation, an attendant and a permit before anyone bends into it. Cover the opening when you leave it.",
  },
  {
    id: "sewage",
    title: "Sewage",
    text: "Gloves, eye cover and the vaccinations your work asks for. Wash before eating; no bare hands on anything that was below.",
  },
  {
    id: "hot-circuit",
    title: "Hot circuit",
    text: "Pipes and casing can scald. Let it cool before anything is opened. Isolating a hot circuit stops its circulation: work quickly or shut the heat source down.",
  },
  {
    id: "fire-water",
    title: "Fire-water pump",
    text: "Taking it out of service needs the owner's impairment procedure. Tests and acceptance belong to the authority in charge.",
  },
  {
    id: "drinking-water",
    title: "Drinking water",
    text: "Disinfect what touches the water: gauges, dippers, parts and hands.",
  },
  {
    id: "gland",
    title: "Gland and old packing",
    text: "Sleeves tied back; spanner from the side, never across a turning shaft. Burnt PTFE gives off toxic fumes. Old packing may hold asbestos: do not disturb it, have it identified.",
  },
  {
    id: "lifting",
    title: "Heavy parts",
    text: "Bodies, motors and submersibles are heavier than they look: lifting gear, a rope on the handle and never on the cable, a support under an in-line body before its bolts are out.",
  },
] as const satisfies readonly CautionRow[];

/** Ends every caution on a screen and in print. */
export const DEFERENCE =
  "Local codes, the maker's manual and licensed trades come before anything written here.";

export const cautionRow = (id: CautionId): CautionRow => {
  const found = CAUTIONS.find((c) => c.id === id);
  if (!found) throw new Error(`no caution ${id}`);
  return found;
};

/** What a cause is called, and what is done about it, where a pump is not a wheel in a casing within reach. */
import type { CauseId, Family, Installation } from "../../../case/index.ts";
import type { CauseRow } from "./row.ts";

/** What of a pump decides the words. */
export interface Placed {
  readonly family: Family;
  readonly installation: Installation;
  readonly variant?: string | undefined;
  readonly closedLoop: boolean;
}

type Words = Partial<
  Pick<CauseRow, "name" | "mechanism" | "claim" | "firstAid" | "repair" | "parts" | "proof">
>;

interface Kind {
  readonly when: (p: Placed) => boolean;
  readonly words: Readonly<Partial<Record<CauseId, Words>>>;
}

/** Gears, lobes, screws: no wheel, no curve to run out on, and never a valve shut behind it. */
const DISPLACEMENT: Kind = {
  when: (p) => p.family === "positive-displacement",
  words: {
    "discharge-restriction": {
      mechanism: "Something downstream takes more pressure than it should, and the drive pays.",
      firstAid: "Stop it, then look at every valve on its discharge: never run it against one.",
      proof: "Pressure and current back at the duty's.",
    },
    "discharge-airlock": { firstAid: "Stop it; vent the high points." },
    "pump-unsuited": {
      mechanism: "At its speed it moves another flow than the duty asks for, since the first day.",
      firstAid: "Nothing to mend today; slow it if it gives too much.",
      repair: "Choose speed or pump by the flow that is wanted.",
      proof: "The duty's flow at a speed the pump is made for.",
    },
    "check-valve-passing": {
      name: "Relief or check valve passes",
      mechanism: "Liquid runs back through the relief valve, a bypass or the standby.",
      firstAid: "Leave the relief valve's spring alone; stop the pump before anybody works on it.",
      repair: "Clean the valve, renew its seat, set it by the maker's figure; shut the bypass.",
      parts: ["relief valve seat", "spring", "gasket"],
      proof: "Return line still and cool; flow back at the duty.",
    },
    "suction-restriction": {
      firstAid: "Slow it or stop it until the growl stops.",
      proof: "Suction gauge back to what level and pipe explain, flow back at its speed.",
    },
    "npsh-shortfall": {
      mechanism: "The suction is clean, but level, warmth, thickness or lift leave too little.",
      claim: () => "The gears get less NPSH than they need.",
      firstAid: "Slow it until the rattle goes.",
      repair: "Raise the level, thin what is too thick, widen the suction, or run it slower.",
    },
    "lift-too-high": { firstAid: "Slow it; run it when the level is high." },
    "suction-air-leak": { proof: "Clear discharge, steady gauges, flow back at its speed." },
    vortexing: { firstAid: "Slow it, or float a board over the swirl." },
    "not-primed": { proof: "Flow at its speed, and still there after standing." },
    "viscous-liquid": {
      firstAid: "Warm it if it may be warmed; slow it; watch the current.",
      repair: "Measure the viscosity at this temperature; set speed and motor for it.",
      proof: "Flow and power as the table has them at the measured viscosity.",
    },
    "worn-rings": {
      name: "Worn gears",
      mechanism:
        "Liquid slips back past tips, flanks and side plates: less flow, more so at pressure.",
      repair: "Open the pump, measure tip and side clearances; renew gears, bushings, side plates.",
      parts: ["gear set", "side plates", "bushings", "casing gasket"],
      proof: "Flow at equal speed and pressure back on the fingerprint.",
    },
    "impeller-loose": {
      name: "Gear loose on its shaft",
      mechanism:
        "A key, pin or coupling has let go: the motor runs light and the gears hardly turn.",
      claim: () => "The motor turns and the gears do not follow.",
      firstAid: "Stop it: a loose gear wrecks shaft and casing.",
      repair: "Open, renew key, pin or coupling insert, check the shaft.",
      parts: ["key", "coupling insert", "casing gasket"],
      proof: "Flow at its speed is back; no play by hand.",
    },
    "mechanical-drag": {
      mechanism: "Bearing, tight gland, rubbing gear or a coupling out of line takes power.",
    },
    "wrong-rotation": {
      mechanism: "Two supply wires are exchanged: it pumps back into its suction.",
      firstAid: "Stop it: its suction may not stand the pressure.",
      proof: "Rotation agrees with the arrow; flow the right way.",
    },
  },
};

/** Pump and motor under water: what is done to it is done after it was pulled. */
const SUNKEN: Kind = {
  when: (p) => p.installation === "submerged" && p.variant !== "line-shaft",
  words: {
    "npsh-shortfall": {
      firstAid: "Stop it at a higher level.",
      repair: "Set it deeper, raise the stop level, cool the liquid, or fit a slower pump.",
    },
    vortexing: {
      firstAid: "Stop it at a higher level.",
      repair: "Set it deeper, or raise the stop level.",
      parts: ["level switch"],
    },
    "worn-rings": { repair: "Pull and open it, measure the gap, renew rings or wear plate." },
    "impeller-worn": {
      repair: "Pull it, fit a new wheel of the plate diameter; find what wore it.",
    },
    "impeller-clogged": {
      firstAid: "Stop it; nobody reaches into it while it can start.",
      repair: "Isolate, pull it, clear the passages; mend or fit the screen.",
    },
    "impeller-loose": { repair: "Pull it; renew key, nut or coupling, check the shaft." },
    "mechanical-drag": {
      mechanism: "A bearing or a rubbing wheel takes power; the flow stays.",
      firstAid: "Stop it when its current climbs.",
      repair: "Pull it; look at bearings, wheel and shaft.",
      parts: ["bearings"],
      proof: "Current at equal flow back on the fingerprint.",
    },
    "bearing-defect": {
      mechanism: "A bearing is worn or dry: noise in the riser and a climbing current come first.",
      firstAid: "Read its current each day; plan to pull it before it seizes.",
      repair: "Pull it; renew the bearings or the motor.",
      parts: ["bearing set", "seal kit"],
      proof: "Current steady a week later.",
    },
    "seal-leak": {
      mechanism: "The shaft seal lets water into the motor's chamber.",
      firstAid: "Test the insulation; do not wait long: water ends the winding.",
      repair: "Pull it; renew both seals and the oil, dry the motor.",
      parts: ["seal kit", "oil"],
      proof: "Insulation high and steady; clean oil at the next check.",
    },
    "shaft-jammed": { repair: "Isolate, pull it, free or open it; find what is in it." },
    "float-stuck-on": { firstAid: "Switch it off by hand before it draws air." },
  },
};

/** Pits and tubs have no pressure vessel. */
const FLOATS: Kind = {
  when: (p) => p.family === "sump" || p.family === "tub",
  words: {
    "short-cycling": {
      mechanism: "Levels set too close, or a passing check valve, start it again and again.",
      firstAid: "Spread the levels for today.",
      repair: "Set the levels apart, renew the check valve.",
      parts: ["check valve", "float switch"],
    },
  },
};

/** A circuit has no source that falls and no level to raise. */
const CIRCUIT: Kind = {
  when: (p) => p.closedLoop || p.family === "inline-circulator",
  words: {
    "npsh-shortfall": {
      mechanism: "Fill pressure, warmth or altitude leave less than the wheel needs.",
      firstAid: "Slow the pump until the rattle goes; look at the fill pressure.",
      repair: "Raise the fill pressure, cool the circuit, or fit a slower pump.",
      proof: "No rattle at the hottest the circuit gets.",
    },
    "not-primed": {
      firstAid: "Stop it before its bearings run dry.",
      repair: "Fill and vent the circuit; find where the water went.",
      parts: ["automatic air vent"],
    },
    "over-run": {
      repair: "Find the open bypass or branch; balance the circuit, or slow the pump.",
    },
  },
};

/** A set on a tank or over a strainer: its recirculation valve, left open, is the shortest way back. */
const PORTABLE: Kind = {
  when: (p) => p.family === "portable",
  words: {
    "foot-valve-leak": {
      name: "Recirculation or foot valve lets it drain back",
      mechanism:
        "It runs well once primed; through an open recirculation valve or a foot valve that leaks it empties itself while it primes or stands.",
      firstAid: "Shut the recirculation valve and the hose valve, then prime again.",
      repair:
        "Keep the recirculation valve shut until the pump is solid with water; clean the foot valve or renew its flap.",
      parts: ["foot valve", "flap", "recirculation valve seat"],
      proof: "Primes once with both valves shut, and the level in the priming port holds.",
    },
    "not-primed": {
      repair:
        "Shut the recirculation and hose valves so that the primer is the only way out; fill until water comes solid.",
    },
  },
};

const KINDS: readonly Kind[] = [DISPLACEMENT, SUNKEN, FLOATS, CIRCUIT, PORTABLE];

/** Rows made once for each kind of pump: what is worked out of a row is kept with it. */
const MADE = new WeakMap<CauseRow, Map<string, CauseRow>>();

/** A cause as it is called and treated on this pump. */
export function onPump(row: CauseRow, pump: Placed): CauseRow {
  const words = KINDS.flatMap((k, i) => (k.words[row.id] && k.when(pump) ? [i] : []));
  if (words.length === 0) return row;
  const made = MADE.get(row) ?? new Map<string, CauseRow>();
  MADE.set(row, made);
  const name = words.join();
  const known = made.get(name);
  if (known) return known;
  const own = words.reduce((r, i) => ({ ...r, ...KINDS[i]?.words[row.id] }), row);
  made.set(name, own);
  return own;
}

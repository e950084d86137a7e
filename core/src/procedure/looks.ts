/** Which chips make sense on this pump, by group: the others only get in the way of a wet glove. */
import { type ObservationRow, OBSERVATIONS } from "../diagnosis/index.ts";
import { canned, mayBePacked, mayHaveMotor, type PumpFacts, submergedSet } from "../visit/index.ts";

export interface LookGroup {
  readonly id: string;
  readonly name: string;
  readonly rows: readonly ObservationRow[];
}

/** Along the water, then what is touched, then what is told. */
const GROUPS: readonly (readonly [id: string, name: string])[] = [
  ["noise", "Noise"],
  ["throttled", "Noise when throttled"],
  ["gauges", "Gauges"],
  ["water", "Water"],
  ["suction", "Suction side"],
  ["priming", "Priming gear"],
  ["discharge", "Discharge side"],
  ["mechanical", "Pump"],
  ["rotation", "Rotation"],
  ["electrical", "Electrical"],
  ["control", "Control"],
  ["damage", "Seen inside"],
  ["complaint", "Complaint"],
  ["onset", "Since when"],
];

type When = (pump: PumpFacts) => boolean;

const submerged: When = (p) => p.installation === "submerged";
const of =
  (...families: PumpFacts["family"][]): When =>
  (p) =>
    families.includes(p.family);
const not =
  (when: When): When =>
  (p) =>
    !when(p);
const both =
  (a: When, b: When): When =>
  (p) =>
    a(p) && b(p);

const PRIMED = of("dry-priming", "self-priming", "portable", "jet-shallow", "jet-deep", "tub");
const DRY_PRIMING = of("dry-priming");
const FLOATS = of("sump");
const displacement = of("positive-displacement");
/** A hand reaches the machine; and a shaft, a coupling or a fan of it is in sight. */
const inReach: When = not(submergedSet);
const shaftInSight: When = both(inReach, not(canned));
const packed: When = both(inReach, mayBePacked);
const SMALL = of("inline-circulator", "sump", "tub", "jet-shallow", "jet-deep", "portable");
const mayBePlastic: When = (p) => p.plasticImpeller || SMALL(p);
const openSource: When = (p) => !p.closedLoop;
const lifts: When = (p) => p.installation === "lift" || !p.installationStated;

/** Where a group or a chip makes sense; everywhere when it is not named. */
const SENSE: Readonly<Record<string, When>> = {
  throttled: both(not(submerged), not(displacement)),
  suction: not(submerged),
  priming: of("dry-priming", "self-priming", "portable"),
  electrical: mayHaveMotor,
  control: of(
    "sump",
    "borehole",
    "inline-circulator",
    "multistage",
    "jet-shallow",
    "jet-deep",
    "tub",
  ),
  rotation: mayHaveMotor,
  "rotation.arrow-agrees": shaftInSight,
  "rotation.arrow-disagrees": shaftInSight,
  "rotation.body-arrow-backwards": of("inline-circulator"),
  "gauges.suction-flutter": not(submerged),
  "gauges.suction-stuck": not(submerged),
  "gauges.suction-zero-off": not(submerged),
  "water.swirl-at-intake": openSource,
  "water.intake-near-bottom": openSource,
  "water.level-low": openSource,
  "water.level-normal": openSource,
  "onset.low-level-only": openSource,
  "suction.hose-collapsed": of("dry-priming", "portable", "self-priming"),
  "suction.foot-valve-missing": lifts,
  "suction.branch-on-suction": openSource,
  "suction.inlet-uncovered": openSource,
  "suction.pipe-above-source": openSource,
  "discharge.line-capped": of("dry-priming", "portable", "sump", "self-priming"),
  "discharge.no-throttle-valve": not(displacement),
  "mechanical.gland-dry": packed,
  "mechanical.gland-streaming": packed,
  "mechanical.seal-drip": shaftInSight,
  "mechanical.casing-hot": inReach,
  "mechanical.vibration-high": inReach,
  "mechanical.coupling-slips": shaftInSight,
  "mechanical.belt-loose": (p) => p.driveKind === "belt",
  "mechanical.shaft-hard-to-turn": shaftInSight,
  "mechanical.shaft-free": shaftInSight,
  "mechanical.bearing-hot": inReach,
  "damage.pitting-eye": not(displacement),
  "damage.pitting-rim": not(displacement),
  "damage.pitting-tongue": not(displacement),
  "damage.ports-closed": mayBePlastic,
  "damage.wear-ring-gap": not(displacement),
  "damage.vanes-eroded": not(displacement),
  "damage.debris-in-impeller": not(displacement),
  "damage.gear-flanks-pitted": displacement,
  "damage.gear-tips-scored": displacement,
  "damage.debris-in-gears": displacement,
  "control.float-held-up": FLOATS,
  "control.float-free": FLOATS,
  "control.pump-not-level": FLOATS,
  "priming.relief-popping": DRY_PRIMING,
  "priming.liquid-from-air-jet": DRY_PRIMING,
  "priming.clear-hose-fouled": DRY_PRIMING,
  "priming.bumper-worn": DRY_PRIMING,
  "priming.float-filled": DRY_PRIMING,
  "priming.linkage-binds": DRY_PRIMING,
  "priming.seal-oil-low": DRY_PRIMING,
  "complaint.loses-prime": PRIMED,
  "complaint.slow-prime": PRIMED,
  "complaint.runs-on": of("sump", "tub", "multistage", "jet-shallow", "jet-deep", "borehole"),
  "complaint.trips": mayHaveMotor,
  "onset.after-electrical-work": mayHaveMotor,
};

/** Damage is seen only when the pump is open. */
const SEEN_INSIDE = "damage";

export interface LookOptions {
  /** Chips that are set already: they stay whatever the pump is. */
  readonly set: ReadonlySet<string>;
  /** The pump is open. */
  readonly open: boolean;
}

/** Groups with the chips that make sense; a group without chips is left out. */
export function looksFor(pump: PumpFacts, { set, open }: LookOptions): LookGroup[] {
  const sensible = (row: ObservationRow, group: string) =>
    set.has(row.id) || [SENSE[group], SENSE[row.id]].every((when) => when?.(pump) ?? true);
  return GROUPS.map(([id, name]) => ({
    id,
    name,
    rows: OBSERVATIONS.filter((o) => o.id.startsWith(`${id}.`)).filter(
      (o) => sensible(o, id) && (id !== SEEN_INSIDE || open || set.has(o.id)),
    ),
  })).filter((g) => g.rows.length > 0);
}

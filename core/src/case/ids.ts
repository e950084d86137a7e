/** Every id that a case file or an entry of a visit may use: closed lists. Loaded before the sheet: no schema here. */

/** Longest text a case file, a strip or a reason may hold [characters]. */
export const LONGEST_TEXT = 400;

export const FAMILIES = [
  "end-suction",
  "inline-circulator",
  "split-case",
  "multistage",
  "fire",
  "self-priming",
  "dry-priming",
  "portable",
  "jet-shallow",
  "jet-deep",
  "borehole",
  "sump",
  "tub",
  "positive-displacement",
] as const;
export type Family = (typeof FAMILIES)[number];

export const INSTALLATIONS = ["flooded", "lift", "submerged"] as const;
export type Installation = (typeof INSTALLATIONS)[number];

export const CAUSE_IDS = [
  "healthy",
  "discharge-restriction",
  "discharge-airlock",
  "over-run",
  "suction-restriction",
  "npsh-shortfall",
  "suction-air-leak",
  "vortexing",
  "not-primed",
  "foot-valve-leak",
  "priming-device-fault",
  "lift-too-high",
  "suction-layout",
  "viscous-liquid",
  "worn-rings",
  "impeller-worn",
  "impeller-clogged",
  "impeller-loose",
  "wrong-rotation",
  "body-reversed",
  "static-rise",
  "pump-unsuited",
  "air-trap",
  "heat-closed-ports",
  "wrong-impeller-or-curve",
  "low-speed",
  "shaft-jammed",
  "mechanical-drag",
  "bearing-defect",
  "seal-leak",
  "check-valve-passing",
  "no-supply",
  "phase-loss",
  "supply-imbalance",
  "winding-fault",
  "loose-terminal",
  "low-voltage",
  "capacitor-weak",
  "float-stuck-on",
  "float-stuck-off",
  "control-fault",
  "short-cycling",
  "jet-nozzle-blocked",
  "jet-suction-open",
  "suction-gauge-fault",
  "discharge-gauge-fault",
  "unlisted",
] as const;
export type CauseId = (typeof CAUSE_IDS)[number];

const OBSERVATION_GROUPS = {
  complaint: [
    "low-flow",
    "no-flow",
    "low-pressure",
    "noisy",
    "loses-prime",
    "slow-prime",
    "trips",
    "runs-on",
    "wont-start",
    "leaks",
    "hot",
    "cycles-often",
    "high-energy",
    "not-delivering-duty",
    "fault-not-shown-today",
  ],
  onset: [
    "since-install",
    "after-electrical-work",
    "after-mechanical-work",
    "sudden",
    "gradual",
    "intermittent",
    "seasonal-cold",
    "seasonal-warm",
    "low-level-only",
    "after-standing",
    "after-pump-change",
  ],
  noise: ["gravel", "growl", "whine-tonal", "rumble", "rattle-air", "hum", "knock", "none"],
  throttled: ["quieter", "same", "louder"],
  gauges: [
    "suction-flutter",
    "discharge-flutter",
    "suction-stuck",
    "discharge-stuck",
    "suction-zero-off",
    "discharge-zero-off",
  ],
  water: [
    "bubbles-in-discharge",
    "swirl-at-intake",
    "intake-near-bottom",
    "level-low",
    "level-normal",
    "liquid-hot",
    "liquid-thick",
    "surging",
  ],
  mechanical: [
    "vibration-high",
    "bearing-hot",
    "casing-hot",
    "seal-drip",
    "gland-dry",
    "gland-streaming",
    "shaft-hard-to-turn",
    "shaft-free",
    "coupling-slips",
    "belt-loose",
  ],
  damage: [
    "pitting-eye",
    "pitting-rim",
    "pitting-tongue",
    "ports-closed",
    "wear-ring-gap",
    "vanes-eroded",
    "debris-in-impeller",
    "gear-flanks-pitted",
    "gear-tips-scored",
    "debris-in-gears",
  ],
  electrical: ["terminal-warm", "recent-rewire", "breaker-trips", "smell-burnt"],
  control: [
    "float-held-up",
    "float-free",
    "hand-mode-pumps",
    "hand-mode-no-pump",
    "pump-not-level",
  ],
  suction: [
    "strainer-dirty",
    "hose-collapsed",
    "joint-wet",
    "branch-on-suction",
    "foot-valve-missing",
    "valve-part-closed",
    "pipe-above-source",
    "mixed-metals",
    "inlet-uncovered",
  ],
  discharge: [
    "valve-part-closed",
    "pipe-smaller-than-outlet",
    "line-capped",
    "no-throttle-valve",
    "leak-seen",
  ],
  rotation: ["arrow-agrees", "arrow-disagrees", "body-arrow-backwards"],
  priming: [
    "relief-popping",
    "liquid-from-air-jet",
    "drain-open",
    "priming-valve-leaks",
    "clear-hose-fouled",
    "bumper-worn",
    "float-filled",
    "linkage-binds",
    "steam-at-pump",
    "seal-oil-low",
  ],
} as const;

type Groups = typeof OBSERVATION_GROUPS;
/** `group.name`, for example `noise.gravel`. */
export type ObservationId = {
  [G in keyof Groups]: `${G}.${Groups[G][number]}`;
}[keyof Groups];

export const OBSERVATION_IDS = Object.entries(OBSERVATION_GROUPS).flatMap(([group, names]) =>
  names.map((name) => `${group}.${name}` as ObservationId),
);

/** Every test and how it may turn out. */
export const TEST_OUTCOMES = {
  "rotation-look": ["right", "wrong", "cannot-see"],
  "throttle-and-listen": ["quieter", "same", "louder"],
  "slow-and-listen": ["quieter", "same", "louder"],
  "run-standby-compare": ["alike", "this-worse", "standby-worse"],
  "discharge-valve-look": ["open", "part-closed"],
  provoke: ["reproduced", "not-reproduced"],
  "shut-off-head": ["near-curve", "low", "high", "no-pressure"],
  "vacuum-plate": ["good-holds", "good-falls", "poor-holds", "poor-falls"],
  "hand-mode": ["pumps", "runs-no-flow", "wont-run"],
  "gauge-zero": ["both-zero", "suction-off", "discharge-off"],
  "swap-gauges": ["same", "suction-changes", "discharge-changes"],
  "open-strainer-look": ["clean", "dirty"],
  "clean-strainer-reread": ["improved", "no-change"],
  "raise-level-reread": ["improved", "no-change"],
  "submerge-deeper-reread": ["improved", "no-change"],
  "isolate-standby-reread": ["improved", "no-change"],
  "vent-casing-reread": ["improved", "no-change"],
  "drain-back": ["holds", "falls"],
  "suction-pressure-vs-layout": ["agrees", "lower", "higher"],
  "roll-leads": ["follows-line", "follows-motor", "both", "balanced"],
  "two-direction": ["forward-better", "reverse-better", "same"],
  "speed-check": ["as-expected", "low"],
  "timed-drawdown": ["as-expected", "low", "none"],
  "winding-resistance": ["balanced", "spread", "open", "short"],
  insulation: ["good", "low"],
  "terminal-retighten-reread": ["balanced", "no-change"],
  "hand-turn-shaft": ["free", "stiff", "no-resistance"],
  "capacitor-check": ["in-tolerance", "weak"],
  "float-lift": ["starts-and-stops", "keeps-running", "no-start"],
  "standing-level-rise": ["none", "rises"],
} as const;
export type TestId = keyof typeof TEST_OUTCOMES;

export const TEST_IDS = Object.keys(TEST_OUTCOMES) as TestId[];

export const CAUTION_IDS = [
  "electrical",
  "live-readings",
  "rotation",
  "reverse-running",
  "opening",
  "dead-head",
  "rotating-parts",
  "lockout",
  "start-kick",
  "starts-by-itself",
  "engine-set",
  "confined-space",
  "sewage",
  "hot-circuit",
  "fire-water",
  "drinking-water",
  "gland",
  "lifting",
] as const;
export type CautionId = (typeof CAUTION_IDS)[number];

/** What blocks the work while it lasts. */
export const STOP_IDS = [
  "displacement-shut",
  "plastic-shut",
  "screwed-reverse",
  "phase-lost",
  "voltage-imbalance",
  "found-live",
  "tester-doubtful",
] as const;
export type StopId = (typeof STOP_IDS)[number];

/** Checks of the proof that a motor is dead: the tester before and after, and pairs of conductors. */
export const DEAD_CHECK_IDS = [
  "before",
  "l1-l2",
  "l2-l3",
  "l3-l1",
  "l1-earth",
  "l2-earth",
  "l3-earth",
  "l-n",
  "l-earth",
  "n-earth",
  "after",
] as const;
export type DeadCheckId = (typeof DEAD_CHECK_IDS)[number];

export const PLATE_KINDS = ["body", "motor"] as const;
export type PlateKind = (typeof PLATE_KINDS)[number];

/** What can be read on a plate. */
export const PLATE_KEYS = [
  "type",
  "serial",
  "dateCode",
  "ports",
  "faceToFace",
  "diameter",
  "seal",
  "rotation",
  "phases",
  "power",
  "voltage",
  "current",
  "serviceFactorCurrent",
  "serviceFactor",
  "speed",
  "frequency",
  "powerFactor",
  "efficiency",
  "capacitor",
  "startsPerHour",
] as const;
export type PlateKey = (typeof PLATE_KEYS)[number];

/** What a note may say of a gauge. */
export const GAUGE_FACTS = ["unit", "low", "high", "percent", "height", "line"] as const;
export type GaugeFact = (typeof GAUGE_FACTS)[number];

/** Why there is no reading after something was tightened, cleaned, vented or swapped. */
export const NO_AFTER_REASONS = ["no gauge there", "not running yet", "by ear only"] as const;

/** How a visit may end. */
export const CLOSINGS = [
  "cured",
  "improved",
  "not reproduced",
  "waiting for parts",
  "referred",
  "as it should be",
] as const;
/** How a visit stands in the log: as it ended, because none was needed any more, or as nobody wrote down. */
export const WAYS_CLOSED = [...CLOSINGS, "called off", "not said"] as const;
export type Closing = (typeof WAYS_CLOSED)[number];

/** What a picture shows. */
export const PICTURE_SUBJECTS = ["body-plate", "motor-plate", "look"] as const;

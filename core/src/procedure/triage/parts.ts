/**
 * What a cause is made of, part by part: which of them it mostly is, and how each is looked at. Shares are of the cause and
 * sum to one where the parts belong; they are a tradesman's judgement, as the table of causes is.
 */
import type { CauseId, Family, ObservationId } from "../../case/index.ts";
import type { Act } from "../../guide/index.ts";

export interface TriagePart {
  readonly id: string;
  readonly cause: CauseId;
  readonly name: string;
  readonly look: string;
  readonly minutes: number;
  readonly share: number;
  /** Found, it is this chip: it goes to the diagnosis itself. */
  readonly observation?: ObservationId;
  readonly acts?: readonly Act[];
  readonly families?: readonly Family[];
}

type Row = readonly [
  id: string,
  name: string,
  look: string,
  minutes: number,
  share: number,
  more?: Pick<TriagePart, "observation" | "acts" | "families">,
];

const of = (cause: CauseId, ...rows: readonly Row[]): TriagePart[] =>
  rows.map(([id, name, look, minutes, share, more = {}]) => ({
    ...{ id: `${cause}/${id}`, cause, name, look, minutes, share },
    ...more,
  }));

const SET: Pick<TriagePart, "families"> = { families: ["dry-priming"] };
const PRIMER: Pick<TriagePart, "families"> = {
  families: [
    "portable",
    "self-priming",
    "tub",
    "end-suction",
    "split-case",
    "multistage",
    "fire",
    "jet-shallow",
    "jet-deep",
  ],
};

export const TRIAGE_PARTS: readonly TriagePart[] = [
  ...of(
    "priming-device-fault",
    [
      "nozzle",
      "Air jet nozzle",
      "Does the relief pop? Take the nozzle out and look through it.",
      6,
      0.2,
      { ...SET, observation: "priming.relief-popping" },
    ],
    [
      "priming-valve",
      "Discharge priming valve",
      "A hand over its drain: does it draw air while it primes?",
      2,
      0.16,
      { ...SET, observation: "priming.priming-valve-leaks" },
    ],
    [
      "clear-hose",
      "Clear hose",
      "Look along it: kinked, fouled, or water in it?",
      1,
      0.12,
      { ...SET, observation: "priming.clear-hose-fouled" },
    ],
    [
      "check-valve",
      "Small check valve on the separator",
      "Take it out, look at its seat.",
      5,
      0.1,
      SET,
    ],
    [
      "linkage",
      "Float linkage",
      "Move it by hand: free through its whole way?",
      4,
      0.1,
      { ...SET, observation: "priming.linkage-binds" },
    ],
    [
      "compressor-hose",
      "Compressor hose",
      "Feel along it while it runs; loose or split?",
      2,
      0.08,
      SET,
    ],
    ["shut-off", "Vacuum shut-off", "Is it open?", 1, 0.06, SET],
    ["nipple", "Nipple behind the nozzle", "Out with the nozzle: clean?", 3, 0.06, SET],
    [
      "bumper",
      "Bumper in the float box",
      "Does it close the port before the float is up?",
      6,
      0.06,
      { ...SET, observation: "priming.bumper-worn" },
    ],
    [
      "float",
      "Float",
      "Shake it: water in it?",
      5,
      0.06,
      { ...SET, observation: "priming.float-filled" },
    ],
    ["primer-diaphragm", "Primer", "A thumb on its inlet: does it draw?", 2, 0.6, PRIMER],
    [
      "primer-valve",
      "Valve of the primer",
      "Does it shut when the pump makes pressure?",
      2,
      0.4,
      PRIMER,
    ],
  ),
  ...of(
    "suction-air-leak",
    [
      "joint",
      "Joints and hose",
      "Look and listen along the suction; oil or foam on each joint.",
      6,
      0.45,
      { observation: "suction.joint-wet" },
    ],
    [
      "seal",
      "Shaft seal or gland",
      "Water or grease on it while it runs: does the gauge steady?",
      3,
      0.2,
      { acts: ["gland"] },
    ],
    ["gasket", "Gasket of strainer or flange", "Feel for the draught with wet fingers.", 4, 0.2],
    [
      "drain",
      "Drains and plugs",
      "Each one shut and tight?",
      1,
      0.15,
      { observation: "priming.drain-open" },
    ],
  ),
  ...of(
    "not-primed",
    ["not-filled", "Not filled", "Open the vent or the port: does water stand in it?", 2, 0.6],
    ["pocket", "Air at a high point", "Vent the highest point of the suction.", 4, 0.25],
    ["plug", "Plug of the port", "Does it draw air? A wet rag over it.", 1, 0.15],
  ),
  ...of(
    "foot-valve-leak",
    [
      "dirt",
      "Something under its flap",
      "Fill, and watch the level in the port; work the valve.",
      6,
      0.5,
    ],
    ["worn", "Flap or seat worn", "Lift it and look.", 25, 0.3, { acts: ["lifts"] }],
    [
      "missing",
      "No foot valve there",
      "Ask, or lift the pipe.",
      10,
      0.2,
      { observation: "suction.foot-valve-missing" },
    ],
  ),
  ...of(
    "suction-restriction",
    [
      "strainer",
      "Strainer",
      "Off, locked: open it and look.",
      12,
      0.5,
      { observation: "suction.strainer-dirty", acts: ["opens"] },
    ],
    [
      "hose",
      "Hose or liner",
      "Look along it while it runs: flat anywhere?",
      2,
      0.2,
      { observation: "suction.hose-collapsed" },
    ],
    [
      "valve",
      "Suction valve",
      "Count its turns to fully open.",
      1,
      0.15,
      { observation: "suction.valve-part-closed" },
    ],
    ["mud", "End in mud, or a kink", "Lift the end and look.", 4, 0.15],
  ),
  ...of(
    "discharge-restriction",
    [
      "valve",
      "Discharge valve",
      "Count its turns to fully open; does its stem move its gate?",
      2,
      0.5,
      { observation: "discharge.valve-part-closed" },
    ],
    ["check", "Check valve", "Listen at it, move its lever: does it open?", 3, 0.2],
    [
      "capped",
      "End of the line",
      "Walk to it: capped, shut, frozen?",
      5,
      0.15,
      { observation: "discharge.line-capped" },
    ],
    ["blocked", "Line", "Pressure along it: where does it drop?", 15, 0.15],
  ),
  ...of(
    "discharge-airlock",
    ["high-point", "Air at the high point", "Vent the discharge at its highest point.", 4, 0.6],
    [
      "steam",
      "Steam at the pump",
      "A hand near the casing: hot?",
      1,
      0.2,
      { observation: "priming.steam-at-pump" },
    ],
    ["closed", "No way out for the air", "Open the end of the line a little.", 3, 0.2],
  ),
  ...of(
    "lift-too-high",
    [
      "level",
      "The level has fallen",
      "Measure from the pump to the water.",
      3,
      0.6,
      { observation: "water.level-low" },
    ],
    [
      "place",
      "The pump stands too high",
      "Measure, and set it against what the atmosphere gives here.",
      4,
      0.4,
    ],
  ),
  ...of("wrong-rotation", [
    "phases",
    "Turned backwards",
    "Look at fan or coupling as it runs out.",
    2,
    1,
    { observation: "rotation.arrow-disagrees", acts: ["bumps"] },
  ]),
  ...of(
    "impeller-loose",
    [
      "coupling",
      "Coupling",
      "Does it slip? A mark across it, started once.",
      4,
      0.5,
      { observation: "mechanical.coupling-slips", acts: ["bumps"] },
    ],
    [
      "key",
      "Wheel on its shaft",
      "Turn the shaft by hand: does it feel the water?",
      6,
      0.5,
      { acts: ["terminals"] },
    ],
  ),
  ...of(
    "impeller-clogged",
    [
      "wheel",
      "Wheel",
      "Off, locked: look into its eye.",
      20,
      0.8,
      { observation: "damage.debris-in-impeller", acts: ["opens"] },
    ],
    ["throat", "Throat of the casing", "Look in from the discharge.", 20, 0.2, { acts: ["opens"] }],
  ),
  ...of(
    "low-speed",
    ["setting", "Throttle or drive setting", "Read the speed.", 1, 0.6],
    ["belt", "Belt", "Loose or glazed?", 2, 0.4, { observation: "mechanical.belt-loose" }],
  ),
  ...of("static-rise", [
    "lift",
    "It has to lift higher than before",
    "What was changed at the far end?",
    4,
    1,
  ]),
  ...of(
    "vortexing",
    [
      "depth",
      "End not deep enough",
      "How far under water, how far off the bottom?",
      2,
      0.6,
      { observation: "suction.inlet-uncovered" },
    ],
    [
      "swirl",
      "Swirl at the end",
      "Look for a dimple or a string of air.",
      2,
      0.4,
      { observation: "water.swirl-at-intake" },
    ],
  ),
  ...of(
    "seal-leak",
    ["faces", "Seal", "Look: drip or stream?", 1, 0.7, { observation: "mechanical.seal-drip" }],
    ["oil", "Seal oil", "At its mark?", 1, 0.3, { observation: "priming.seal-oil-low" }],
  ),
  ...of("supply-imbalance", [
    "volts",
    "Supply",
    "Three voltages, under load.",
    4,
    1,
    { acts: ["reads-live"] },
  ]),
  ...of(
    "phase-loss",
    ["fuse", "Fuse", "Off, proven dead: measure the three fuses.", 5, 0.5, { acts: ["terminals"] }],
    ["contactor", "Contactor", "Its contacts: burnt, one open?", 6, 0.3, { acts: ["terminals"] }],
    ["wire", "Wire at a terminal", "Pull each one, dead.", 5, 0.2, { acts: ["terminals"] }],
  ),
  ...of(
    "loose-terminal",
    [
      "motor",
      "Terminals at the motor",
      "Off, proven dead: one brown or soft?",
      6,
      0.5,
      { observation: "electrical.terminal-warm", acts: ["terminals"] },
    ],
    ["contactor", "Terminals at the contactor", "The same there.", 5, 0.3, { acts: ["terminals"] }],
    ["isolator", "Terminals at the isolator", "The same there.", 5, 0.2, { acts: ["terminals"] }],
  ),
  ...of(
    "winding-fault",
    [
      "earth",
      "Insulation to earth",
      "Off, proven dead: a minute each lead.",
      8,
      0.6,
      { acts: ["terminals"] },
    ],
    ["turns", "Windings against each other", "Three resistances.", 5, 0.4, { acts: ["terminals"] }],
  ),
  ...of(
    "mechanical-drag",
    [
      "gland",
      "Gland too tight",
      "Dry and hot?",
      1,
      0.5,
      { observation: "mechanical.gland-dry", acts: ["gland"] },
    ],
    [
      "turn",
      "Something rubs",
      "Off, locked: turn it by hand.",
      5,
      0.5,
      { observation: "mechanical.shaft-hard-to-turn", acts: ["terminals"] },
    ],
  ),
  ...of("shaft-jammed", [
    "turn",
    "Jammed",
    "Off, locked: turn it by hand.",
    5,
    1,
    { acts: ["terminals"] },
  ]),
  ...of(
    "over-run",
    ["open", "Valve too far open", "Shut it back: do the amps fall?", 2, 0.7],
    [
      "burst",
      "Line open or burst",
      "Walk along it.",
      10,
      0.3,
      { observation: "discharge.leak-seen" },
    ],
  ),
  ...of("bearing-defect", [
    "hot",
    "Bearing",
    "Feel and listen: hot, rough?",
    2,
    1,
    { observation: "mechanical.bearing-hot" },
  ]),
  ...of("low-voltage", [
    "volts",
    "Volts under load",
    "Read them while it runs.",
    3,
    1,
    { acts: ["reads-live"] },
  ]),
  ...of("capacitor-weak", [
    "value",
    "Capacitor",
    "Off, discharged: measure it.",
    6,
    1,
    { acts: ["terminals"] },
  ]),
  ...of("viscous-liquid", [
    "thick",
    "Liquid too thick",
    "Its temperature, against that of other days.",
    2,
    1,
    { observation: "water.liquid-thick" },
  ]),
  ...of(
    "short-cycling",
    ["charge", "Vessel without its charge", "Water side empty: read the air charge.", 6, 0.45],
    ["levels", "Levels too close", "Measure where it starts and stops.", 5, 0.45],
    ["switch", "Switch set too close", "Read cut-in and cut-out.", 3, 0.1],
  ),
  ...of(
    "check-valve-passing",
    [
      "dirt",
      "Something in the check valve",
      "Stop it: does the level rise, the shaft turn back?",
      3,
      0.5,
    ],
    ["worn", "Check valve worn", "Open it and look.", 20, 0.5, { acts: ["opens"] }],
  ),
  ...of(
    "float-stuck-on",
    [
      "touches",
      "Float touches something",
      "Move it by a stick through its whole way.",
      2,
      0.5,
      { observation: "control.float-held-up", acts: ["automatic", "pit"] },
    ],
    [
      "leans",
      "The pump leans",
      "Look from above: plumb?",
      1,
      0.3,
      { observation: "control.pump-not-level", acts: ["pit"] },
    ],
    ["cable", "A loop of cable holds it", "Look.", 1, 0.2, { acts: ["pit"] }],
  ),
  ...of(
    "control-fault",
    [
      "switch",
      "Float or pressure switch",
      "Hand mode: does it pump then?",
      3,
      0.6,
      { observation: "control.hand-mode-pumps", acts: ["starts"] },
    ],
    ["relay", "Relay or timer", "Does it pull in and drop out?", 5, 0.4, { acts: ["reads-live"] }],
  ),
  ...of("jet-suction-open", [
    "branch",
    "A way for air into the suction",
    "Shut or cap every branch.",
    4,
    1,
    { observation: "suction.branch-on-suction" },
  ]),
  ...of("jet-nozzle-blocked", [
    "nozzle",
    "Nozzle of the jet",
    "Pressure high, nothing lifted? Take it out.",
    20,
    1,
    { acts: ["opens"] },
  ]),
];

/** Every key of a `yard-tack/case` file, version 1. Quantities come out parsed, with their text. */
import * as z from "zod";
import {
  CAUSE_IDS,
  FAMILIES,
  INSTALLATIONS,
  OBSERVATION_IDS,
  TEST_IDS,
  TEST_OUTCOMES,
} from "./ids.ts";
import {
  flag,
  isoDate,
  notOneOf,
  oneOf,
  optional,
  perPhase,
  plainNumber,
  quantity,
  repeated,
  shortText,
  strict,
  written,
} from "./fields.ts";

export const VALVE_POSITIONS = ["as-found", "open", "throttled", "shut"] as const;
export type ValvePosition = (typeof VALVE_POSITIONS)[number];

const list = <T extends z.ZodType>(entry: T, most: number) =>
  z
    .array(entry, "A list is needed here.")
    .max(most, `At most ${most} entries.`)
    .nullish()
    .transform((v) => v ?? []);

/** A value, or a list of them; always a list here. */
const oneOrMany = <T extends z.ZodType>(entry: T, most: number) =>
  written<z.input<T> | readonly z.input<T>[]>(z.union([entry.nullable(), z.array(entry).max(most)]))
    .transform((v: unknown): unknown[] =>
      v === null || v === undefined ? [] : Array.isArray(v) ? v : [v],
    )
    .pipe(z.array(entry as z.ZodType<z.output<T>>).max(most, `At most ${most} entries.`))
    .optional()
    .transform((v) => v ?? []);

const idFrom = <const T extends readonly string[]>(known: T) =>
  z.enum(known, { error: (i) => notOneOf(i.input, known) });

const curvePoint = strict({
  flow: quantity("flow"),
  head: quantity("length"),
  power: quantity("power"),
  efficiency: plainNumber(0, 100),
  npshr: quantity("length"),
});

const ratedPoint = optional({
  flow: quantity("flow"),
  head: quantity("length"),
  power: quantity("power"),
  efficiency: plainNumber(0, 100),
  npshr: quantity("length"),
  speed: quantity("speed"),
});

const curve = strict({
  speed: quantity("speed"),
  diameter: quantity("length"),
  grade: oneOf(["1B", "2B", "3B", "own-test"]),
  liquid: oneOf(["water", "sea-water", "ethylene-glycol", "propylene-glycol", "table"]),
  points: list(curvePoint, 2000),
});

const pump = strict({
  tag: shortText,
  family: z.enum(FAMILIES, { error: (issue) => notOneOf(issue.input, FAMILIES) }),
  variant: oneOf(["twin-head", "line-shaft", "sealed-well"]),
  installation: oneOf(INSTALLATIONS),
  stages: plainNumber(1, 1000),
  rotation: oneOf(["clockwise", "anticlockwise"]),
  impeller: optional({
    style: oneOf(["enclosed", "semi-open", "open", "vortex"]),
    material: oneOf(["cast-iron", "bronze", "stainless", "plastic", "other"]),
    diameter: quantity("length"),
    vanes: plainNumber(1, 50),
    vaneShape: oneOf(["backward", "straight"]),
    mounting: oneOf(["keyed", "screwed", "other"]),
  }),
  ports: optional({ suction: quantity("length"), discharge: quantity("length") }),
  curve: oneOrMany(curve, 50),
  ratedPoint,
  bep: ratedPoint,
  minimumFlow: quantity("flow"),
  positiveDisplacement: optional({
    points: list(
      strict({
        speed: quantity("speed"),
        viscosity: quantity("viscosity"),
        pressure: quantity("pressure"),
        flow: quantity("flow"),
        power: quantity("power"),
      }),
      2000,
    ),
    npshr: list(
      strict({
        speed: quantity("speed"),
        viscosity: quantity("viscosity"),
        head: quantity("length"),
      }),
      2000,
    ),
  }),
  jet: optional({
    setting: oneOf(["shallow", "two-pipe", "sealed-well"]),
    ejector: shortText,
    regulator: quantity("pressure"),
    points: list(
      strict({
        lift: quantity("length"),
        pressure: quantity("pressure"),
        flow: quantity("flow"),
      }),
      2000,
    ),
  }),
  motor: optional({
    phases: z
      .union([z.literal(1), z.literal(3)], "1 or 3 is needed here.")
      .nullish()
      .transform((v) => v ?? undefined),
    power: quantity("power"),
    voltage: quantity("voltage"),
    current: quantity("current"),
    serviceFactorCurrent: quantity("current"),
    noLoadCurrent: quantity("current"),
    speed: quantity("speed"),
    frequency: quantity("frequency"),
    powerFactor: plainNumber(0, 1),
    efficiency: plainNumber(0, 1),
    serviceFactor: plainNumber(0, 5),
    connection: oneOf(["star", "delta"]),
    capacitor: quantity("capacitance"),
    capacitorKind: oneOf(["run", "start"]),
    startsPerHour: plainNumber(0, 10000),
  }),
  drive: optional({
    kind: oneOf(["direct", "vfd", "belt", "engine"]),
    ratio: plainNumber(0, 1000),
    frequency: quantity("frequency"),
  }),
  seal: optional({
    kind: oneOf(["packed", "mechanical", "double-mechanical", "none"]),
    shaft: quantity("length"),
    rings: plainNumber(0, 50),
    section: quantity("length"),
    material: oneOf(["graphite", "carbon", "aramid", "plant-fibre", "ptfe", "other"]),
    flush: oneOf(["none", "internal", "external", "circulating", "bleed-off", "quench"]),
  }),
  casingVolume: quantity("volume"),
  installed: isoDate,
  overhauled: isoDate,
  forbids: list(idFrom(TEST_IDS), 100),
});

const element = strict({
  kind: oneOf([
    "inlet",
    "bell",
    "pipe",
    "hose",
    "bend",
    "tee",
    "branch",
    "reducer",
    "valve",
    "strainer",
    "foot-valve",
    "check-valve",
    "joint",
  ]),
  bore: quantity("length"),
  length: quantity("length"),
  material: shortText,
  roughness: quantity("length"),
  angle: quantity("angle"),
  radius: quantity("length"),
  valve: oneOf(["gate", "ball", "butterfly", "globe", "diaphragm"]),
  shape: oneOf(["eccentric-flat-top", "eccentric-flat-bottom", "concentric"]),
  height: quantity("length"),
  k: plainNumber(0, 1e6),
  freeArea: quantity("area"),
  submergence: quantity("length"),
  bottomClearance: quantity("length"),
});

const lossAtFlow = optional({ flow: quantity("flow"), head: quantity("length") });

const pressureRange = written<readonly [string, string]>(
  z.array(z.string()).length(2).describe('Two pressures: ["0 bar", "6 bar"].').nullable(),
)
  .transform((raw: unknown, ctx) => {
    if (raw === null || raw === undefined) return undefined;
    const ends = perPhase("pressure", [2]).safeParse(raw);
    if (ends.success && ends.data?.every((e) => e.length === 1)) {
      return [ends.data[0]?.[0], ends.data[1]?.[0]] as const;
    }
    const reason = ends.success ? undefined : ends.error.issues[0]?.message;
    ctx.addIssue({
      code: "custom",
      message: reason ?? 'A range is two pressures: ["0 bar", "6 bar"].',
    });
    return z.NEVER;
  })
  .optional();

const gaugeClass = optional({
  range: pressureRange,
  percent: plainNumber(0, 100),
  division: quantity("pressure"),
});

export const snapshotSchema = strict({
  label: shortText,
  time: isoDate,
  valve: oneOf(VALVE_POSITIONS),
  running: flag,
  flow: repeated("flow"),
  level: repeated("length"),
  liquidTemperature: repeated("temperature"),
  speed: repeated("speed"),
  frequency: repeated("frequency"),
  suctionPressure: repeated("pressure"),
  suctionGaugeHeight: quantity("length"),
  suctionTappingHeight: quantity("length"),
  suctionLine: oneOf(["full", "empty"]),
  dischargePressure: repeated("pressure"),
  dischargeGaugeHeight: quantity("length"),
  dischargeTappingHeight: quantity("length"),
  dischargeLine: oneOf(["full", "empty"]),
  volts: perPhase("voltage", [1, 3]),
  voltsBetween: oneOf(["lines", "line-neutral"]),
  amps: perPhase("current", [1, 3]),
  inrush: repeated("current"),
  inputPower: repeated("power"),
  powerFactor: plainNumber(0, 1),
  gaugeClass: optional({ suction: gaugeClass, discharge: gaugeClass }),
  clampClass: optional({
    range: quantity("current"),
    percent: plainNumber(0, 100),
    digits: plainNumber(0, 100),
  }),
  flowClass: optional({ percent: plainNumber(0, 100) }),
  bearingTemperature: repeated("temperature"),
  casingTemperature: repeated("temperature"),
  glandTemperature: repeated("temperature"),
  terminalTemperatures: perPhase("temperature", [3]),
  vibration: repeated("velocity"),
  leakage: repeated("leakage"),
});

/** Readings that belong to a test; which keys mean something depends on the test. */
const testReadings = optional({
  peak: quantity("pressure"),
  // What reads the test says what is wrong with these two.
  fall: written<string | { readonly to?: string; readonly over?: string }>(
    z.union([
      z.string().nullable(),
      z.object({ to: z.string().optional(), over: z.string().optional() }),
    ]),
  ).optional(),
  volume: quantity("volume"),
  speed: quantity("speed"),
  amps: written<readonly (readonly (string | null)[])[]>(
    z.array(z.array(z.string().nullable())).nullable(),
  ).optional(),
  ohms: perPhase("resistance", [1, 3]),
  temperature: quantity("temperature"),
  current: quantity("current"),
  voltage: quantity("voltage"),
  over: quantity("time"),
  forward: z.string().nullish(),
  reverse: z.string().nullish(),
  area: quantity("area"),
  diameter: quantity("length"),
  inflow: quantity("flow"),
  suction: quantity("pressure"),
  discharge: quantity("pressure"),
});

const test = strict({
  test: idFrom(TEST_IDS),
  outcome: z.string("An outcome is needed here."),
  time: isoDate,
  before: shortText,
  after: shortText,
  readings: testReadings,
}).superRefine((value, ctx) => {
  const outcomes: readonly string[] = TEST_OUTCOMES[value.test];
  if (!outcomes.includes(value.outcome)) {
    ctx.addIssue({
      code: "custom",
      path: ["outcome"],
      message: notOneOf(value.outcome, outcomes),
    });
  }
});

export const fingerprintSchema = strict({
  date: isoDate,
  reason: shortText,
  snapshots: list(snapshotSchema, 50),
});

/** A pump and its place: all of a case but what was read, seen and tested. */
const pumpShape = {
  format: z.literal("yard-tack/case", 'The format must be "yard-tack/case".'),
  version: z.literal(1, "Only version 1 is known."),
  id: shortText,
  note: shortText,
  pump,
  site: optional({
    altitude: quantity("length"),
    barometer: quantity("pressure"),
    liquid: oneOf(["water", "sea-water", "ethylene-glycol", "propylene-glycol", "table"]),
    concentration: plainNumber(0, 1),
    temperature: quantity("temperature"),
    table: list(
      strict({
        temperature: quantity("temperature"),
        density: quantity("density"),
        vapourPressure: quantity("pressure"),
        viscosity: quantity("viscosity"),
      }),
      500,
    ),
  }),
  suction: optional({
    sourceLevel: quantity("length"),
    surfacePressure: quantity("pressure"),
    loss: lossAtFlow,
    elements: list(element, 200),
  }),
  discharge: optional({
    staticHead: quantity("length"),
    surfacePressure: quantity("pressure"),
    loss: lossAtFlow,
    elements: list(element, 200),
  }),
  system: optional({ standby: flag, closedLoop: flag }),
  sump: optional({
    area: quantity("area"),
    diameter: quantity("length"),
    onLevel: quantity("length"),
    offLevel: quantity("length"),
    runTime: quantity("time"),
    offTime: quantity("time"),
    startsPerHour: plainNumber(0, 10000),
    limit: plainNumber(0, 10000),
  }),
  duty: lossAtFlow,
  fingerprint: oneOrMany(fingerprintSchema, 50),
  history: list(
    strict({
      date: isoDate,
      causes: list(idFrom(CAUSE_IDS), 50),
      remedy: shortText,
      gaugeFound: oneOf(["suction-good", "suction-bad", "discharge-good", "discharge-bad"]),
    }),
    1000,
  ),
};

/** A case file without a visit: what a register holds of a pump. */
export const pumpFileSchema = strict(pumpShape);

export const caseSchema = strict({
  ...pumpShape,
  snapshots: list(snapshotSchema, 200),
  observations: optional({
    present: list(idFrom(OBSERVATION_IDS), 500),
    absent: list(idFrom(OBSERVATION_IDS), 500),
  }),
  tests: list(test, 200),
}).superRefine((value, ctx) => {
  const seen = value.snapshots.length + value.tests.length;
  const noticed =
    (value.observations?.present.length ?? 0) + (value.observations?.absent.length ?? 0);
  if (seen + noticed === 0) {
    ctx.addIssue({
      code: "custom",
      message: "At least one of snapshots, observations or tests is needed.",
    });
  }
});

/** A pump file after reading. */
export type PumpFile = z.output<typeof pumpFileSchema>;
/** A case file after reading: every quantity parsed, absent lists empty. */
export type CaseFile = z.output<typeof caseSchema>;
export type CaseSnapshot = CaseFile["snapshots"][number];

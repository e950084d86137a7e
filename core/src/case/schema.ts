/** Every key of a `yard-tack/case` file, version 1. Quantities come out parsed, with their text. */
import * as z from "zod";
import { CAUSE_IDS, OBSERVATION_IDS, TEST_IDS, TEST_OUTCOMES } from "./ids.ts";
import {
  flag,
  idFrom,
  isoDate,
  list,
  notOneOf,
  oneOf,
  oneOrMany,
  optional,
  perPhase,
  plainNumber,
  quantity,
  repeated,
  shortText,
  strict,
  written,
} from "./fields.ts";
import { pumpSchema } from "./pump-schema.ts";

export const VALVE_POSITIONS = ["as-found", "open", "throttled", "shut"] as const;
export type ValvePosition = (typeof VALVE_POSITIONS)[number];

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
    "gauge-port",
    "air-vent",
    "relief",
  ]),
  bore: quantity("length"),
  length: quantity("length"),
  material: shortText,
  roughness: quantity("length"),
  angle: quantity("angle"),
  radius: quantity("length"),
  valve: oneOf(["gate", "ball", "butterfly", "globe", "diaphragm"]),
  opening: plainNumber(0, 1),
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
  // The line shut at its parts, counted from the source, and what the needle did.
  halving: list(
    strict({ part: plainNumber(1, 200), needle: oneOf(["holds", "falls"]) }),
    200,
  ).optional(),
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

export const testSchema = strict({
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
  pump: pumpSchema,
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
    // Where the water stands with the pump off; the level above is the pumping one.
    standingLevel: quantity("length"),
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
  system: optional({
    standby: flag,
    closedLoop: flag,
    vessel: optional({
      charge: quantity("pressure"),
      cutIn: quantity("pressure"),
      cutOut: quantity("pressure"),
    }),
  }),
  sump: optional({
    area: quantity("area"),
    diameter: quantity("length"),
    length: quantity("length"),
    width: quantity("length"),
    table: list(strict({ level: quantity("length"), volume: quantity("volume") }), 100),
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
  tests: list(testSchema, 200),
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

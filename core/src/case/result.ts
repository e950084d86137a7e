/** The shape of a `yard-tack/result`, version 1. Values are SI. */
import * as z from "zod";

const valueWithUnit = z.object({ value: z.number(), unit: z.string() });
const banded = valueWithUnit.extend({ low95: z.number(), high95: z.number() });
const flowSource = z.enum(["meter", "head", "power", "level-change", "throw"]);

const duty = z.object({
  snapshot: z.string(),
  totalHead: banded.nullable(),
  flow: banded.extend({ from: flowSource }).nullable(),
  alternatives: z.array(
    z.object({ from: flowSource, value: z.number(), low95: z.number(), high95: z.number() }),
  ),
  headAgainstCurve: z
    .object({ percent: z.number(), low95: z.number(), high95: z.number() })
    .nullable(),
  verdict: z.enum(["within-band", "below", "above", "outside-curve", "no-curve"]),
});

const npsh = z.object({
  available: valueWithUnit.nullable(),
  required: valueWithUnit.nullable(),
  margin: z.number().nullable(),
  ratio: z.number().nullable(),
  fromGauge: z.number().nullable(),
  fromLayout: z.number().nullable(),
  unexplainedLoss: z.number().nullable(),
  levers: z.array(
    z.object({
      id: z.enum([
        "raise-level",
        "throttle",
        "slow",
        "cool",
        "warm",
        "cut-loss",
        "lower-pump",
        "submerge",
      ]),
      feasible: z.boolean(),
      value: valueWithUnit.nullable(),
      why: z.string(),
      after: z.object({ flow: z.number(), head: z.number() }).nullable(),
    }),
  ),
});

const motor = z.object({
  loadFraction: z.number().nullable(),
  currentImbalancePercent: z.number().nullable(),
  voltageImbalancePercent: z.number().nullable(),
  shaftPower: banded.nullable(),
});

const evidence = z.object({
  /** In words, with the figures. */
  what: z.string(),
  bits: z.number(),
});

const cause = z.object({
  id: z.string(),
  probability: z.number(),
  severity: z.object({ value: z.number(), low95: z.number(), high95: z.number() }).nullable(),
  for: z.array(evidence),
  against: z.array(evidence),
});

const nextTest = z.object({
  id: z.string(),
  bits: z.number(),
  minutes: z.number(),
  why: z.string(),
});

/** What `tack diagnose` and `POST /api/v1/diagnose` answer. */
export const resultSchema = z.object({
  format: z.literal("yard-tack/result"),
  version: z.literal(1),
  id: z.string().nullable(),
  engine: z.string(),
  dataVersion: z.string(),
  where: z.object({
    pumpOrSystem: z.enum(["pump", "system", "drive", "instrument", "none", "unclear"]),
    probability: z.number(),
  }),
  duty: duty.nullable(),
  npsh: npsh.nullable(),
  motor: motor.nullable(),
  causes: z.array(cause),
  nextTests: z.array(nextTest),
  forbiddenTests: z.array(z.object({ id: z.string(), why: z.string() })),
  stop: z.string().nullable(),
  cautions: z.array(z.string()),
  notes: z.array(z.string()),
});

export type DiagnosisResult = z.output<typeof resultSchema>;
export type ResultDuty = z.output<typeof duty>;
export type ResultNpsh = z.output<typeof npsh>;
export type ResultMotor = z.output<typeof motor>;
export type ResultCause = z.output<typeof cause>;
export type ResultNextTest = z.output<typeof nextTest>;
export type Evidence = z.output<typeof evidence>;

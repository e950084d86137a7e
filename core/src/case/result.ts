/** The shape of a `yard-tack/result`, version 1. Values are SI. */
import * as z from "zod";
import { CAUSE_IDS, TEST_IDS } from "./ids.ts";

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
  /** Head that would satisfy static head and clean losses, and where it meets the curve. */
  system: z
    .object({
      staticHead: z.number(),
      resistance: z.number(),
      from: z.enum(["fingerprint", "duty", "elements"]),
      meets: z.array(z.object({ flow: z.number(), head: z.number() })),
    })
    .nullable(),
  fieldCurve: z
    .object({
      named: z.enum(["none", "offset", "leak", "restriction", "smaller-wheel"]).nullable(),
      alsoPossible: z.array(z.string()),
      points: z.array(z.object({ label: z.string(), flow: z.number(), residual: z.number() })),
    })
    .nullable(),
  fire: z
    .object({
      overall: z.enum(["pass", "fail", "not-shown"]),
      verdicts: z.record(z.string(), z.enum(["pass", "fail", "not-shown"])),
    })
    .nullable(),
  deadHead: z.object({ seconds: z.number(), limit: z.number(), rate: z.number() }).nullable(),
  displacement: z
    .object({
      ratedFlow: z.number(),
      slip: z.number(),
      ratedPower: z.number().nullable(),
      againstRatingPercent: z.number().nullable(),
    })
    .nullable(),
  jet: z
    .object({
      lift: z.number().nullable(),
      ratedFlow: z.number().nullable(),
      apparentLift: z.number().nullable(),
      why: z.string().nullable(),
    })
    .nullable(),
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
  schools: z.array(z.object({ name: z.string(), wanted: z.number(), enough: z.boolean() })),
  lift: z
    .object({
      greatest: z.number(),
      rules: z.array(z.object({ id: z.string(), lift: z.number(), misleads: z.boolean() })),
      because: z.array(z.string()),
    })
    .nullable(),
  sweep: z
    .array(
      z.object({
        temperature: z.number(),
        lowestLevel: z.number().nullable(),
        spare: z.array(z.object({ level: z.number(), value: z.number().nullable() })),
      }),
    )
    .nullable(),
  vortex: z.object({ needed: z.number(), actual: z.number().nullable() }).nullable(),
  canFeed: z.number().nullable(),
});

const motor = z.object({
  loadFraction: z.number().nullable(),
  currentImbalancePercent: z.number().nullable(),
  voltageImbalancePercent: z.number().nullable(),
  shaftPower: banded.nullable(),
  /** Current a phase may carry [A], derated, and each phase against it. */
  limit: z.object({ amps: z.number(), from: z.string() }).nullable(),
  phases: z.array(z.enum(["overload", "at-limit", "normal", "underload"]).nullable()),
  /** Points of imbalance the clamp itself may add, 95 %; and whether that withholds the verdict. */
  imbalanceBand95: z.number().nullable(),
  imbalanceWithheld: z.boolean(),
  lostPhase: z.number().nullable(),
  derating: z.number().nullable(),
  expectedSpeed: z.number().nullable(),
  slipPercent: z.number().nullable(),
  inrush: z.object({ ratio: z.number(), outcome: z.string() }).nullable(),
  windings: z.object({ spreadPercent: z.number(), band: z.string() }).nullable(),
  insulation: z.object({ at40C: z.number(), minimum: z.number(), outcome: z.string() }).nullable(),
  capacitor: z
    .object({
      capacitance: z.number(),
      deviationPercent: z.number().nullable(),
      outcome: z.string().nullable(),
    })
    .nullable(),
  rolledLeads: z
    .object({ supplyShare: z.number(), motorShare: z.number(), outcome: z.string() })
    .nullable(),
});

const evidence = z.object({
  /** In words, with the figures. */
  what: z.string(),
  bits: z.number(),
});

const cause = z.object({
  id: z.enum(CAUSE_IDS),
  probability: z.number(),
  severity: z.object({ value: z.number(), low95: z.number(), high95: z.number() }).nullable(),
  for: z.array(evidence),
  against: z.array(evidence),
});

const nextTest = z.object({
  id: z.enum(TEST_IDS),
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
  /** Two causes at once; each pair's probability counts in `causes` for its first id. */
  pairs: z.array(
    z.object({ ids: z.tuple([z.enum(CAUSE_IDS), z.enum(CAUSE_IDS)]), probability: z.number() }),
  ),
  nextTests: z.array(nextTest),
  forbiddenTests: z.array(z.object({ id: z.enum(TEST_IDS), why: z.string() })),
  stop: z.string().nullable(),
  /** Why the first cause leads, what speaks for the second, and what was not measured. */
  explanation: z.array(z.string()),
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

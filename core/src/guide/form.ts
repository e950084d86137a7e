/**
 * A procedure as data: steps in their order, each with what to do, why, what has to be so before it counts as done, and
 * what to do when it fails. Nothing in it is code, so that a copy of it can be kept with the visit it was begun on: a
 * newer edition does not change what somebody is in the middle of.
 */
import * as z from "zod";
import { dimensionAt, SNAPSHOT_LABELS } from "../case/index.ts";
import { DIMENSIONS } from "../quantity/index.ts";

const id = z.string().regex(/^[a-z][a-z0-9-]{0,39}$/);
const slot = z.string().regex(/^[a-z][a-zA-Z0-9.]{0,39}$/);
const words = z.string().min(1).max(600);

/** What is done with a pump in a step, as far as it can hurt: its cautions follow from it and from the pump. */
export const ACTS = [
  /** Hands on terminals or windings. */
  "terminals",
  /** Live volts or amps are read. */
  "reads-live",
  /** Casing, pipe, strainer or seal is opened. */
  "opens",
  /** It is started, or goes on running while somebody is at it. */
  "starts",
  /** On and off at once, to see which way it turns. */
  "bumps",
  /** It is run the other way round. */
  "reverses",
  /** Its discharge is shut while it runs. */
  "shuts",
  /** Hands at a gland of a turning shaft, or at old packing. */
  "gland",
  /** Something heavy is lifted or let down. */
  "lifts",
  /** It may start by itself while somebody stands there. */
  "automatic",
  /** Somebody bends into a pit, a well or a tank. */
  "pit",
] as const;
export type Act = (typeof ACTS)[number];

/** A bound [SI] as a number, another value of the same run, or one that is worked out. */
const bound = z.union([
  z.number(),
  z.strictObject({ slot }),
  z.strictObject({ computed: id, plus: z.number().optional() }),
]);
export type Bound = z.output<typeof bound>;

/** Something that is so or not; undefined while what it asks about is not known. */
export type Condition =
  | { readonly read: string }
  | {
      readonly slot: string;
      readonly atLeast?: Bound | undefined;
      readonly atMost?: Bound | undefined;
    }
  | { readonly asked: string; readonly is: readonly string[] }
  | { readonly computed: string; readonly is: readonly string[] }
  | { readonly fact: string; readonly is: readonly string[] }
  | { readonly all: readonly Condition[] }
  | { readonly any: readonly Condition[] }
  | { readonly not: Condition };

const condition: z.ZodType<Condition> = z.lazy(() =>
  z.union([
    z.strictObject({ read: slot }),
    z.strictObject({ slot, atLeast: bound.optional(), atMost: bound.optional() }),
    z.strictObject({ asked: id, is: z.array(id).min(1) }),
    z.strictObject({ computed: id, is: z.array(id).min(1) }),
    z.strictObject({ fact: id, is: z.array(z.string().min(1).max(40)).min(1) }),
    z.strictObject({ all: z.array(condition).min(1) }),
    z.strictObject({ any: z.array(condition).min(1) }),
    z.strictObject({ not: condition }),
  ]),
);

/** What has to be so, and what is said while it is not. */
const rule = z.strictObject({ needs: condition, say: words });
export type Rule = z.output<typeof rule>;

const field = z
  .strictObject({
    slot,
    name: words,
    dimension: z.enum(DIMENSIONS),
    metric: z.array(z.string()).min(1),
    us: z.array(z.string()).min(1),
    signed: z.boolean().optional(),
    /** Taken by tapping: drops by the drop, a time by the watch. */
    by: z.enum(["drops", "watch"]).optional(),
    /** It may be left out. */
    optional: z.boolean().optional(),
    /** It is a reading of the sheet, at a valve position or of a test, and counts there for all that is worked out. */
    reads: z.strictObject({ at: z.enum(SNAPSHOT_LABELS), slot }).optional(),
  })
  .refine((f) => !f.reads || dimensionAt(f.reads.at, f.reads.slot) === f.dimension, {
    message: "The sheet has no such strip.",
  });
export type Field = z.output<typeof field>;

const ask = z.strictObject({
  id,
  name: words,
  options: z
    .array(
      z.strictObject({
        id,
        name: words,
        /** It can be chosen only where this holds by what was noted before this round. */
        needs: condition.optional(),
        /** What is said while it does not. */
        say: words.optional(),
      }),
    )
    .min(2),
});
export type Ask = z.output<typeof ask>;

const step = z.strictObject({
  id,
  what: words,
  why: words,
  /** It belongs to the run only where this holds. */
  when: condition.optional(),
  acts: z.array(z.enum(ACTS)).optional(),
  fields: z.array(field).optional(),
  asks: z.array(ask).optional(),
  /** What it is done with on the sheet: a needle that is watched, a drawn line that is halved. */
  tool: z.enum(["needle", "halving"]).optional(),
  /** How it stands on the priming bench before a step of that layout's order. */
  bench: z.strictObject({ layout: id, step: id }).optional(),
  /** A picture worth taking, in words. */
  photo: words.optional(),
  /** So long has to pass once it was begun [s]. */
  wait: bound.optional(),
  /** The question whose answer begins the wait; a tap of its own begins it otherwise. */
  waitFrom: id.optional(),
  /** What has to be so before it counts as done. */
  rules: z.array(rule).optional(),
  /** What to do when it does not turn out. */
  fails: words.optional(),
  /** Done again, round after round, until this holds. */
  until: condition.optional(),
  /** Names of what is worked out and shown beside it. */
  shows: z.array(id).optional(),
  /** It changed something: a reading after it is due before what follows opens. */
  touched: z.enum(["tightened", "cleaned", "vented", "swapped"]).optional(),
});
export type Step = z.output<typeof step>;

/** Something promised for later: kept on the Slate until it is done or dropped. */
const followUp = z.strictObject({
  what: words,
  /** After the visit [h]. */
  after: z
    .number()
    .positive()
    .max(24 * 366),
});
export type FollowUpForm = z.output<typeof followUp>;

export const procedureForm = z
  .strictObject({
    id,
    /** Counted up with each change of a step. */
    edition: z.int().min(1),
    name: words,
    why: words,
    minutes: z.number().positive(),
    /** Where it belongs; everywhere when it does not say. */
    when: condition.optional(),
    steps: z.array(step).min(2).max(30),
    followUps: z.array(followUp).optional(),
    /** The procedure that has to follow: its readings prove this one. */
    then: id.optional(),
  })
  .refine((p) => new Set(p.steps.map((s) => s.id)).size === p.steps.length, {
    message: "Two steps have one id.",
  });
export type Procedure = z.output<typeof procedureForm>;

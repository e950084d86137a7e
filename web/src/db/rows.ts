/** Rows as they come back from the database: parsed, never taken on trust. */
import {
  OBSERVATION_IDS,
  type ObservationId,
  personId,
  pumpId,
  sheetId,
  snapshotSchema,
  type WrittenSnapshot,
} from "@yard-tack/core/case";
import { visitPoint } from "@yard-tack/core/record";
import type { EntityManager } from "@mikro-orm/postgresql";
import * as z from "zod";

/** Rows of a statement, each parsed. */
export const selected = async <R>(
  em: EntityManager,
  row: z.ZodType<R>,
  sql: string,
  values: readonly unknown[],
): Promise<R[]> => z.array(row).parse(await em.execute(sql, [...values]));

/** A row or a nested row as the database names its columns, by the names used here. */
export const columns = <R>(row: z.ZodType<R>): z.ZodType<R> =>
  z.preprocess(
    (value) =>
      typeof value === "object" && value !== null && !Array.isArray(value)
        ? Object.fromEntries(Object.entries(value).map(([key, v]) => [camel(key), v]))
        : value,
    row,
  );

const camel = (key: string) =>
  key.replace(/_([a-z])/g, (_, letter: string) => letter.toUpperCase());

/** A time: as the driver gives it, or as text inside of JSON. */
const time = z.coerce.date();
const timeOrNull = time.nullish().transform((v) => v ?? null);

/** A row of no more than an id. */
export const idRow = z.object({ id: z.string() });

/** What a person has set for themselves; anything not understood counts as not set. */
const settingsRow = z.object({
  /** Bigger targets, nothing to swipe. */
  gloves: z.boolean().catch(false).default(false),
  /** Instruments they have with them; null while they never said. */
  onHand: z.array(z.string().max(40)).max(40).nullable().catch(null).default(null),
});

/** What somebody does here: in the order in which they are listed. */
export const ROLES = ["technician", "lead", "viewer", "administrator"] as const;
export type Role = (typeof ROLES)[number];

export const personRow = z.object({
  id: personId,
  name: z.string(),
  role: z.enum(ROLES),
  units: z.enum(["metric", "us"]),
  settings: settingsRow,
  everywhere: z.boolean(),
  leftAt: timeOrNull,
});
export type PersonRow = z.output<typeof personRow>;

export const siteRow = z.object({
  id: z.uuid(),
  name: z.string(),
  zone: z.string(),
  units: z.enum(["metric", "us"]),
  conditions: z.record(z.string(), z.unknown()),
});

export const pumpRow = z.object({
  id: pumpId,
  siteId: z.uuid(),
  tag: z.string(),
  purpose: z.string(),
  family: z.string(),
  installation: z
    .string()
    .nullish()
    .transform((v) => v ?? null),
  details: z.record(z.string(), z.unknown()),
  layout: z.record(z.string(), z.unknown()),
  retiredAt: timeOrNull,
  /** The pump of the list that it was told to be. */
  sameAs: z
    .string()
    .nullish()
    .transform((v) => v ?? null),
  version: z.number().int(),
});

const table = z.record(z.string(), z.unknown());

/** A rating as it was written, by the keys of `pump` of the case format; a key that is none is left out. */
export const ratingRow = z.object({
  curve: z
    .union([table, z.array(table)])
    .optional()
    .catch(undefined),
  ratedPoint: table.optional().catch(undefined),
  positiveDisplacement: table.optional().catch(undefined),
  jet: table.optional().catch(undefined),
});
export type RatingRow = z.output<typeof ratingRow>;

/** What is on a plate: texts and plain numbers. */
export const plateFacts = z.record(
  z.string().regex(/^[a-zA-Z]{1,40}$/),
  z.union([z.string().max(200), z.number()]),
);
export type PlateFacts = z.output<typeof plateFacts>;

const isObservation = (id: string): id is ObservationId =>
  OBSERVATION_IDS.some((known) => known === id);

/** What to read first and take along on a call, and what worked it out. */
const forecastRow = z.object({
  first: z.string().nullable(),
  take: z.array(z.string()),
  engine: z.string(),
  dataVersion: z.string(),
});
export type Forecast = z.output<typeof forecastRow>;

export const sheetRow = z.object({
  id: sheetId,
  pumpId,
  kind: z.enum(["call", "round"]),
  complaint: z.string(),
  /** A code that this version does not know is left out. */
  codes: z.array(z.string()).transform((list) => list.filter(isObservation)),
  callerNote: z.string(),
  dueAt: time,
  openedAt: time,
  signedAt: timeOrNull,
  assignedTo: personId.nullish().transform((v) => v ?? null),
  forecast: forecastRow
    .nullish()
    .catch(null)
    .transform((v) => v ?? null),
});
export type SheetRow = z.output<typeof sheetRow>;

export const visitKind = z.enum(["call", "round", "fingerprint", "addendum"]);
export type VisitKind = z.output<typeof visitKind>;

export const pointsRow = z.object({
  pumpId,
  at: z.date(),
  kind: visitKind,
  fingerprint: z.boolean(),
  points: z.array(visitPoint),
});

const isSnapshot = (json: unknown): json is WrittenSnapshot =>
  snapshotSchema.safeParse(json).success;

/** Snapshots as written; one that is not in order is left out. */
export const writtenSnapshots = (list: readonly unknown[]): WrittenSnapshot[] =>
  list.filter(isSnapshot);

/** What a log entry holds beside its title; read back from the database through this schema. */
import * as z from "zod";

/** A reading as it stood in the strip. */
const readingLine = z.object({
  snapshot: z.string(),
  name: z.string(),
  raw: z.string(),
  by: z.string(),
  at: z.string(),
});

const schema = z.object({
  closed: z.string().catch("as it should be"),
  found: z.string().catch(""),
  done: z.string().catch(""),
  cause: z.string().nullable().catch(null),
  proof: z.string().catch(""),
  verdict: z
    .object({ lead: z.string(), claim: z.string(), detail: z.string() })
    .nullable()
    .catch(null),
  causes: z
    .array(z.object({ id: z.string(), name: z.string(), probability: z.number() }))
    .catch([]),
  engine: z.string().nullable().catch(null),
  dataVersion: z.string().nullable().catch(null),
  readings: z.array(readingLine).catch([]),
  superseded: z.array(readingLine).catch([]),
  seen: z.array(z.object({ name: z.string(), state: z.string() })).catch([]),
  tests: z.array(z.object({ name: z.string(), outcome: z.string(), at: z.string() })).catch([]),
  cautions: z.array(z.object({ title: z.string(), by: z.string(), at: z.string() })).catch([]),
  words: z.array(z.object({ name: z.string(), text: z.string() })).catch([]),
  pictures: z
    .array(z.object({ about: z.string(), url: z.string(), width: z.number(), height: z.number() }))
    .catch([]),
  snapshots: z.array(z.record(z.string(), z.unknown())).catch([]),
  head: z.number().nullable().catch(null),
  flow: z.number().nullable().catch(null),
});

export type LogBody = z.output<typeof schema>;

/** Never fails: a field of an older version that is missing comes out empty. */
export const logBody = (raw: unknown): LogBody => schema.parse(raw ?? {});

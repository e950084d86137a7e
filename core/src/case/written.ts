/** What is stored and sent, as it is written: types that the schemas give, and how it is let in. */
import * as z from "zod";
import { fail, ok, type Result } from "../quantity/index.ts";
import { type CaseError, errorsOf } from "./read.ts";
import {
  type CaseFile,
  type caseSchema,
  type fingerprintSchema,
  type PumpFile,
  pumpFileSchema,
  type snapshotSchema,
} from "./schema.ts";

/** A case file as written. */
export type WrittenCase = z.input<typeof caseSchema>;
/** A case file without a visit, as written: what the register holds of a pump. */
export type WrittenPump = z.input<typeof pumpFileSchema>;
export type WrittenSnapshot = z.input<typeof snapshotSchema>;
export type WrittenTest = NonNullable<WrittenCase["tests"]>[number];
export type WrittenFingerprint = z.input<typeof fingerprintSchema>;
export type WrittenHistory = NonNullable<WrittenPump["history"]>[number];

/** Ids are UUIDs; one of a pump cannot be handed on as one of a sheet. */
export const pumpId = z.uuid().brand<"pump">();
export const sheetId = z.uuid().brand<"sheet">();
export const personId = z.uuid().brand<"person">();
export const entryId = z.uuid().brand<"entry">();
export const logEntryId = z.uuid().brand<"log entry">();
export type PumpId = z.output<typeof pumpId>;
export type SheetId = z.output<typeof sheetId>;
export type PersonId = z.output<typeof personId>;
export type EntryId = z.output<typeof entryId>;
export type LogEntryId = z.output<typeof logEntryId>;

/** A written file beside what it says. */
export interface Read<Written, File> {
  readonly written: Written;
  readonly file: File;
}

/** Lets a pump file in from outside: plain JSON that the format knows. Fails with every complaint. */
export function readPump(json: unknown): Result<Read<WrittenPump, PumpFile>, readonly CaseError[]> {
  const parsed = plain(json) ? pumpFileSchema.safeParse(json) : undefined;
  if (!parsed) return fail([{ path: "", message: "Only texts, numbers, lists and objects." }]);
  // What the schema takes is what its input type says: the file as it was written.
  return parsed.success
    ? ok({ written: json as WrittenPump, file: parsed.data })
    : fail(errorsOf(parsed.error, json));
}

/** A pump file as a case of no reading. */
export const caseOfPump = (file: PumpFile): CaseFile => ({
  ...file,
  snapshots: [],
  observations: undefined,
  tests: [],
});

/**
 * Lets in what it can of a pump file that is not in order: each part that is complained of is left out.
 * @returns the file that is left, and the complaints about what is not in it
 */
export function readPumpInPart(
  json: Readonly<Record<string, unknown>>,
): Read<WrittenPump, PumpFile> & { readonly faults: readonly CaseError[] } {
  let rest: Readonly<Record<string, unknown>> = json;
  const faults: CaseError[] = [];
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const read = readPump(rest);
    if (read.ok) return { ...read.value, faults };
    faults.push(...read.error);
    for (const { path } of read.error) rest = withoutPart(rest, path);
  }
  const bare = readPump({ format: "yard-tack/case", version: 1, pump: { family: "end-suction" } });
  if (!bare.ok) throw new Error("a family alone is a pump file");
  return { ...bare.value, faults };
}

const MOST_ROUNDS = 6;

/** Leaves out the part a path lies in: a key of `pump`, else a key of the file. */
function withoutPart(
  json: Readonly<Record<string, unknown>>,
  path: string,
): Readonly<Record<string, unknown>> {
  const [top = "", inner] = path.split(/[.[\]]+/);
  const without = (of: Readonly<Record<string, unknown>>, key: string) =>
    Object.fromEntries(Object.entries(of).filter(([k]) => k !== key));
  const { pump } = json;
  if (top !== "pump" || !inner || typeof pump !== "object" || pump === null)
    return without(json, top);
  return { ...json, pump: without(pump as Readonly<Record<string, unknown>>, inner) };
}

const DEEPEST = 40;

/** Whether a value is what JSON can hold: a Date, a Map or a function is not. */
export function plain(value: unknown, depth = 0): boolean {
  if (value === null || typeof value === "string" || typeof value === "boolean") return true;
  if (value === undefined) return true;
  if (typeof value === "number") return Number.isFinite(value);
  if (typeof value !== "object" || depth > DEEPEST) return false;
  if (Array.isArray(value)) return value.every((v) => plain(v, depth + 1));
  const prototype: unknown = Object.getPrototypeOf(value);
  if (prototype !== Object.prototype && prototype !== null) return false;
  return Object.values(value).every((v) => plain(v, depth + 1));
}

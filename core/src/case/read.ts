/** From JSON to a case, with every complaint at its path. */
import type * as z from "zod";
import { fail, ok, type Result } from "../quantity/index.ts";
import { type CaseFile, caseSchema } from "./schema.ts";

export interface CaseError {
  /** `snapshots[0].amps[1]`; empty for the file as a whole. */
  readonly path: string;
  readonly message: string;
}

/** Largest case text that is read [characters]; about 1 MB. */
export const LARGEST_CASE = 1_000_000;

const MOST_ERRORS = 50;

/** Reads a case from text. Fails with one error when it is too large or not JSON. */
export function readCaseText(text: string): Result<CaseFile, readonly CaseError[]> {
  if (text.length > LARGEST_CASE) {
    const size = (text.length / 1e6).toFixed(1);
    return fail([{ path: "", message: `The case is ${size} MB; at most 1 MB is read.` }]);
  }
  let json: unknown;
  try {
    json = JSON.parse(text.replace(/^\uFEFF/, ""));
  } catch (error) {
    const why = error instanceof Error ? error.message : "unknown reason";
    return fail([{ path: "", message: `This is not JSON: ${why}.` }]);
  }
  return readCase(json);
}

/** Checks a parsed case against the format. Fails with every complaint, at most 50. */
export function readCase(json: unknown): Result<CaseFile, readonly CaseError[]> {
  const parsed = caseSchema.safeParse(json);
  if (parsed.success) return ok(parsed.data);
  return fail(errorsOf(parsed.error, json));
}

/** Every complaint of a schema at its path as written, at most 50. */
export function errorsOf(error: z.ZodError, json: unknown): readonly CaseError[] {
  const errors = error.issues.flatMap((issue): CaseError[] => {
    if (issue.code !== "unrecognized_keys") {
      return [{ path: pathText(issue.path), message: issue.message }];
    }
    const lines = issue.message.split("\n");
    return issue.keys.map((key, i) => ({
      path: pathText([...issue.path, key]),
      message: lines[i] ?? `Unknown key "${key}".`,
    }));
  });
  return errors.slice(0, MOST_ERRORS).map((e) => ({ ...e, path: asWritten(e.path, json) }));
}

/** `pump.curve` and `fingerprint` may stand alone or in a list: the path follows what was written. */
function asWritten(path: string, json: unknown): string {
  const top = json as { pump?: { curve?: unknown } | null; fingerprint?: unknown } | null;
  if (!Array.isArray(top?.pump?.curve)) path = path.replace(/^pump\.curve\[0\]/, "pump.curve");
  if (!Array.isArray(top?.fingerprint)) path = path.replace(/^fingerprint\[0\]/, "fingerprint");
  return path;
}

function pathText(path: readonly PropertyKey[]): string {
  return path.reduce<string>((text, step) => {
    if (typeof step === "number") return `${text}[${step}]`;
    return text === "" ? String(step) : `${text}.${String(step)}`;
  }, "");
}

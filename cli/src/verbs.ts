/** What each verb of the command does with the text of a file. */
import { type CaseError, type CaseFile, readCaseText } from "@yard-tack/core/case";
import { diagnose, dutyResult, measured, motorResult, npshResult } from "@yard-tack/core/diagnosis";
import type { Situation, VisitParts } from "@yard-tack/core/visit";
import { runReference } from "./reference/run.ts";

export interface Outcome {
  readonly code: 0 | 1 | 2;
  /** For standard output. */
  readonly output: string;
  /** For standard error. */
  readonly message?: string;
}

type Verb = (text: string) => Outcome;

const json = (value: unknown): string => `${JSON.stringify(value, null, 2)}\n`;
const done = (value: unknown): Outcome => ({ code: 0, output: json(value) });
const refused = (errors: readonly CaseError[]): Outcome => ({ code: 2, output: json({ errors }) });

const forCase =
  (work: (file: CaseFile) => unknown): Verb =>
  (text) => {
    const file = readCaseText(text);
    return file.ok ? done(work(file.value)) : refused(file.error);
  };

/** One part of a result, with the notes that belong to the case. */
const forPart = (
  name: string,
  part: (parts: VisitParts, situation: Situation, file: CaseFile) => unknown,
): Verb =>
  forCase((file) => {
    const { parts, situation, notes } = measured(file);
    return {
      format: "yard-tack/result",
      version: 1,
      id: file.id ?? null,
      [name]: parts ? part(parts, situation, file) : null,
      notes,
    };
  });

const many: Verb = (text) => {
  const lines = text.split("\n").filter((l) => l.trim() !== "");
  const output = lines.map((line) => {
    const file = readCaseText(line);
    const result = file.ok ? diagnose(file.value) : { id: idIn(line), errors: file.error };
    return `${JSON.stringify(result)}\n`;
  });
  return { code: 0, output: output.join("") };
};

/** The id of a line that could not be read as a case, when it is JSON at all. */
function idIn(line: string): string | null {
  try {
    const parsed = JSON.parse(line) as { id?: unknown } | null;
    return typeof parsed?.id === "string" ? parsed.id : null;
  } catch {
    return null;
  }
}

const reference: Verb = (text) => {
  let file: unknown;
  try {
    file = JSON.parse(text);
  } catch {
    return refused([{ path: "", message: "This is not JSON." }]);
  }
  if (typeof file !== "object" || file === null) {
    return refused([{ path: "", message: "A set of check values, or several, is needed." }]);
  }
  const report = runReference(file);
  const reports = Array.isArray(report) ? report : [report];
  const clean = reports.every((r) => r.failed === 0 && r.skipped === 0);
  return { code: clean ? 0 : 1, output: json(report) };
};

const TABLE: Readonly<Record<string, Verb>> = {
  validate: forCase(() => ({ ok: true })),
  duty: forPart("duty", dutyResult),
  npsh: forPart("npsh", npshResult),
  motor: forPart("motor", motorResult),
  diagnose: forCase((file) => diagnose(file)),
  "diagnose-many": many,
  reference,
};

export const VERBS = Object.keys(TABLE);

/** Runs one verb. An unknown verb gives code 2 and the list of verbs. */
export function runVerb(verb: string, text: string): Outcome {
  const work = TABLE[verb];
  if (work) return work(text);
  return {
    ...refused([
      { path: "", message: `The verb "${verb}" is not known; known are ${VERBS.join(", ")}.` },
    ]),
    message: `unknown verb ${verb}`,
  };
}

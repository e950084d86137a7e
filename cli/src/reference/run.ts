/** `tack reference`: runs files of check values through the core. */
import { type Dimension, parseQuantity, type Unit, toUnit } from "@yard-tack/core/quantity";
import { compare, type Mismatch } from "./check.ts";
import { SETS } from "./kinds.ts";
import type { Inputs } from "./inputs.ts";

export interface SetReport {
  readonly set: string;
  readonly passed: number;
  readonly failed: number;
  readonly skipped: number;
  readonly failures: readonly (Mismatch & { readonly id: string })[];
}

interface CheckCase {
  readonly id: string;
  readonly inputs: Inputs;
  readonly expected: Readonly<Record<string, unknown>>;
}

interface CheckSet {
  readonly set: string;
  readonly cases?: readonly CheckCase[];
  readonly parse?: readonly ParseCase[];
  readonly reject?: readonly RejectCase[];
}

interface ParseCase {
  readonly text: string;
  readonly dimension: Dimension;
  readonly expected: { readonly value: number; readonly tol: number; readonly reference?: string };
  readonly also?: { readonly value: number; readonly unit: string };
}

interface RejectCase {
  readonly text: string;
  readonly wanted: Dimension;
  readonly reason: string;
}

/** One report for a file with one set, a list for a file of several. */
export function runReference(file: unknown): SetReport | SetReport[] {
  const top = file as Record<string, unknown>;
  if (typeof top["set"] === "string") return runSet(top as unknown as CheckSet);
  return Object.values(top)
    .filter((s): s is CheckSet => typeof s === "object" && s !== null && "set" in s)
    .map(runSet);
}

function runSet(set: CheckSet): SetReport {
  if (set.parse || set.reject) return runUnits(set);
  const calculate = SETS[set.set];
  const failures: (Mismatch & { id: string })[] = [];
  const cases = set.cases ?? [];
  let passed = 0;
  let skipped = 0;
  for (const { id, inputs, expected } of cases) {
    let got: ReturnType<NonNullable<typeof calculate>>;
    try {
      got = calculate?.(inputs);
    } catch (error) {
      failures.push({ id, key: "", expected: null, got: String(error), tol: null });
      continue;
    }
    if (!got) {
      skipped++;
      continue;
    }
    const wrong = compare(expected, got);
    if (wrong.length === 0) passed++;
    else failures.push(...wrong.map((w) => ({ id, ...w })));
  }
  return {
    set: set.set,
    passed,
    failed: cases.length - passed - skipped,
    skipped,
    failures,
  };
}

function runUnits(set: CheckSet): SetReport {
  const failures: (Mismatch & { id: string })[] = [];
  const complain = (id: string, key: string, expected: unknown, got: unknown) =>
    failures.push({ id, key, expected, got, tol: null });
  const parses = set.parse ?? [];
  for (const { text, dimension, expected, also } of parses) {
    const parsed = parseQuantity(text, dimension);
    if (!parsed.ok) complain(text, "parse", expected.value, parsed.error.reason);
    else if (Math.abs(parsed.value.si - expected.value) > expected.tol) {
      complain(text, "value", expected.value, parsed.value.si);
    } else if (expected.reference && parsed.value.reference !== expected.reference) {
      complain(text, "reference", expected.reference, parsed.value.reference);
    } else if (also && !sameInOtherUnit(parsed.value.si, also)) {
      complain(text, "also", also.value, parsed.value.si);
    }
  }
  const rejects = set.reject ?? [];
  for (const { text, wanted, reason } of rejects) {
    const parsed = parseQuantity(text, wanted);
    const got = parsed.ok ? "accepted" : parsed.error.reason;
    if (got !== reason) complain(text, "reason", reason, got);
  }
  const failed = new Set(failures.map((f) => f.id)).size;
  return {
    set: set.set,
    passed: parses.length + rejects.length - failed,
    failed,
    skipped: 0,
    failures,
  };
}

const OTHER_UNITS: Readonly<Record<string, Unit>> = {
  degC: "degC",
  "r/min": "rpm",
  "1/s": "drops/s",
};

function sameInOtherUnit(si: number, also: { value: number; unit: string }): boolean {
  const unit = OTHER_UNITS[also.unit];
  return (
    unit !== undefined &&
    Math.abs(toUnit(si, unit) - also.value) <= 1e-6 * Math.abs(also.value) + 1e-9
  );
}

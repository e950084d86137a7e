/** The tests a technician may do next, and how each turns out under each cause. */
import type { CauseId } from "../../../case/index.ts";
import { DRIVE_TESTS } from "./drive.ts";
import { GAUGE_TESTS } from "./gauges.ts";
import { LISTEN_TESTS } from "./listen.ts";
import type { Rates, TestRow } from "./row.ts";

export type { Rates, TestConditions, TestRow } from "./row.ts";

export const TESTS: readonly TestRow[] = [...LISTEN_TESTS, ...GAUGE_TESTS, ...DRIVE_TESTS];

const byId = new Map<string, TestRow>(TESTS.map((t) => [t.id, t]));

/** The row of a test; undefined for an id that is none. */
export const testRow = (id: string): TestRow | undefined => byId.get(id);

/** Probability of each outcome under a cause, from the table alone. */
export const outcomeRates = (test: TestRow, cause: CauseId): Rates =>
  test.under[cause] ?? (cause === "unlisted" ? softened(test.usual) : test.usual);

/** Half way to "anything may come out". */
const softened = (p: Rates): Rates => p.map((v) => (v + 1 / p.length) / 2);

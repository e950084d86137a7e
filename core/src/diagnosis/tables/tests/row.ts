/** What a row of the tests table holds. */
import type {
  CauseId,
  CautionId,
  Family,
  Installation,
  ObservationId,
  TestId,
} from "../../../case/index.ts";
import type { Driver } from "../causes/row.ts";

/** Where a test can be done; every stated condition must hold. */
export interface TestConditions {
  readonly families?: readonly Family[];
  readonly notFamilies?: readonly Family[];
  readonly installations?: readonly Installation[];
  readonly notInstallations?: readonly Installation[];
  /** `vfd` stands for a motor of any phases behind a drive. */
  readonly drivers?: readonly (Driver | "vfd")[];
  readonly needsStandby?: boolean;
  readonly notClosedLoop?: boolean;
  readonly needsGauge?: "suction" | "discharge" | "any";
}

/** Probability of each outcome, in the order of the row's outcomes. */
export type Rates = readonly number[];

export interface TestRow {
  readonly id: TestId;
  /** What to do, as an order. */
  readonly name: string;
  readonly minutes: number;
  /** Minutes added to the price for the harm it can do. */
  readonly hazardMinutes: number;
  readonly hazard: string | null;
  readonly tools: readonly string[];
  readonly cautions: readonly CautionId[];
  readonly steps: readonly string[];
  readonly where: TestConditions;
  /** Each outcome in words, in the order of the case format. */
  readonly outcomes: readonly { readonly id: string; readonly name: string }[];
  /** Probability of each outcome for causes not named below: the test says nothing of them. */
  readonly usual: Rates;
  readonly under: Readonly<Partial<Record<CauseId, Rates>>>;
  /** Observations that say the same again once the test is done. */
  readonly echoes?: readonly ObservationId[];
  /**
   * Causes the test takes away when it turns out so, mostly and not always whole: what is read after it tells how much of
   * them is left. `wholly`: they are there or gone.
   */
  readonly cures?: {
    readonly when: string;
    readonly of: readonly CauseId[];
    readonly wholly?: true;
  };
}

export const out = (id: string, name: string) => ({ id, name });

/** One set of rates for several causes. */
export const each = (causes: readonly CauseId[], rates: Rates): TestRow["under"] =>
  Object.fromEntries(causes.map((c) => [c, rates]));

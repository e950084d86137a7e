import { CIRCULATOR_PROCEDURES } from "./data/circulator.ts";
import { ELECTRIC_PROCEDURES } from "./data/electric.ts";
import { onBench } from "./data/on-bench.ts";
import { PRIMING_PROCEDURES } from "./data/priming.ts";
import { PROOF_PROCEDURES } from "./data/proofs.ts";
import { SEAL_PROCEDURES } from "./data/seals.ts";
import { SUMP_PROCEDURES } from "./data/sump.ts";
import type { Procedure } from "./form.ts";

export { ACTS, procedureForm } from "./form.ts";
export type {
  Act,
  Ask,
  Bound,
  Condition,
  Field,
  FollowUpForm,
  Procedure,
  Rule,
  Step,
} from "./form.ts";

/** Every procedure, in the order of a list. */
export const PROCEDURES: readonly Procedure[] = [
  ...PROOF_PROCEDURES,
  ...ELECTRIC_PROCEDURES,
  ...CIRCULATOR_PROCEDURES,
  ...SUMP_PROCEDURES,
  ...SEAL_PROCEDURES,
  ...PRIMING_PROCEDURES,
].map(onBench);

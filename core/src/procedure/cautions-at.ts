/**
 * Which cautions belong to which step of a visit, on this pump. None where there is no hazard: a
 * caution that is always there is not read.
 */
import type { CautionId } from "../case/index.ts";
import { testRow } from "../diagnosis/index.ts";
import {
  hangsFree,
  mayHaveEngine,
  mayHaveMotor,
  type PumpFacts,
  surelySubmerged,
} from "../visit/index.ts";

export type CautionStep = "safe" | "rotation" | "two-direction";

interface Hazard {
  readonly caution: CautionId;
  readonly step: CautionStep;
  readonly when: (pump: PumpFacts) => boolean;
}

const DRINKING: readonly PumpFacts["family"][] = ["borehole", "jet-shallow", "jet-deep"];

/** In the order they are read. */
const HAZARDS: readonly Hazard[] = [
  { caution: "fire-water", step: "safe", when: (p) => p.family === "fire" },
  { caution: "engine-set", step: "safe", when: mayHaveEngine },
  {
    caution: "confined-space",
    step: "safe",
    when: (p) => p.family === "sump" || p.family === "dry-priming",
  },
  { caution: "sewage", step: "safe", when: (p) => p.family === "sump" },
  { caution: "hot-circuit", step: "safe", when: (p) => p.hot },
  { caution: "drinking-water", step: "safe", when: (p) => DRINKING.includes(p.family) },
  {
    caution: "rotating-parts",
    step: "safe",
    when: (p) => !surelySubmerged(p) && !(p.family === "inline-circulator" && p.seal === "none"),
  },
  { caution: "live-readings", step: "safe", when: mayHaveMotor },
  { caution: "rotation", step: "rotation", when: (p) => mayHaveMotor(p) && !surelySubmerged(p) },
  { caution: "start-kick", step: "rotation", when: (p) => mayHaveMotor(p) && hangsFree(p) },
  { caution: "electrical", step: "two-direction", when: mayHaveMotor },
  {
    caution: "reverse-running",
    step: "two-direction",
    when: (p) => mayHaveMotor(p) && !p.keyedImpeller,
  },
];

/** Cautions that need what this pump has not: a screw, a motor, a shaft in reach. */
const ONLY_WHERE: Readonly<Partial<Record<CautionId, (pump: PumpFacts) => boolean>>> = {
  "reverse-running": (p) => !p.keyedImpeller,
  electrical: mayHaveMotor,
  "rotating-parts": (p) => !surelySubmerged(p),
};

/** Cautions of a test, without those this pump gives no cause for. */
export const cautionsOfTest = (test: string, pump: PumpFacts): CautionId[] =>
  (testRow(test)?.cautions ?? []).filter((c) => ONLY_WHERE[c]?.(pump) ?? true);

/** Cautions of a step on this pump, in the order they are read. */
export const cautionsAt = (step: CautionStep, pump: PumpFacts): CautionId[] =>
  HAZARDS.filter((h) => h.step === step && h.when(pump)).map((h) => h.caution);

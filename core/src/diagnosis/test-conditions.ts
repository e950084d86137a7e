/** Where a test can be done, and where it must not be. */
import type { TestId } from "../case/index.ts";
import type { Situation } from "../visit/index.ts";
import { inCircuit } from "./model/circuit.ts";
import { type TestConditions, type TestRow, TESTS } from "./tables/tests/index.ts";

/**
 * Tests that could be thought of here but must not be done, each with the reason.
 * @param nothingFlows - how likely the pump is dry, shut in or jammed as it stands
 */
export function forbiddenTests(
  situation: Situation,
  nothingFlows: number,
): { readonly id: TestId; readonly why: string }[] {
  return TESTS.flatMap((t) => {
    const why = forbiddenWhy(t, situation) ?? forbiddenDry(t, situation, nothingFlows);
    return why ? [{ id: t.id, why }] : [];
  });
}

/** Tests that keep a pump running, or start it again and again, against what may be no water at all. */
const NEEDS_FLOW: readonly TestId[] = [
  "throttle-and-listen",
  "slow-and-listen",
  "shut-off-head",
  "two-direction",
  "roll-leads",
];
/** Above this chance that nothing flows they wait. */
const LIKELY_DRY = 0.3;

/** Why a test must wait until water flows; undefined when it need not. */
export const forbiddenDry = (
  t: Pick<TestRow, "id" | "where">,
  situation: Situation,
  nothingFlows: number,
): string | undefined =>
  nothingFlows > LIKELY_DRY && NEEDS_FLOW.includes(t.id) && possible(t.where, situation)
    ? "Stop: as it stands hardly anything flows. It would run dry or shut in: fill, vent and look at the valves first."
    : undefined;

export const NO_REVERSE_WHEN_SCREWED =
  "Stop: a wheel screwed onto its shaft can unscrew in reverse and wreck the pump.";
export const DRIVE_SETS_DIRECTION =
  "Behind a variable-speed drive the drive sets the direction: change it there, at low speed, by a qualified person.";

interface Ban {
  readonly test: TestId;
  readonly when: (s: Situation) => boolean;
  readonly why: string;
}

const isDisplacement = (s: Situation) => s.family === "positive-displacement";

const BANS: readonly Ban[] = [
  {
    test: "shut-off-head",
    when: isDisplacement,
    why: "Stop: a positive-displacement pump has no shut-off; pressure rises until something breaks.",
  },
  {
    test: "throttle-and-listen",
    when: isDisplacement,
    why: "Stop: never throttle a positive-displacement pump; slow it and listen.",
  },
  {
    test: "shut-off-head",
    when: (s) => s.plasticImpeller,
    why: "Stop: a plastic wheel softens within a minute against a shut valve.",
  },
  {
    test: "two-direction",
    when: (s) => s.screwedImpeller && s.driver === "3-phase",
    why: NO_REVERSE_WHEN_SCREWED,
  },
  {
    test: "two-direction",
    when: (s) => s.driveKind === "vfd",
    why: DRIVE_SETS_DIRECTION,
  },
  {
    test: "roll-leads",
    when: (s) => s.driveKind === "vfd",
    why: "Behind a variable-speed drive the drive makes the phases: the test means nothing there.",
  },
  {
    test: "vacuum-plate",
    when: (s) => s.family === "fire" && s.installation === "flooded",
    why: "The suction stands under pressure: the plate cannot be fitted.",
  },
  {
    test: "vacuum-plate",
    when: (s) => s.installation === "submerged",
    why: "The inlet is under water: the plate cannot be fitted.",
  },
];

/** Why a test must not be done on this pump; undefined when nothing forbids it. */
export function forbiddenWhy(t: Pick<TestRow, "id">, s: Situation): string | undefined {
  if (s.forbids.includes(t.id)) return "The maker forbids it on this pump.";
  return BANS.find((b) => b.test === t.id && b.when(s))?.why;
}

/** Whether a test makes sense on this pump with what is fitted to it. */
export function possible(where: TestConditions, s: Situation): boolean {
  const has = (side: "suction" | "discharge") => s.snapshots.some((v) => v[side] !== undefined);
  const { needsGauge } = where;
  return (
    (where.drivers?.some((d) => d === s.driver || (d === "vfd" && s.driveKind === "vfd")) ??
      true) &&
    (where.families?.includes(s.family) ?? true) &&
    !where.notFamilies?.includes(s.family) &&
    (where.installations?.includes(s.installation) ?? true) &&
    !where.notInstallations?.includes(s.installation) &&
    !(where.needsStandby && !s.standby && s.variant !== "twin-head") &&
    !(where.notClosedLoop && inCircuit(s)) &&
    (needsGauge === undefined ||
      (needsGauge === "any" ? has("suction") || has("discharge") : has(needsGauge)))
  );
}

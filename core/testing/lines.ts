/** Suction lines to try things on. */
import fc from "fast-check";
import type { AuditInputs, LineFlow, LinePart, Say } from "../src/suction/index.ts";
import { absolutePa, gaugePa } from "../src/quantity/index.ts";

/** Cold water at sea level. */
export const COLD_SEA = {
  atmosphere: absolutePa(101_325),
  vapourPressure: absolutePa(1600),
  density: 999.1,
};

/** 60 m³/h of it, from a level over the pump. */
export const drawnFrom = (level: number, more: Partial<LineFlow> = {}): LineFlow => ({
  ...{ state: COLD_SEA, surfacePressure: gaugePa(0), viscosity: 1.14e-6 },
  ...{ flow: 60 / 3600, level },
  ...more,
});

export const PLAIN: Say = {
  units: "metric",
  metres: (m) => `${m.toFixed(2)} m`,
  bore: (m) => `${Math.round(m * 1000)} mm`,
  speed: (v) => `${v.toFixed(1)} m/s`,
  number: (n) => n.toFixed(1),
};

/** An end-suction pump that nothing is wrong with. */
export const PLAIN_PUMP: AuditInputs["pump"] = {
  ...{ family: "end-suction", doubleSuction: false, selfPriming: false, buried: false },
  ...{ primedThroughPort: false, mayBeShutIn: false, closedLoop: false },
  ...{ suctionPort: 0.125, dischargePort: 0.1, wheelMaterial: "stainless" },
};

/** A line of DN 150 from a tank whose level is 2 m over the pump: no flag is raised on it. */
export const SOUND: readonly LinePart[] = [
  { kind: "bell", bore: 0.15, height: 0.2, bottomClearance: 0.3 },
  { kind: "valve", valve: "gate", bore: 0.15, height: 0.2 },
  { kind: "strainer", bore: 0.15, freeArea: 0.06, height: 0.2 },
  { kind: "pipe", bore: 0.15, length: 3, height: 0, material: "stainless steel" },
  { kind: "bend", bore: 0.15, angle: Math.PI / 2, radius: 0.3, height: 0 },
  { kind: "pipe", bore: 0.15, length: 1.6, height: 0, material: "stainless steel" },
];

/** One that lifts 3 m from below through a foot valve. */
export const LIFTING: readonly LinePart[] = [
  { kind: "foot-valve", bore: 0.15, height: -4, bottomClearance: 0.4 },
  { kind: "pipe", bore: 0.15, length: 4.1, height: -0.05, material: "PE" },
  { kind: "bend", bore: 0.15, angle: Math.PI / 2, radius: 0.3, height: -0.05 },
  { kind: "pipe", bore: 0.15, length: 1.6, height: 0, material: "PE" },
];

const bore = fc.constantFrom(0.05, 0.08, 0.1, 0.15, 0.2);
const part: fc.Arbitrary<LinePart> = fc.oneof(
  fc.record({
    kind: fc.constantFrom("pipe" as const, "hose" as const),
    ...{ bore, length: fc.double({ min: 0.1, max: 30, noNaN: true }) },
  }),
  fc.record({
    kind: fc.constant("bend" as const),
    ...{ bore, angle: fc.constantFrom(Math.PI / 4, Math.PI / 2) },
  }),
  fc.record({
    kind: fc.constant("valve" as const),
    valve: fc.constantFrom(
      "gate" as const,
      "ball" as const,
      "butterfly" as const,
      "globe" as const,
    ),
    ...{ bore, opening: fc.double({ min: 0.05, max: 1, noNaN: true }) },
  }),
  fc.record({
    kind: fc.constantFrom(
      "reducer" as const,
      "joint" as const,
      "tee" as const,
      "check-valve" as const,
    ),
    bore,
  }),
);

/** Any line that can be drawn: heights lie evenly wherever it goes. */
export const anyLine: fc.Arbitrary<readonly LinePart[]> = fc
  .tuple(fc.constantFrom("inlet" as const, "bell" as const, "foot-valve" as const), bore)
  .chain(([kind, b]) =>
    fc.array(part, { minLength: 1, maxLength: 12 }).map((rest) => [{ kind, bore: b }, ...rest]),
  );

/** How the rotation is seen on this pump, and what the look would say. */
import type { ObservationId } from "../case/index.ts";
import { DRIVE_SETS_DIRECTION, NO_REVERSE_WHEN_SCREWED } from "../diagnosis/index.ts";
import {
  hangsFree,
  mayHaveEngine,
  mayHaveMotor,
  type PumpFacts,
  submergedSet,
} from "../visit/index.ts";

export interface RotationMethod {
  readonly id: string;
  readonly name: string;
  readonly steps: readonly string[];
  readonly note: string | null;
  /** Chips the look sets, right and wrong, in the words of what is seen or felt here. */
  readonly chips: readonly RotationChip[];
}

interface RotationChip {
  readonly id: ObservationId;
  /** Where it is not the chip's own name. */
  readonly name?: string;
}

interface Row extends RotationMethod {
  readonly when: (pump: PumpFacts) => boolean;
}

const ARROW: readonly RotationChip[] = [
  { id: "rotation.arrow-agrees" },
  { id: "rotation.arrow-disagrees" },
];
/** A body is thrown against the way its wheel turns. */
const KICK: readonly RotationChip[] = [
  { id: "rotation.arrow-agrees", name: "it kicked against its arrow" },
  { id: "rotation.arrow-disagrees", name: "it kicked along its arrow" },
];

const METHODS: readonly Row[] = [
  {
    id: "body-arrow",
    name: "Arrow on the body against the flow",
    steps: [
      "Find the arrow cast on the body; where the old body stood, compare with its mark on the pipe.",
      "It must point the way the water is to go: supply out, return in.",
      "Motor: the arrow on its plate; a new motor on an old body goes by the motor's plate.",
    ],
    note: "A body fitted against its arrow pumps the circuit backwards, whichever way the motor turns.",
    chips: [{ id: "rotation.body-arrow-backwards" }],
    when: (p) => p.family === "inline-circulator",
  },
  {
    id: "fan",
    name: "Fan or coupling against the arrow, at a bump",
    steps: [
      "Arrow on fan cover, casing or coupling guard: see it first.",
      "Bump the motor: on and off at once. Watch the fan or the coupling as it runs out.",
    ],
    note: "No arrow: the casing widens in the running direction toward the outlet. A round casing needs the arrow.",
    chips: ARROW,
    when: (p) => mayHaveMotor(p) && !submergedSet(p) && p.seal !== "none",
  },
  {
    id: "line-shaft",
    name: "Motor above against the arrow, at a bump",
    steps: [
      "Arrow on the motor stool or head: see it first.",
      "Bump the motor and watch the shaft between motor and stool.",
    ],
    note: "A line shaft with screwed joints can unscrew in reverse: uncouple first.",
    chips: ARROW,
    when: (p) => p.variant === "line-shaft",
  },
  {
    id: "kick",
    name: "Kick of the free-hanging pump",
    steps: [
      "Pump lifted clear and hanging free, everybody out of reach.",
      "Bump it and say which way the body was thrown: a wheel that turns with its arrow throws it the other way.",
    ],
    note: "A heavy one kicks hard enough to injure.",
    chips: KICK,
    when: (p) => hangsFree(p) && mayHaveMotor(p),
  },
  {
    id: "engine",
    name: "Engine",
    steps: ["An engine turns one way. Rotation is looked at only after a new engine or gearbox."],
    note: null,
    chips: [],
    when: mayHaveEngine,
  },
];

/** Ways to see it on this pump, the surest first; running both ways is one more where it is allowed. */
export const rotationMethods = (pump: PumpFacts): RotationMethod[] =>
  METHODS.filter((m) => m.when(pump));

/** Why running both ways is not for this pump; undefined when it may be done. */
export function noTwoDirections(pump: PumpFacts): string | undefined {
  if (pump.driver === "engine") return "An engine turns one way.";
  if (pump.driver === "1-phase")
    return "A single-phase motor turns the way it is connected inside; two wires exchanged change nothing.";
  if (pump.screwedImpeller) return NO_REVERSE_WHEN_SCREWED;
  if (pump.driveKind === "vfd") return DRIVE_SETS_DIRECTION;
  if (pump.family === "positive-displacement")
    return "A positive-displacement pump pumps back into its suction in reverse: look at the arrow instead.";
  if (pump.forbids.includes("two-direction")) return "The maker forbids it on this pump.";
  return undefined;
}

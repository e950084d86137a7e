/** How the plant itself, as it was drawn, turns the prior of a cause: what it makes likelier or leaves no place for. */
import type { CauseId } from "../case/index.ts";
import type { Situation } from "../visit/index.ts";

interface SetupRow {
  readonly cause: CauseId;
  readonly when: (s: Situation) => boolean;
  readonly factor: number;
}

const isRead = (s: Situation, which: "suction" | "discharge"): boolean =>
  s.snapshots.length === 0 || s.snapshots.some((v) => v[which] !== undefined);

/** Judgement of the trade. Rows of one cause exclude each other. */
const ROWS: readonly SetupRow[] = [
  // A standby on the same header is what water runs back through; without one only a bypass is left.
  { cause: "check-valve-passing", when: (s) => s.standby === true, factor: 3 },
  { cause: "check-valve-passing", when: (s) => s.standby === false, factor: 0.15 },
  // Open wheels have no rings to wear.
  {
    cause: "worn-rings",
    when: ({ impellerStyle: style }) => style !== undefined && style !== "enclosed",
    factor: 0.1,
  },
  // Belts slip and drives are set; a motor coupled to the mains runs at the mains' speed.
  { cause: "low-speed", when: (s) => s.driveKind === "belt" || s.driveKind === "vfd", factor: 3 },
  { cause: "low-speed", when: (s) => s.driveStated && s.driveKind === "direct", factor: 0.3 },
  // A gauge nobody reads misleads nobody.
  { cause: "suction-gauge-fault", when: (s) => !isRead(s, "suction"), factor: 0.1 },
  { cause: "discharge-gauge-fault", when: (s) => !isRead(s, "discharge"), factor: 0.1 },
];

/** Factor on the prior of a cause; 1 where the plant says nothing of it. */
export const setupFactor = (situation: Situation, id: CauseId): number =>
  ROWS.find((r) => r.cause === id && r.when(situation))?.factor ?? 1;

/** What a suction line that was drawn says of the causes before anything is read: judgement of the trade. */
import type { CauseId } from "../case/index.ts";
import { suctionFlags } from "../suction/index.ts";
import { lineSetting, type Situation } from "../visit/index.ts";

/** A drawn line, as it is looked at. */
interface Drawn {
  readonly has: (...kinds: readonly string[]) => boolean;
  readonly flagged: (...flags: readonly string[]) => boolean;
  readonly measured: boolean;
  readonly underVacuum: boolean;
}

interface DrawnRow {
  readonly cause: CauseId;
  readonly when: (line: Drawn) => boolean;
  readonly factor: number;
  /** What the drawing has, where it makes the cause likelier. */
  readonly says?: string;
}

/** Rows of one cause exclude each other: the first that fits counts. */
const ROWS: readonly DrawnRow[] = [
  // What keeps nothing back cannot leak back.
  { cause: "foot-valve-leak", when: (l) => !l.has("foot-valve", "check-valve"), factor: 0.1 },
  {
    cause: "suction-restriction",
    when: (l) => l.flagged("strainer-tight", "valve-part-shut", "hose-collapse"),
    factor: 2.5,
    says: "something on its drawn line chokes easily",
  },
  {
    cause: "suction-restriction",
    when: (l) => !l.has("strainer", "foot-valve", "valve", "hose", "check-valve"),
    factor: 0.5,
  },
  {
    cause: "vortexing",
    when: (l) => l.flagged("vortex", "mouth-too-low"),
    factor: 4,
    says: "its mouth hangs where air is drawn down or the floor is near",
  },
  {
    cause: "air-trap",
    when: (l) => l.flagged("high-point", "reducer-shape"),
    factor: 3,
    says: "its drawn line has a place where air gathers",
  },
  { cause: "air-trap", when: (l) => l.measured, factor: 0.5 },
  {
    cause: "suction-layout",
    when: (l) => l.flagged("straight-run", "branch", "globe-valve", "smaller-than-port"),
    factor: 2,
    says: "its drawn line disturbs the stream before the flange",
  },
  { cause: "suction-layout", when: (l) => l.measured, factor: 0.5 },
  // Air goes in only where the pressure is under the atmosphere's.
  { cause: "suction-air-leak", when: (l) => !l.underVacuum, factor: 0.2 },
];

const looked = new WeakMap<Situation, Drawn | undefined>();

/** The drawn line of a situation, looked at once; undefined where none is drawn, or nothing can be said of it. */
function drawnOf(situation: Situation): Drawn | undefined {
  if (looked.has(situation)) return looked.get(situation);
  const { suctionParts: parts } = situation;
  const setting = parts.length === 0 ? "flow" : lineSetting(situation, {});
  let drawn: Drawn | undefined;
  if (typeof setting !== "string") {
    const { flags, underVacuum } = suctionFlags(parts, setting.drawn, setting.audited);
    drawn = {
      has: (...kinds) => parts.some((p) => kinds.includes(p.kind)),
      flagged: (...ids) => ids.some((id) => flags.has(id)),
      measured: parts.every((p, i) => p.height !== undefined || i === parts.length - 1),
      underVacuum,
    };
  }
  looked.set(situation, drawn);
  return drawn;
}

const rowOf = (situation: Situation, id: CauseId): DrawnRow | undefined => {
  if (!ROWS.some((r) => r.cause === id)) return undefined;
  const drawn = drawnOf(situation);
  return drawn && ROWS.find((r) => r.cause === id && r.when(drawn));
};

/** Factor on the prior of a cause; 1 where no line is drawn, or it says nothing of it. */
export const drawnFactor = (situation: Situation, id: CauseId): number =>
  rowOf(situation, id)?.factor ?? 1;

/** What the drawing has that makes a cause likelier; undefined where it has nothing. */
export const drawnReason = (situation: Situation, id: CauseId): string | undefined =>
  rowOf(situation, id)?.says;

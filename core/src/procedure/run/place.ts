/** What a procedure has to know of its pump, its people and the hour. */
import {
  canned,
  mayBePacked,
  mayHaveMotor,
  type PumpFacts,
  type Run,
  type VisitState,
} from "../../visit/index.ts";
import type { CaptureContext } from "../captures/index.ts";
import { noTwoDirections } from "../rotation.ts";
import { stopsOf } from "../stops.ts";

/** What of a pump decides which procedures are for it. */
export interface PumpAtHand {
  readonly pump: PumpFacts;
  /** How a level starts it: float, pressure switch; undefined where nobody said. */
  readonly control: string | undefined;
}

export interface RunContext extends PumpAtHand {
  readonly state: VisitState;
  readonly captures: CaptureContext;
  /** Longest it may run against a shut valve [s]; null where it cannot be worked out. */
  readonly deadHeadSeconds: number | null;
  /** By a clock that is right [ms]. */
  readonly now: number;
  /** Whether hands may go to terminals or into the pump: isolated and proven dead, or told so by a licensed person. */
  readonly dead: boolean;
  /** Names of those whose lock stands. */
  readonly locks: readonly string[];
}

/** A run and what it is judged by. */
export interface Running extends RunContext {
  readonly run: Run;
}

const known = (value: boolean | undefined): string =>
  value === undefined ? "unknown" : value ? "yes" : "no";

/** Facts that a condition may ask for; undefined for one that there is not. */
const FACTS: Readonly<Record<string, (c: PumpAtHand) => string>> = {
  family: (c) => c.pump.family,
  installation: (c) => c.pump.installation,
  driver: (c) => c.pump.driver,
  seal: (c) => c.pump.seal ?? "unknown",
  packed: (c) => known(mayBePacked(c.pump)),
  // A circulator of which nobody said may be a twin: what is not there is seen at once.
  twin: (c) =>
    c.pump.variant === "twin-head" ? "yes" : c.pump.variant === undefined ? "unknown" : "no",
  "closed-loop": (c) => known(c.pump.closedLoop),
  reversible: (c) => known(mayHaveMotor(c.pump) && noTwoDirections(c.pump) === undefined),
  "may-shut": (c) =>
    known(
      !stopsOf(c.pump, NOTHING_READ).some((s) => s.blocks === "shut-valve") &&
        !c.pump.forbids.includes("shut-off-head"),
    ),
  "shaft-seen": (c) => known(!canned(c.pump)),
  // Sumps work by floats unless somebody says otherwise.
  control: (c) => c.control ?? (c.pump.family === "sump" ? "float" : "unknown"),
};
const NOTHING_READ = { amps: [], volts: [], foundLive: false, testerDoubtful: false };

export const factOf = (name: string, c: PumpAtHand): string | undefined => FACTS[name]?.(c);

/** A flag of an audit: what it looks for in a line, why it matters, what mends it. */
import type { UnitSystem } from "../../../quantity/index.ts";
import type { LineEdit, LinePart } from "../part.ts";
import type { LineFlow, PressureLine } from "../pressure-line.ts";

/** What a line leads to, as far as an audit asks. */
export interface AuditedPump {
  readonly family: string;
  /** Its casing is drawn into from two sides. */
  readonly doubleSuction: boolean;
  /** It raises its own water. */
  readonly selfPriming: boolean;
  /** It is filled through a port of its own, and has to be the highest point of its line. */
  readonly primedThroughPort: boolean;
  /** Below ground or in the water: its gauge port has to come up. */
  readonly buried: boolean;
  /** Its discharge may be shut while it runs. */
  readonly mayBeShutIn: boolean;
  readonly closedLoop: boolean;
  /** Bores of its ports [m]. */
  readonly suctionPort: number | undefined;
  readonly dischargePort: number | undefined;
  readonly wheelMaterial: string | undefined;
}

export interface Audited {
  readonly parts: readonly LinePart[];
  /** At the duty. */
  readonly line: PressureLine;
  readonly drawn: LineFlow;
  readonly pump: AuditedPump;
}

/** Something that was found, before it is said. */
export interface Found {
  /** Places in the line; empty where something is missing. */
  readonly at: readonly number[];
  /** Figures that the words name, SI. */
  readonly figures?: Readonly<Record<string, number>>;
  /** Which of the flag's ways it is. */
  readonly way?: string;
  /** What mends it on the drawing; undefined where only the work itself does. */
  readonly edits?: readonly LineEdit[];
}

/** How figures are said. */
export interface Say {
  readonly units: UnitSystem;
  /** A length in metres or feet, a bore in millimetres or inches, a speed. */
  readonly metres: (si: number) => string;
  readonly bore: (si: number) => string;
  readonly speed: (si: number) => string;
  readonly number: (value: number) => string;
}

export interface FlagRow {
  readonly id: string;
  readonly name: string;
  /** "metres": it costs head. "harm": it breaks, traps or starves without a figure. */
  readonly group: "metres" | "harm";
  readonly find: (audited: Audited) => readonly Found[];
  /** Why it matters here, in a sentence or two. */
  readonly why: (found: Found, say: Say) => string;
  readonly change: (found: Found, say: Say) => string;
  readonly source: string;
}

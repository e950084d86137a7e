/** The loss of a whole line, element by element, in the order of the flow. SI throughout. */
import { FITTINGS, type FittingId, hazenCOf, roughnessOf } from "./fittings.ts";
import { PARTLY_OPEN_SOURCE, partlyOpen } from "./valve-opening.ts";
import { GRAVITY } from "../quantity/index.ts";
import { hazenWilliams, pipeLoss, velocityHead, velocityIn } from "./friction.ts";

export type LineKind =
  | "inlet"
  | "bell"
  | "pipe"
  | "hose"
  | "bend"
  | "tee"
  | "branch"
  | "reducer"
  | "valve"
  | "strainer"
  | "foot-valve"
  | "check-valve"
  | "joint"
  | "gauge-port"
  | "air-vent"
  | "relief";

export interface LineElement {
  readonly kind: LineKind;
  /** Inside diameter [m]; the one before it when not given. */
  readonly bore?: number;
  /** [m] */
  readonly length?: number;
  readonly material?: string;
  /** Absolute [m]. */
  readonly roughness?: number;
  /** Bend angle and radius of its centreline [rad], [m]. */
  readonly angle?: number;
  readonly radius?: number;
  readonly valve?: "gate" | "ball" | "butterfly" | "globe" | "diaphragm";
  /** How far a valve is open, 0 to 1; open where nobody says. */
  readonly opening?: number;
  /** Overrides the table. */
  readonly k?: number;
  /** Open area of a strainer [m²]. */
  readonly freeArea?: number;
}

export interface ElementLoss {
  /** [m/s] */
  readonly velocity: number;
  /** [m] */
  readonly loss: number;
  readonly transition: boolean;
  readonly k: number;
  /** Where `k` comes from: the case, a table, or nothing to lose. */
  readonly source: string;
}

export interface LineLoss {
  /** [m] */
  readonly total: number;
  readonly elements: readonly ElementLoss[];
  /** Some pipe runs between laminar and turbulent: its loss may be less than stated. */
  readonly transition: boolean;
  /** Index of an element whose bore is not known, with no bore before it. */
  readonly unknownBore: number | undefined;
}

const RIGHT_ANGLE = Math.PI / 2;
/** Centreline radius over bore from which a bend counts as long. */
const LONG_BEND = 1.5;

/**
 * Loss of every element at a flow: friction by Darcy–Weisbach, fittings by K on the velocity head of
 * their own bore. An element without a bore has that of the one before it (the first: of the next).
 * @param flow - [m³/s], at least 0
 * @param viscosity - kinematic [m²/s]
 */
export function lineLoss(
  elements: readonly LineElement[],
  flow: number,
  viscosity: number,
): LineLoss {
  let bore = elements.find((e) => e.bore)?.bore;
  const unknownBore = bore === undefined && elements.length > 0 ? 0 : undefined;
  const losses = elements.map((e): ElementLoss => {
    bore = e.bore ?? bore;
    if (!bore || bore <= 0) {
      return { velocity: 0, loss: 0, transition: false, k: 0, source: "" };
    }
    const { k, source } = coefficientOf(e, bore);
    const friction = pipeLoss(
      {
        bore,
        length: e.length ?? 0,
        roughness: e.roughness ?? roughnessOf(e.material ?? e.kind),
        k,
      },
      flow,
      viscosity,
    );
    return {
      velocity: velocityIn(flow, bore),
      loss: friction.ok ? friction.value.totalLoss : 0,
      transition: friction.ok && (e.length ?? 0) > 0 && friction.value.regime === "transition",
      k,
      source,
    };
  });
  return {
    total: losses.reduce((s, l) => s + l.loss, 0),
    elements: losses,
    transition: losses.some((l) => l.transition),
    unknownBore,
  };
}

/** How well one kind of loss is known, as a share of it: standard uncertainties, judgement on the books' own scatter. */
const KNOWN_TO = {
  /** Friction: the roughness of a pipe that has lain some years. */
  friction: 0.2,
  /** A K that somebody measured or a maker stated. */
  given: 0.1,
  /** A K out of a handbook. */
  table: 0.3,
  partlyOpen: 0.5,
  /** Of the whole: bores and lengths as they were paced and taped. */
  whole: 0.1,
} as const;

/**
 * How well the loss of a drawn line is known, as a share of it; undefined where it loses nothing. Elements of one kind are
 * out of one row of one book: what is wrong with one is wrong with all of them. Kinds are independent of each other.
 */
export function lossDoubt(
  elements: readonly LineElement[],
  flow: number,
  viscosity: number,
): number | undefined {
  const { total, elements: losses } = lineLoss(elements, flow, viscosity);
  if (!(total > 0)) return undefined;
  const kinds = new Map<string, number>();
  const add = (kind: string, u: number) => kinds.set(kind, (kinds.get(kind) ?? 0) + u);
  losses.forEach(({ k, velocity, loss, source }, i) => {
    const local = Math.min(loss, (k * velocity ** 2) / (2 * GRAVITY));
    add("friction", KNOWN_TO.friction * (loss - local));
    const known =
      source === "as given"
        ? KNOWN_TO.given
        : source === PARTLY_OPEN_SOURCE
          ? KNOWN_TO.partlyOpen
          : KNOWN_TO.table;
    add(`${elements[i]?.kind}/${source}`, known * local);
  });
  return Math.hypot(KNOWN_TO.whole, ...[...kinds.values()].map((u) => u / total));
}

function coefficientOf(
  e: LineElement,
  bore: number,
): { readonly k: number; readonly source: string } {
  if (e.k !== undefined) return { k: e.k, source: "as given" };
  if (e.kind === "strainer" && e.freeArea) {
    // An orifice of the open area: (A_pipe / (0.6 A_free))².
    const pipe = (Math.PI * bore ** 2) / 4;
    return { k: (pipe / (0.6 * e.freeArea)) ** 2, source: "orifice of the open area, C = 0.6" };
  }
  const id: FittingId =
    e.kind === "bend"
      ? (e.radius ?? 0) >= LONG_BEND * bore
        ? "bend-long"
        : "bend-short"
      : e.kind === "valve"
        ? `valve-${e.valve ?? "gate"}`
        : e.kind;
  if (e.kind === "valve" && e.opening !== undefined && e.opening < 1) {
    const valve = e.valve ?? "gate";
    return { k: partlyOpen(valve, e.opening), source: PARTLY_OPEN_SOURCE };
  }
  const row = FITTINGS[id];
  const turn = e.kind === "bend" ? Math.min(1.5, (e.angle ?? RIGHT_ANGLE) / RIGHT_ANGLE) : 1;
  return { k: row.k * turn, source: row.source };
}

/**
 * The same line by the second school: Hazen–Williams for the pipes, the same K for the fittings [m].
 * For water near 15 °C only.
 */
export function lineLossHazenWilliams(
  elements: readonly LineElement[],
  flow: number,
  viscosity: number,
): number {
  let bore = elements.find((e) => e.bore)?.bore;
  return lineLoss(elements, flow, viscosity).elements.reduce((sum, loss, i) => {
    const e = elements[i];
    bore = e?.bore ?? bore;
    if (!e || !bore) return sum;
    const pipe = hazenWilliams(flow, bore, e.length ?? 0, hazenCOf(e.material ?? e.kind));
    return sum + pipe + loss.k * velocityHead(flow, bore);
  }, 0);
}

/** Velocity head lost where a line ends in a tank [m]: K = 1 on its last bore. */
export const exitLoss = (elements: readonly LineElement[], flow: number): number => {
  const bore = elements.findLast((e) => e.bore)?.bore;
  return bore ? velocityHead(flow, bore) : 0;
};

export interface OrderFault {
  /** Index of the element that cannot stand where it stands. */
  readonly index: number;
  /** An inlet on the discharge side, or something before the inlet. */
  readonly code: "suction-side-only" | "not-first";
  readonly kind: LineKind;
}

/**
 * Elements in an order no line can have. They are counted where they stand all the same: a loss does
 * not depend on the order.
 * @param side - suction lines run from the source to the pump, discharge lines from the pump on
 */
export function orderFaults(
  elements: readonly LineElement[],
  side: "suction" | "discharge",
): OrderFault[] {
  return elements.flatMap((e, index): OrderFault[] => {
    const atSource = e.kind === "inlet" || e.kind === "bell" || e.kind === "foot-valve";
    if (atSource && side === "discharge") {
      return [{ index, code: "suction-side-only", kind: e.kind }];
    }
    const before = elements.slice(0, index).filter((b) => !SOURCE_END.has(b.kind));
    if (atSource && before.length > 0) {
      return [{ index, code: "not-first", kind: e.kind }];
    }
    return [];
  });
}

/** What may stand before or with the source end of a line. */
const SOURCE_END: ReadonlySet<LineKind> = new Set(["inlet", "bell", "foot-valve", "strainer"]);

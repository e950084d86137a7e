/**
 * What a cause does to the pump, its pipes, its drive and its gauges, as numbers one forward model
 * understands. A cause at severity 0 is {@link SOUND}: the healthy pump.
 */
export interface Condition {
  /** Speed over the speed the drive should give, by the motor's own slip. */
  readonly speed: number;
  /** Share of the speed that belt, coupling, governor or setting keep from it. */
  readonly slow: number;
  /** Flow axis of the curve, as by another wheel. */
  readonly curveFlow: number;
  readonly curveHead: number;
  readonly curvePower: number;
  /** Times as thick as the sheet's liquid, by the viscous parameter B. */
  readonly thick: number;
  /** Share of head lost at best-point flow to a thicker liquid; less at less flow. */
  readonly thickHead: number;
  /** Internal leakage at best-point head, share of best-point flow; grows with √H. */
  readonly leak: number;
  /** The same leakage outside the pump, through a standby or bypass: none behind its own shut valve. */
  readonly passing: number;
  /** Extra internal loss at best-point flow, share of best-point head; grows with Q². */
  readonly innerLoss: number;
  /** Gas by volume at the eye. */
  readonly gas: number;
  /** Extra suction loss at the duty flow [m]; grows with Q². */
  readonly suctionLoss: number;
  /** Clean suction losses are this many times the drawn ones. */
  readonly suctionThick: number;
  /** Share of the flow the discharge side takes away; negative where more runs than was drawn. */
  readonly flowLost: number;
  /** Further static head, as a share of best-point head. */
  readonly staticExtra: number;
  /** Power lost to friction, as a share of best-point power. */
  readonly drag: number;
  /** The pump moves no liquid; null when it does. */
  readonly dead: Dead | null;
  /** Whether vapour at the eye belongs to this cause, cannot be there, or may be. */
  readonly vapour: "must" | "must-not" | "may";
  /** NPSH missing beyond what is known of it, in standard uncertainties of that. */
  readonly shortBy: number;
  /** Whether it is the source that has fallen, where nobody read its level, and not warmth or the wheel. */
  readonly fallen: boolean;
  /** How little the model knows of the head under this condition, as a share of it. */
  readonly headDoubt: number;
  /** Error of a gauge as a share of its span, and how widely such errors scatter. */
  readonly suctionOffset: number;
  readonly dischargeOffset: number;
  readonly offsetSpread: number;
  /** Everything may be otherwise: predictions get this much wider (unlisted). */
  readonly looseness: number;
  readonly supply: Supply;
}

/** A pump that turns, or should turn, without moving liquid. */
export interface Dead {
  /** Head it still makes, share of shut-off head, and how widely that scatters. */
  readonly head: number;
  readonly headSpread: number;
  /** Shaft power, share of best-point power, and its scatter. */
  readonly power: number;
  readonly powerSpread: number;
  /** Share of the source's depth the suction gauge still shows, and its scatter. */
  readonly vacuum: number;
  readonly vacuumSpread: number;
  /** Flow that may dribble all the same, share of best-point flow. */
  readonly dribble: number;
}

/** What a cause does to the supply, as instruments at the motor see it. */
export interface Supply {
  readonly phaseLost: boolean;
  /** Imbalance of the currents that the cause itself makes, and its scatter [%]. */
  readonly imbalance: number;
  readonly imbalanceSpread: number;
  /** Imbalance of the volts and its scatter [%]. */
  /** Share of such faults that take from one line alone and leave the other two alike. */
  readonly oneLow: number;
  readonly voltImbalance: number;
  readonly voltImbalanceSpread: number;
  /** Mean volts over the plate's. */
  readonly volts: number;
  readonly voltsSpread: number;
  /** The currents show the load this many times too high. */
  readonly apparentLoad: number;
  readonly apparentSpread: number;
}

export const SOUND_SUPPLY: Supply = {
  phaseLost: false,
  imbalance: 0,
  imbalanceSpread: 0,
  oneLow: 0,
  voltImbalance: 0.35,
  voltImbalanceSpread: 0.3,
  volts: 1,
  voltsSpread: 0.018,
  apparentLoad: 1,
  apparentSpread: 0,
};

/** The healthy pump on its clean system. */
export const SOUND: Condition = {
  speed: 1,
  slow: 0,
  curveFlow: 1,
  curveHead: 1,
  curvePower: 1,
  thick: 1,
  thickHead: 0,
  leak: 0,
  passing: 0,
  innerLoss: 0,
  gas: 0,
  suctionLoss: 0,
  suctionThick: 1,
  flowLost: 0,
  staticExtra: 0,
  drag: 0,
  dead: null,
  vapour: "must-not",
  shortBy: 0,
  fallen: false,
  headDoubt: 0,
  suctionOffset: 0,
  dischargeOffset: 0,
  offsetSpread: 0,
  looseness: 0,
  supply: SOUND_SUPPLY,
};

/** A condition with the valve closed on it: what boils at the flow as found need not boil there. */
export const eased = (condition: Condition): Condition =>
  condition.vapour === "must" ? { ...condition, vapour: "may" } : condition;

/** A wheel of another effective diameter: flow in proportion, head squared, power cubed. */
export const asDiameter = (ratio: number): Partial<Condition> => ({
  curveFlow: ratio,
  curveHead: ratio ** 2,
  curvePower: ratio ** 3,
});

/**
 * A liquid thicker than the sheet's, by the viscous parameter B of ANSI/HI 9.6.7 (1 = water):
 * C_Q = C_H(BEP) = exp(−0.165 (log₁₀ B)^3.15), C_η = B^(−0.0547 B^0.69), power C_Q C_H / C_η.
 */
export function asViscous(b: number): Partial<Condition> {
  const factor = Math.exp(-0.165 * Math.log10(b) ** 3.15);
  const efficiency = b ** (-0.0547 * b ** 0.69);
  return {
    thick: b,
    curveFlow: factor,
    thickHead: 1 - factor,
    curvePower: (factor * factor) / efficiency,
    // Laminar and transitional pipe friction against turbulent, over the range that is pumped.
    suctionThick: 1 + 0.15 * (b - 1),
    headDoubt: b > 1 ? 0.03 : 0,
  };
}

/**
 * The same liquid in gears: less slips back, the teeth shear it, and the suction pipe, where it creeps, loses in
 * proportion.
 */
export const inGears = (
  c: Condition,
  powerWhenThicker: (times: number) => number = (times) => times ** 0.25,
): Condition =>
  c.thick === 1
    ? c
    : {
        ...c,
        curveFlow: 1,
        thickHead: 0,
        curvePower: powerWhenThicker(c.thick),
        suctionThick: c.thick,
        // Thick liquid starves them: whether it does is reckoned.
        vapour: c.vapour === "must" ? "must" : "may",
      };

/** A supply with one thing changed. */
export const supply = (change: Partial<Supply>): Partial<Condition> => ({
  supply: { ...SOUND_SUPPLY, ...change },
});

/** A pump that moves nothing, from what is usual: casing full of gas, motor near no load. */
export const dead = (change: Partial<Dead>): Partial<Condition> => ({
  dead: {
    head: 0.03,
    headSpread: 0.06,
    power: 0.1,
    powerSpread: 0.25,
    vacuum: 1,
    vacuumSpread: 0,
    dribble: 0.03,
    ...change,
  },
  vapour: "may",
});

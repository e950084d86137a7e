/**
 * What a cause does to the pump and its pipes, as numbers one forward model understands.
 * A cause at severity 0 is {@link SOUND}: the healthy pump.
 */
export interface Condition {
  /** Speed over the speed the drive should give. */
  readonly speed: number;
  /** Flow axis of the curve, as by another wheel. */
  readonly curveFlow: number;
  readonly curveHead: number;
  readonly curvePower: number;
  /** Internal leakage at best-point head, share of best-point flow; grows with √H. */
  readonly leak: number;
  /** Extra internal loss at best-point flow, share of best-point head; grows with Q². */
  readonly innerLoss: number;
  /** Gas by volume at the eye. */
  readonly gas: number;
  /** Extra suction loss at the duty flow [m]; grows with Q². */
  readonly suctionLoss: number;
  /** Share of the flow the discharge side takes away. */
  readonly flowLost: number;
  /** Whether vapour at the eye belongs to this cause, cannot be there, or may be. */
  readonly vapour: "must" | "must-not" | "may";
  /** One supply line dead. */
  readonly phaseLost: boolean;
  /** Error of a gauge as a share of its span, and how widely such errors scatter. */
  readonly suctionOffset: number;
  readonly dischargeOffset: number;
  readonly offsetSpread: number;
  /** Everything may be otherwise: predictions get this much wider (unlisted). */
  readonly looseness: number;
}

/** The healthy pump on its clean system. */
export const SOUND: Condition = {
  speed: 1,
  curveFlow: 1,
  curveHead: 1,
  curvePower: 1,
  leak: 0,
  innerLoss: 0,
  gas: 0,
  suctionLoss: 0,
  flowLost: 0,
  vapour: "must-not",
  phaseLost: false,
  suctionOffset: 0,
  dischargeOffset: 0,
  offsetSpread: 0,
  looseness: 0,
};

/** A wheel of another effective diameter: flow in proportion, head squared, power cubed. */
export const asDiameter = (ratio: number): Partial<Condition> => ({
  curveFlow: ratio,
  curveHead: ratio ** 2,
  curvePower: ratio ** 3,
});

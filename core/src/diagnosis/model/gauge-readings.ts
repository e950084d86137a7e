/**
 * The two gauges as evidence. The suction gauge is compared with the layout; the discharge gauge with
 * the measured suction plus the curve: so each speaks once, and an error of the suction gauge is not
 * counted twice.
 */
import { curveEnd } from "../../curve/index.ts";
import {
  countingHeight,
  type GaugeReading,
  lineLoss,
  staticPart,
  velocityHead,
} from "../../hydraulics/index.ts";
import { GRAVITY } from "../../quantity/index.ts";
import { STATED_LOSS_U } from "../../suction/index.ts";
import { layoutOf, type Situation, type Snapshot } from "../../visit/index.ts";
import { inCircuit } from "./circuit.ts";
import { LEVEL_U, type SuctionModel } from "./operating-state.ts";
import type { ReadingContext, ReadingEvidence } from "./reading-evidence.ts";

/** Clean loss where nobody drew the line: its spread [m at the duty]; circuits may have a coil or filter there. */
const UNDRAWN_LOSS_U = { open: 1, closed: 1.8 } as const;
/** How far a source's level moves between two visits [m]. */
const LEVEL_WANDERS = 0.6;
/**
 * What is taken where nothing is known of a suction: likeliest head at the flange, its spread [m], and
 * how many times narrower the spread is downwards: a flooded pump stands under water, however deep. Circuits are
 * filled to 1 to 2.5 bar, tanks stand a few metres over their pump, boreholes are pumped from 5 to 30 m under water.
 */
const UNKNOWN_SUCTION = {
  closed: { head: 15, u: 6, narrower: 1.2 },
  flooded: { head: 2.5, u: 3, narrower: 2 },
  lift: { head: -3.2, u: 1.6, narrower: 1 },
  sump: { head: 0.8, u: 0.5, narrower: 1 },
  borehole: { head: 15, u: 9, narrower: 1.5 },
} as const;

/** Head at the flange with nothing flowing [m], and where it is known from. */
interface StillHead {
  readonly head: number;
  readonly u: number;
  readonly narrower: number;
  /** From the suction gauge itself behind the shut valve: an error of that gauge is in it. */
  readonly byGauge: boolean;
}

function stillHead(situation: Situation, snapshot: Snapshot): StillHead {
  const perMetre = situation.liquid.density * GRAVITY;
  const layout = layoutOf(situation, snapshot);
  if (layout) {
    return {
      head: layout.sourceLevel + layout.surfacePressure / perMetre,
      u: LEVEL_U[snapshot.level === undefined ? "register" : "today"],
      narrower: 1,
      byGauge: false,
    };
  }
  const { surfacePressure } = situation.suctionSide;
  if (surfacePressure !== undefined) {
    return { head: surfacePressure / perMetre, u: LEVEL_U.unwritten, narrower: 1, byGauge: false };
  }
  // Nobody drew the suction, but behind its shut valve the gauge shows it without loss.
  const shut = situation.snapshots.find(
    (s) => s.valve === "shut" && s.running && s.suction,
  )?.suction;
  if (shut && shut !== snapshot.suction) {
    const head = shut.pressure / perMetre + countingHeight(shut);
    return { head, u: LEVEL_U.today, narrower: 1, byGauge: true };
  }
  return { ...UNKNOWN_SUCTION[usualPlace(situation)], byGauge: false };
}

function usualPlace(situation: Situation): keyof typeof UNKNOWN_SUCTION {
  const { installation, family } = situation;
  if (inCircuit(situation)) return "closed";
  if (installation !== "submerged") return installation;
  return family === "borehole" ? "borehole" : "sump";
}

/** How well the clean loss of a suction is known, per flow squared [m/(m³/s)²]; a submerged inlet has no pipe to lose any. */
function cleanLossDoubt(situation: Situation) {
  const stated = situation.suctionSide.loss;
  const undrawn = UNDRAWN_LOSS_U[inCircuit(situation) ? "closed" : "open"];
  return ({ loss, referenceFlow }: SuctionModel): number =>
    (stated ? (stated.doubt ?? STATED_LOSS_U) * loss : loss > 0 ? undrawn : 0) / referenceFlow ** 2;
}

export function suctionGauge({
  situation,
  snapshot,
  named,
}: ReadingContext): ReadingEvidence | undefined {
  const g = snapshot.suction;
  if (!g) return undefined;
  const perMetre = situation.liquid.density * GRAVITY;
  const { head: still, u: uStill, narrower, byGauge } = stillHead(situation, snapshot);
  const span = offsetSpan(g);
  const height = countingHeight(g);
  const { bore } = g;
  const lossDoubt = cleanLossDoubt(situation);
  return {
    ...named("suction-gauge"),
    label: "suction gauge",
    snapshot: snapshot.label,
    dimension: "pressure",
    seen: g.pressure,
    still: false,
    under: ({ condition: c, suction }) => {
      const offset = byGauge ? 0 : c.suctionOffset * span;
      // A pump that draws nothing shows only part of the lift; a head above it is there all the same.
      const lifted = Math.max(0, -still);
      const depth = still + lifted * (1 - (c.dead?.vacuum ?? 1));
      const fixed =
        (g.u ?? 0) ** 2 +
        perMetre ** 2 *
          ((c.suctionLoss * 0.15) ** 2 +
            ((c.dead?.vacuumSpread ?? 0) * lifted) ** 2 +
            (c.looseness * 2) ** 2) +
        (c.suctionOffset && !byGauge ? (c.offsetSpread * span) ** 2 : 0);
      const standing = (perMetre * uStill) ** 2;
      const ofLoss = (perMetre * lossDoubt(suction)) ** 2;
      const velocity = bore ? velocityHead(1, bore) : 0;
      return {
        at: ({ suctionLoss, fall, flow }, out) => {
          const q2 = flow * flow;
          const lasting = standing + ofLoss * q2 * q2;
          out.predicted = (depth - fall - suctionLoss - height - velocity * q2) * perMetre + offset;
          out.variance = fixed + lasting;
          out.lasting = Math.sqrt(lasting);
        },
        below: narrower,
      };
    },
    wanders: LEVEL_WANDERS * perMetre,
  };
}

/** Span that a faulty gauge's error is told in [Pa]: of its scale, else what usually holds such a reading. */
const offsetSpan = (g: Pick<GaugeReading, "span" | "pressure"> | undefined): number =>
  g?.span ?? Math.max(Math.abs(g?.pressure ?? 0) * 1.6, 1e5);

export function dischargeGauge(context: ReadingContext): ReadingEvidence | undefined {
  const { situation, snapshot, model, spread, named } = context;
  const g = snapshot.discharge;
  if (!g || !model) return undefined;
  const density = situation.liquid.density;
  const perMetre = density * GRAVITY;
  const s = snapshot.suction;
  const { head: still, u } = stillHead(situation, snapshot);
  const uStill = s ? 0 : u;
  const span = offsetSpan(g);
  const suctionSpan = offsetSpan(s);
  const fixed = s
    ? staticPart({ suction: { kind: "gauge", gauge: s }, discharge: g, density }) -
      g.pressure / perMetre
    : countingHeight(g) - still;
  // With a bore on one side only both are taken as equal.
  const differs = g.bore !== undefined && (!s || s.bore !== undefined);
  const velocityPart = differs
    ? velocityHead(1, g.bore) - (s?.bore ? velocityHead(1, s.bore) : 0)
    : 0;
  const riser = s ? 0 : riserResistance(situation);
  const own = (g.u ?? 0) ** 2 + (s?.u ?? 0) ** 2;
  const standing = uStill ** 2;
  const lossDoubt = s ? () => 0 : cleanLossDoubt(situation);
  return {
    ...named("discharge-gauge"),
    ...(s ? {} : { kind: "discharge-alone" as const }),
    label: "discharge gauge",
    snapshot: snapshot.label,
    dimension: "pressure",
    seen: g.pressure,
    still: false,
    under: ({ condition: c, speedRatio, speedDoubt, pump, suction }) => {
      // Head is added to what the suction gauge shows; what that shows too much is not there.
      const offset = c.dischargeOffset * span - c.suctionOffset * (s ? suctionSpan : 0);
      const scatter =
        own +
        (c.offsetSpread * (c.dischargeOffset ? span : c.suctionOffset ? suctionSpan : 0)) ** 2 +
        (c.dead ? (c.dead.headSpread * model.shutOffHead * perMetre) ** 2 : 0);
      const fixedShare =
        spread.head ** 2 + c.headDoubt ** 2 + (c.looseness * 0.2) ** 2 + (2 * speedDoubt) ** 2;
      const ofSheet = spread.head ** 2;
      const perSheetFlow = 1 / (speedRatio * c.curveFlow);
      const ofLoss = lossDoubt(suction) ** 2;
      const drawnUp = s ? 0 : 1;
      return {
        at: ({ head, flow, innerFlow, suctionLoss, fall }, out) => {
          const q2 = flow * flow;
          const byFlow = spread.flow * pump.steepness(innerFlow * perSheetFlow);
          const byFlow2 = byFlow * byFlow;
          const head2 = head * head;
          const ofSuction = standing + ofLoss * q2 * q2;
          out.predicted =
            (head - fixed - (velocityPart + riser) * q2 - drawnUp * (suctionLoss + fall)) *
              perMetre +
            offset;
          out.variance =
            scatter + ((fixedShare + byFlow2) * head2 + ofSuction) * perMetre * perMetre;
          // Half of what the sheet's tolerance leaves is the curve's own shape, which keeps.
          out.lasting = perMetre * Math.sqrt(ofSuction + 0.5 * (ofSheet + byFlow2) * head2);
        },
      };
    },
    ...(s ? {} : { wanders: LEVEL_WANDERS * perMetre }),
  };
}

/** Loss of the line up to a gauge far above the pump, per flow squared [m/(m³/s)²]. */
function riserResistance({ riser, duty, liquid, curve }: Situation): number {
  const reference = duty?.flow ?? (curve ? 0.7 * curveEnd(curve) : 0);
  if (riser.length === 0 || reference <= 0) return 0;
  return lineLoss(riser, reference, liquid.kinematicViscosity).total / reference ** 2;
}

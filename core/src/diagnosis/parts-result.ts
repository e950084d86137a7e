/** Duty, NPSH and motor part of a result, from the studies of a visit. Values are SI. */
import type { CaseFile, ResultDuty, ResultMotor, ResultNpsh } from "../case/index.ts";
import { intersections } from "../curve/index.ts";
import { type FlowEstimate, sampledFlow } from "../hydraulics/index.ts";
import { band, K95, type Uncertain } from "../quantity/index.ts";
import {
  cleanSystem,
  displacementDuty,
  driveStudy,
  fieldCurveOf,
  fireStudy,
  heatStudy,
  jetDuty,
  leverRows,
  type Situation,
  standingTests,
  suctionStudy,
  type VisitParts,
} from "../visit/index.ts";
import { leverWords } from "../words/index.ts";

const withUnit = ({ value, u }: Uncertain, unit: string) => {
  const b = band({ value, u });
  return { value, unit, low95: b.low95, high95: b.high95 };
};

const orNull = <T>(value: T | undefined): T | null => value ?? null;

/** A flow from head is banded by sampling: the curve bends and ends. */
function headBand(parts: VisitParts, near: number) {
  const { measurement, curve, tolerance } = parts;
  const sampled = measurement && curve && sampledFlow(measurement, curve, tolerance, near);
  return sampled ? { low95: sampled.low95, high95: sampled.high95 } : {};
}

/** The result has no name of its own for a head that vapour has eaten at. */
const saidSource = ({ from }: FlowEstimate) => (from === "vapour" ? "head" : from);

/** Duty part of a result. */
export function dutyResult(parts: VisitParts, situation: Situation): ResultDuty {
  const { duty, snapshot, curve } = parts;
  const flow = (f: FlowEstimate) => ({
    ...withUnit(f, "m3/s"),
    ...(f.from === "head" ? headBand(parts, f.value) : {}),
    from: saidSource(f),
  });
  const against = duty.headAgainstCurve && band(duty.headAgainstCurve);
  const system = cleanSystem(situation);
  const field = fieldCurveOf(situation);
  const fire = fireStudy(situation);
  const heat = heatStudy(situation, parts).deadHead;
  const displacement = displacementDuty(situation, parts);
  const jet = jetDuty(situation, parts);
  return {
    snapshot: snapshot.label,
    totalHead: duty.head ? withUnit(duty.head, "m") : null,
    flow: duty.flow ? flow(duty.flow) : null,
    alternatives: duty.alternatives.map((a) => {
      const b = band(a);
      return { from: saidSource(a), value: a.value, low95: b.low95, high95: b.high95 };
    }),
    headAgainstCurve: against
      ? { percent: against.value, low95: against.low95, high95: against.high95 }
      : null,
    verdict: duty.verdict,
    system: system
      ? {
          staticHead: system.curve.staticHead,
          resistance: system.curve.resistance,
          from: system.from,
          meets: curve ? intersections(curve, system.curve) : [],
        }
      : null,
    fieldCurve: field
      ? {
          named: orNull(field.named),
          alsoPossible: [...field.alsoPossible],
          points: field.points.map(({ label, flow: q, residual }) => ({
            label,
            flow: q,
            residual,
          })),
        }
      : null,
    fire: fire ? { overall: fire.overall, verdicts: { ...fire.verdicts } } : null,
    deadHead: heat ? { seconds: heat.seconds, limit: heat.limit, rate: heat.rate } : null,
    displacement: displacement
      ? {
          ratedFlow: displacement.ratedFlow,
          slip: displacement.slip,
          ratedPower: orNull(displacement.ratedPower),
          againstRatingPercent: orNull(displacement.againstRating?.value),
        }
      : null,
    jet: jet
      ? {
          lift: orNull(jet.lift),
          ratedFlow: orNull(jet.ratedFlow),
          apparentLift: orNull(jet.apparentLift),
          why: orNull(jet.why),
        }
      : null,
  };
}

/** NPSH part of a result. */
export function npshResult(parts: VisitParts, situation: Situation): ResultNpsh | null {
  const { npsh } = parts;
  if (!npsh.available) return null;
  const metres = (value: number | undefined) => (value === undefined ? null : { value, unit: "m" });
  const { schools, lift, sweep, vortex, flowTheSuctionCanFeed } = suctionStudy(situation, parts);
  return {
    available: metres(npsh.available.value),
    required: metres(npsh.required),
    margin: npsh.margin ?? null,
    ratio: npsh.ratio ?? null,
    fromGauge: npsh.fromGauge?.value ?? null,
    fromLayout: npsh.fromLayout ?? null,
    unexplainedLoss: npsh.unexplainedLoss?.value ?? null,
    levers: leverRows(situation, parts).map(({ reason, ...row }) => ({
      ...row,
      why: leverWords(reason, "metric"),
    })),
    schools: [...schools],
    lift: lift
      ? {
          greatest: lift.greatestLift,
          rules: lift.rules.map(({ id, lift: at, misleads }) => ({ id, lift: at, misleads })),
          because: [...lift.because],
        }
      : null,
    sweep: sweep
      ? sweep.rows.map((cells, i) => ({
          temperature: cells[0]?.temperature ?? 0,
          lowestLevel: orNull(sweep.lowestLevel[i]),
          spare: cells.map((c) => ({ level: c.level, value: orNull(c.spare) })),
        }))
      : null,
    vortex: vortex ? { needed: vortex.needed, actual: orNull(vortex.actual) } : null,
    canFeed: orNull(flowTheSuctionCanFeed),
  };
}

/** Electrical part of a result; null when nothing electrical was read. */
export function motorResult(
  { electrical: e, snapshot }: VisitParts,
  situation: Situation,
  file: CaseFile,
): ResultMotor | null {
  const standing = standingTests(file);
  const { windings, insulation, capacitor, rolledLeads } = standing;
  const tested = windings ?? insulation ?? capacitor ?? rolledLeads;
  if (!e.amps && !e.volts && !e.shaftPower && e.lostPhase === undefined && !tested) return null;
  const study = driveStudy(situation, snapshot, e);
  return {
    loadFraction: e.loadFraction?.value ?? null,
    currentImbalancePercent: e.amps?.percent ?? null,
    voltageImbalancePercent: e.volts?.percent ?? null,
    shaftPower: e.shaftPower ? withUnit(e.shaftPower, "W") : null,
    limit: orNull(study.limit),
    phases: study.phases.map((p) => orNull(p)),
    imbalanceBand95: e.uAmpsPercent === undefined ? null : K95 * e.uAmpsPercent,
    imbalanceWithheld: e.imbalanceWithheld,
    lostPhase: orNull(e.lostPhase),
    derating: orNull(study.derating),
    expectedSpeed: orNull(study.expectedSpeed),
    slipPercent: orNull(study.slipPercent),
    inrush: orNull(study.inrush),
    windings: windings ? { spreadPercent: windings.spreadPercent, band: windings.band } : null,
    insulation: insulation
      ? {
          at40C: insulation.at40C,
          minimum: insulation.minimum,
          outcome: insulation.outcome,
        }
      : null,
    capacitor: capacitor
      ? {
          capacitance: capacitor.capacitance,
          deviationPercent: orNull(capacitor.deviationPercent),
          outcome: orNull(capacitor.outcome),
        }
      : null,
    rolledLeads: rolledLeads
      ? {
          supplyShare: rolledLeads.supplyShare,
          motorShare: rolledLeads.motorShare,
          outcome: rolledLeads.outcome,
        }
      : null,
  };
}

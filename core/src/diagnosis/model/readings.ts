/** The readings a snapshot offers as evidence, in the order they are read at the pump. */
import type { Situation, Snapshot } from "../../visit/index.ts";
import { phaseBalance, phaseShape, voltBalance } from "./balance-readings.ts";
import { shaftPower, speedSetting, supplyVoltage, tachometer } from "./drive-readings.ts";
import { dischargeGauge, suctionGauge } from "./gauge-readings.ts";
import type { PumpModel } from "./pump-model.ts";
import type {
  CurveSpread,
  ReadingContext,
  ReadingEvidence,
  ReadingKind,
} from "./reading-evidence.ts";

/** Id of a reading's evidence. */
export const readingId = (snapshotKey: string, kind: ReadingKind): string =>
  `${snapshotKey}:${kind}`;

/** Builds the evidence of one snapshot, in the order it is read at the pump. */
export function readingsOf(
  situation: Situation,
  snapshot: Snapshot,
  model: PumpModel | undefined,
  spread: CurveSpread,
): ReadingEvidence[] {
  const named: ReadingContext["named"] = (kind) => ({ id: readingId(snapshot.key, kind), kind });
  const context: ReadingContext = { situation, snapshot, model, spread, named };
  return [
    suctionGauge(context),
    dischargeGauge(context),
    flowMeter(context),
    shaftPower(context),
    phaseBalance(context),
    phaseShape(context),
    voltBalance(context),
    supplyVoltage(context),
    tachometer(context),
    speedSetting(context),
  ].filter((r) => r !== undefined);
}

function flowMeter({ snapshot, named }: ReadingContext): ReadingEvidence | undefined {
  const { flow } = snapshot;
  if (!flow || snapshot.valve === "shut") return undefined;
  return {
    ...named("flow-meter"),
    label: "flow meter",
    snapshot: snapshot.label,
    dimension: "flow",
    seen: flow.value,
    still: false,
    under: ({ condition: c, pump }) => {
      const variance =
        flow.u ** 2 +
        (c.looseness * 0.2 * pump.bestFlow) ** 2 +
        (0.002 * pump.bestFlow) ** 2 +
        ((c.dead?.dribble ?? 0) * pump.bestFlow) ** 2;
      return {
        at: (s, out) => {
          out.predicted = s.flow;
          out.variance = variance;
          out.lasting = 0;
        },
      };
    },
  };
}

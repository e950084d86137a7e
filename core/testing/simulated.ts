/** A demo pump's visit as the forward model has it under a cause. */
import type { CauseId } from "../src/case/index.ts";
import { simulate } from "../src/diagnosis/index.ts";
import { caseFrom, pumpJson } from "./cases.ts";

type Json = Record<string, unknown>;

const PLACE = { gaugeHeight: 0, tappingHeight: 0, line: "full" as const };

/** A pump as clean instruments read it under a cause, everything read. */
export function simulated(tag: string, cause: CauseId, severity: number): Json {
  const json = pumpJson(tag);
  const file = caseFrom(json);
  const { ports, motor } = file.pump;
  const submerged = file.pump.installation === "submerged";
  const found = simulate(file, cause, severity, {
    suction: { ...PLACE, bore: ports?.suction?.si },
    discharge: { ...PLACE, bore: ports?.discharge?.si },
  });
  if (!found.ok) throw new Error(`${tag} ${cause}: ${found.error}`);
  const r = found.value;
  const phases = motor?.phases ?? 0;
  return {
    ...json,
    snapshots: [
      {
        label: "as found",
        ...(submerged ? {} : { suctionPressure: `${r.suctionPressure / 1e5} bar` }),
        suctionGaugeHeight: "0 m",
        suctionLine: "full",
        dischargePressure: `${r.dischargePressure / 1e5} bar`,
        dischargeGaugeHeight: "0 m",
        flow: `${r.flow * 3600} m3/h`,
        ...(r.amps === undefined || phases === 0
          ? {}
          : {
              amps: Array.from(
                { length: phases },
                (_, i) => `${(r.amps ?? 0) * (phases === 3 ? (r.phaseShares[i] ?? 1) : 1)} A`,
              ),
            }),
      },
    ],
  };
}

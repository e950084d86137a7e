/** What a watch on a float's or a switch's starts and stops tells. */
import { formatNumber } from "../../quantity/index.ts";
import { sumpCycle, type SumpCycle } from "../../sump/index.ts";
import { one, si, type FigureInputs, type Work, worked } from "./figure.ts";

/** The cycle, where it was timed and the register knows the pit; undefined otherwise. */
function cycleOf({ file, situation }: FigureInputs): SumpCycle | undefined {
  const { sump } = file;
  if (!sump?.runTime || !sump.offTime) return undefined;
  const [onLevel, offLevel] = [sump.onLevel?.si, sump.offLevel?.si];
  const { sumpArea: area } = situation;
  if (area === undefined || onLevel === undefined || offLevel === undefined) return undefined;
  const [runTime, fillTime] = [sump.runTime.si, sump.offTime.si];
  return sumpCycle({ area, onLevel, offLevel, runTime, fillTime });
}

const timed = ({ file }: FigureInputs) => [
  ...one("runs for", file.sump?.runTime),
  ...one("stands for", file.sump?.offTime),
];

const starts: Work = (from) => {
  const { starts: counted } = from.situation;
  if (!counted) return undefined;
  const limit = formatNumber(counted.limit, 2);
  return {
    id: "starts-per-hour",
    group: "drive",
    name: "Starts an hour",
    text: `${formatNumber(counted.perHour, 2)} of ${limit}`,
    band: "",
    formula: "as counted, else 3600 / (run + stop)",
    inputs: [...timed(from), worked("limit", `${limit} an hour`)],
    source: "A watch on whole cycles. The limit is the plate's, else 15 an hour for small motors.",
  };
};

const flowOf =
  (id: string, name: string, formula: string, pick: (c: SumpCycle) => number | undefined): Work =>
  (from) => {
    const cycle = cycleOf(from);
    const value = cycle && cycle.volume > 0 ? pick(cycle) : undefined;
    if (value === undefined || !cycle) return undefined;
    return {
      id,
      group: "duty",
      name,
      text: si(value, "flow", from.units),
      band: "",
      formula,
      inputs: [
        ...timed(from),
        worked("volume V between the levels", si(cycle.volume, "volume", from.units)),
      ],
      source: "Volume balance of the pit; the levels are those of the register.",
    };
  };

export const CYCLE_FIGURES: readonly Work[] = [
  flowOf("cycle-flow", "Pump flow by its cycle", "Q = V/run + V/stop", (c) => c.pumpFlow),
  flowOf("cycle-inflow", "Inflow by its cycle", "V/stop", (c) => c.inflow),
  starts,
];

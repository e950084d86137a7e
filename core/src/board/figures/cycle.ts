/** What a watch on a float's or a switch's starts and stops tells. */
import { formatNumber } from "../../quantity/index.ts";
import { sumpCycle, type SumpCycle } from "../../sump/index.ts";
import { one, si, type FigureInputs, type Work, worked } from "./figure.ts";

/** The cycle, as far as it was timed; levels and surface from the register where they are known. */
function cycleOf({ file, situation }: FigureInputs): SumpCycle | undefined {
  const { sump } = file;
  if (!sump?.runTime || !sump.offTime) return undefined;
  const [onLevel, offLevel] = [sump.onLevel?.si, sump.offLevel?.si];
  const known = situation.sumpArea !== undefined && onLevel !== undefined && offLevel !== undefined;
  return sumpCycle({
    area: known ? (situation.sumpArea ?? 0) : 0,
    onLevel: onLevel ?? 0,
    offLevel: offLevel ?? 0,
    runTime: sump.runTime.si,
    fillTime: sump.offTime.si,
    ...(situation.starts ? { limit: situation.starts.limit } : {}),
  });
}

const timed = ({ file }: FigureInputs) => [
  ...one("runs for", file.sump?.runTime),
  ...one("stands for", file.sump?.offTime),
];

const starts: Work = (from) => {
  const cycle = cycleOf(from);
  if (!cycle?.startsPerHour) return undefined;
  const limit = from.situation.starts?.limit;
  return {
    id: "starts-per-hour",
    group: "drive",
    name: "Starts an hour",
    text: `${formatNumber(cycle.startsPerHour, 2)}${limit === undefined ? "" : ` of ${formatNumber(limit, 2)}`}`,
    band: "",
    formula: "3600 / (run + stop)",
    inputs: [
      ...timed(from),
      ...(limit === undefined ? [] : [worked("limit", `${formatNumber(limit, 2)} an hour`)]),
    ],
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

/** The air charge of a pressure vessel against the switch that starts the pump. */
import { one, si, type Work, worked } from "./figure.ts";

/**
 * How far under the cut-in a vessel is charged [Pa]: more air and the bag is empty before the pump starts, less and
 * little water lies between stop and start. Source: usual practice for small water sets, 0.15 bar (2 psi).
 */
const UNDER_CUT_IN = 0.15e5;
/** What two ordinary gauges may differ by [Pa]: no charge is called wrong for less. */
const CLOSE = 0.15e5;

const charge: Work = ({ file, units }) => {
  const { charge: held, cutIn, cutOut } = file.system?.vessel ?? {};
  if (!held || !cutIn) return undefined;
  const usual = cutIn.si - UNDER_CUT_IN;
  const off = held.si - usual;
  const show = (p: number) => si(p, "pressure", units);
  return {
    id: "vessel-charge",
    group: "drive",
    name: "Vessel's air charge",
    text: show(held.si),
    band:
      Math.abs(off) <= CLOSE
        ? `as usual for a start at ${show(cutIn.si)}`
        : off < 0
          ? `${show(-off)} less than usual: little water lies between stop and start`
          : `${show(off)} more than usual: it is empty before the pump starts`,
    formula: `cut-in less ${show(UNDER_CUT_IN)}, pump off and the water let out`,
    inputs: [
      ...one("charge", held),
      ...one("starts at", cutIn),
      ...one("stops at", cutOut),
      worked("usual charge", show(usual)),
    ],
    source: "Usual practice for vessels with a bag; the vessel's own plate stands above it.",
  };
};

export const VESSEL_FIGURES: readonly Work[] = [charge];

/** Check values of sump cycles. */
import { sumpCycle } from "@yard-tack/core/sump";
import type { Computed } from "../computed.ts";
import { group, type Inputs, need, plain, si } from "../inputs.ts";

export const sump = (inputs: Inputs): Computed => {
  const diameter = si(inputs, "diameter", "length");
  const area =
    diameter === undefined
      ? need(inputs, "width", "length") * need(inputs, "breadth", "length")
      : (Math.PI * diameter ** 2) / 4;
  const timed = group(inputs, "timedLevel");
  const rise = group(inputs, "levelRise");
  const found = sumpCycle({
    area,
    onLevel: need(inputs, "onLevel", "length"),
    offLevel: need(inputs, "offLevel", "length"),
    runTime: si(inputs, "runTime", "time"),
    fillTime: si(inputs, "fillTime", "time"),
    inflow: si(inputs, "inflow", "flow"),
    rise: rise && { height: need(rise, "rise", "length"), time: need(rise, "time", "time") },
    drawdown: timed && {
      fall: need(timed, "from", "length") - need(timed, "to", "length"),
      time: need(timed, "time", "time"),
    },
    limit: plain(inputs, "limitStartsPerHour"),
  });
  return { ...found };
};

/** What a valve loses while it is partly open. */
import { FITTINGS } from "./fittings.ts";

type Valve = "gate" | "ball" | "butterfly" | "globe" | "diaphragm";

export const PARTLY_OPEN_SOURCE = "partly open: usual handbook rows, between them by the logarithm";

/**
 * K by how far it is open (of its travel, or of the quarter turn). Source: handbook rows for partly open valves (Perry's
 * table of additional losses), rounded; they scatter by half of themselves.
 */
const ROWS: Readonly<Record<Valve, readonly (readonly [opening: number, k: number])[]>> = {
  gate: [
    [0.25, 24],
    [0.5, 5.6],
    [0.75, 1.15],
  ],
  globe: [
    [0.25, 30],
    [0.5, 9.5],
  ],
  diaphragm: [
    [0.25, 21],
    [0.5, 4.3],
    [0.75, 2.6],
  ],
  butterfly: [
    [0.33, 118],
    [0.56, 10.8],
    [0.78, 1.54],
  ],
  ball: [
    [0.33, 206],
    [0.56, 17.3],
    [0.78, 1.56],
  ],
};

/** A valve that is shut lets nothing through: so large that no pump draws against it. */
const SHUT = 1e6;

/**
 * Loss coefficient on the velocity head of its bore. It falls steadily as the valve opens.
 * @param opening - 0 shut, 1 open
 */
export function partlyOpen(valve: Valve, opening: number): number {
  const rows = [[0, SHUT] as const, ...ROWS[valve], [1, FITTINGS[`valve-${valve}`].k] as const];
  const above = rows.findIndex(([o]) => o >= opening);
  const [high, low] = [rows[Math.max(1, above)], rows[Math.max(0, above - 1)]];
  if (above < 0 || !high || !low) return FITTINGS[`valve-${valve}`].k;
  const share = (opening - low[0]) / (high[0] - low[0]);
  return Math.exp(Math.log(low[1]) + share * (Math.log(high[1]) - Math.log(low[1])));
}

/** A sump's cycle: inflow, pump flow and starts per hour from levels and a stopwatch. SI. */

export interface SumpReadings {
  /** Surface of the sump [m²]. */
  readonly area: number;
  /** [m] */
  readonly onLevel: number;
  readonly offLevel: number;
  /** Pump on, from on to off level [s]. */
  readonly runTime?: number;
  /** Pump off, from off to on level [s]. */
  readonly fillTime?: number;
  /** Known inflow [m³/s]. */
  readonly inflow?: number;
  /** A rise seen with the pump off [m], over [s]. */
  readonly rise?: { readonly height: number; readonly time: number };
  /** A level timed with the pump running: fall positive [m], over [s]. */
  readonly drawdown?: { readonly fall: number; readonly time: number };
  /** Starts the motor may make in an hour. */
  readonly limit?: number;
}

export interface SumpCycle {
  /** Between the levels [m³]. */
  readonly volume: number;
  /** [m³/s] */
  readonly inflow: number | undefined;
  /** [m³/s] */
  readonly pumpFlow: number | undefined;
  /** [s] */
  readonly cycleTime: number | undefined;
  readonly startsPerHour: number | undefined;
  /** Share of the time it runs. */
  readonly dutyShare: number | undefined;
  /** At an inflow of half the pump flow, where starts are most frequent. */
  readonly worstStartsPerHour: number | undefined;
  readonly overLimitNow: boolean | undefined;
  readonly overLimitAtWorstInflow: boolean | undefined;
}

/**
 * Volume balance: pump flow = A Δh/t + inflow, with inflow given, or from a rise or the fill time
 * with the pump off. Anything that cannot be known from the readings is undefined.
 */
export function sumpCycle(r: SumpReadings): SumpCycle {
  const volume = r.area * (r.onLevel - r.offLevel);
  const inflow =
    r.inflow ??
    (r.rise ? (r.area * r.rise.height) / r.rise.time : undefined) ??
    (r.fillTime ? volume / r.fillTime : undefined);
  const out = r.drawdown
    ? (r.area * r.drawdown.fall) / r.drawdown.time
    : r.runTime
      ? volume / r.runTime
      : undefined;
  const pumpFlow = out !== undefined && inflow !== undefined ? out + inflow : undefined;
  const cycleTime = r.runTime && r.fillTime ? r.runTime + r.fillTime : undefined;
  const startsPerHour = cycleTime && 3600 / cycleTime;
  // Cycle V/q + V/(Q − q) is shortest at q = Q/2: 4 V/Q.
  const worst = pumpFlow && volume > 0 ? (3600 * pumpFlow) / (4 * volume) : undefined;
  const over = (starts: number | undefined) =>
    starts === undefined || r.limit === undefined ? undefined : starts > r.limit;
  return {
    volume,
    inflow,
    pumpFlow,
    cycleTime,
    startsPerHour,
    dutyShare: cycleTime && r.runTime ? r.runTime / cycleTime : undefined,
    worstStartsPerHour: worst,
    overLimitNow: over(startsPerHour),
    overLimitAtWorstInflow: over(worst),
  };
}

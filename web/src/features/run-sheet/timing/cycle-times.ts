/** One moment at which the pump was seen or heard to start or to stop. */
export interface CycleTap {
  /** [ms] of any clock that runs on. */
  readonly at: number;
  /** It started; else it stopped. */
  readonly on: boolean;
}

export interface CycleTimes {
  /** Mean of the runs and of the stops between them [s]. */
  readonly run: number;
  readonly off: number;
  /** Whole cycles that were seen. */
  readonly cycles: number;
}

/**
 * Mean run and mean stop of whole cycles. A run or a stop that had begun before the first tap, or goes on,
 * counts for nothing.
 * @param taps - turn and turn about, as they were tapped
 * @returns undefined before one run and one stop are whole
 */
export function cycleTimes(taps: readonly CycleTap[]): CycleTimes | undefined {
  const spans = taps.slice(1).map((tap, i) => {
    const from = taps[i] ?? tap;
    return { on: from.on, seconds: (tap.at - from.at) / 1000 };
  });
  const mean = (on: boolean) => {
    const list = spans.filter((s) => s.on === on).map((s) => s.seconds);
    return list.length === 0 ? undefined : list.reduce((a, b) => a + b, 0) / list.length;
  };
  const [run, off] = [mean(true), mean(false)];
  if (run === undefined || off === undefined || !(run + off > 0)) return undefined;
  return { run, off, cycles: Math.floor(spans.length / 2) };
}

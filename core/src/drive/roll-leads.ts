/** Rolling the leads: does an imbalance stay with the supply line or move with the motor lead? */
import { imbalance } from "./supply.ts";

export interface RolledLeads {
  /** Mean deviation on each supply line, in percent of the mean of all. */
  readonly lineEffectPercent: readonly number[];
  /** Mean deviation with each motor lead, in percent. */
  readonly leadEffectPercent: Readonly<Record<string, number>>;
  /** Share of the deviations' sum of squares that stays with the lines, and with the leads. */
  readonly supplyShare: number;
  readonly motorShare: number;
  readonly imbalancePercentPerHookUp: readonly number[];
  readonly outcome: "balanced" | "follows-line" | "follows-motor" | "both";
}

/** Below this imbalance at every hook-up there is nothing to explain [%]. */
const BALANCED_BELOW = 5;

/**
 * Splits nine currents into what belongs to the lines and what to the leads.
 *
 * Each current is the mean of its hook-up plus a line's effect plus a lead's effect plus a rest;
 * in a Latin square the effects are plain means. Not behind a variable-speed drive: it makes the
 * phases itself.
 * @param amps - `amps[h][j]`: hook-up h, supply line j [A]
 * @param leads - `leads[h][j]`: name of the motor lead on that line
 * @returns undefined when there are not three full hook-ups
 */
export function rollLeads(
  amps: readonly (readonly number[])[],
  leads: readonly (readonly string[])[],
): RolledLeads | undefined {
  if (amps.length !== 3 || leads.length !== 3) return undefined;
  if (amps.some((row) => row.length !== 3) || leads.some((row) => row.length !== 3))
    return undefined;
  const cells = amps.flatMap((row, h) => {
    const mean = row.reduce((a, b) => a + b, 0) / 3;
    return row.map((current, line) => ({
      line,
      lead: leads[h]?.[line] ?? "",
      deviation: (100 * (current - mean)) / mean,
    }));
  });
  const meanOf = (list: readonly { deviation: number }[]) =>
    list.reduce((s, c) => s + c.deviation, 0) / Math.max(1, list.length);
  const lineEffectPercent = [0, 1, 2].map((line) => meanOf(cells.filter((c) => c.line === line)));
  const names = [...new Set(cells.map((c) => c.lead))].sort();
  const leadEffectPercent = Object.fromEntries(
    names.map((name) => [name, meanOf(cells.filter((c) => c.lead === name))]),
  );
  const total = cells.reduce((s, c) => s + c.deviation ** 2, 0);
  const share = (effects: readonly number[]) =>
    total > 0 ? (3 * effects.reduce((s, e) => s + e * e, 0)) / total : 0;
  const supplyShare = share(lineEffectPercent);
  const motorShare = share(Object.values(leadEffectPercent));
  const imbalancePercentPerHookUp = amps.map((row) => imbalance(row, "amps")?.percent ?? 0);
  return {
    lineEffectPercent,
    leadEffectPercent,
    supplyShare,
    motorShare,
    imbalancePercentPerHookUp,
    outcome:
      Math.max(...imbalancePercentPerHookUp) < BALANCED_BELOW
        ? "balanced"
        : supplyShare > 2 * motorShare
          ? "follows-line"
          : motorShare > 2 * supplyShare
            ? "follows-motor"
            : "both",
  };
}

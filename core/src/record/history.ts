/** What was found on a pump before, as the case format's `history`. */
import type { CauseId, WrittenHistory } from "../case/index.ts";
import type { Instrument, ZeroCheck } from "../visit/index.ts";

/** A visit that was signed, as far as the next one asks. */
export interface EarlierVisit {
  readonly at: Date;
  readonly cause: CauseId | null;
  readonly done: string;
}

const SIDES = ["suction", "discharge"] as const;
const LONGEST_REMEDY = 200;
const day = (at: Date): string => at.toISOString().slice(0, 10);

/** Causes of its calls, and each zero check of its own gauges, oldest first. */
export function historyOf(
  calls: readonly EarlierVisit[],
  zeroChecks: readonly ZeroCheck[],
  gauges: readonly Pick<Instrument, "id" | "kind">[],
): WrittenHistory[] {
  const causes = calls.flatMap(({ at, cause, done }): WrittenHistory[] => {
    if (!cause) return [];
    const remedy = done === "" ? {} : { remedy: done.slice(0, LONGEST_REMEDY) };
    return [{ date: day(at), causes: [cause], ...remedy }];
  });
  const checks = zeroChecks.flatMap((z): WrittenHistory[] => {
    const kind = gauges.find((g) => g.id === z.instrumentId)?.kind;
    const side = SIDES.find((s) => kind === `${s}-gauge`);
    return side
      ? [
          {
            date: day(z.at),
            gaugeFound: `${side}-${z.passed ? ("good" as const) : ("bad" as const)}`,
          },
        ]
      : [];
  });
  return [...causes, ...checks].sort((a, b) => (a.date ?? "").localeCompare(b.date ?? ""));
}

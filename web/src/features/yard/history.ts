import { CAUSE_IDS } from "@yard-tack/core/case";

interface Found {
  readonly at: Date;
  readonly body: Readonly<Record<string, unknown>>;
}

interface Zero {
  readonly at: Date;
  readonly passed: boolean;
  readonly instrumentId: string;
}

const day = (at: Date): string => at.toISOString().slice(0, 10);

/**
 * What was found on this pump before, as the case format's `history`: causes of its calls, and each zero
 * check of its own gauges.
 */
export function historyOf(
  calls: readonly Found[],
  zeroChecks: readonly Zero[],
  gauges: readonly { readonly id: string; readonly kind: string }[],
): Record<string, unknown>[] {
  const causes = calls.flatMap(({ at, body }) => {
    const { cause, done } = body;
    if (!CAUSE_IDS.some((id) => id === cause)) return [];
    const remedy = typeof done === "string" && done !== "" ? { remedy: done.slice(0, 200) } : {};
    return [{ date: day(at), causes: [cause], ...remedy }];
  });
  const checks = zeroChecks.flatMap((z) => {
    const side = gauges.find((g) => g.id === z.instrumentId)?.kind.replace("-gauge", "");
    if (side !== "suction" && side !== "discharge") return [];
    return [{ date: day(z.at), gaugeFound: `${side}-${z.passed ? "good" : "bad"}` }];
  });
  return [...causes, ...checks].sort((a, b) => a.date.localeCompare(b.date));
}

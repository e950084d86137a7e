import "server-only";
import { caseOfPump, type PumpId, readPump } from "@yard-tack/core/case";
import { BENCH_LAYOUTS, type BenchSizes } from "@yard-tack/core/suction";
import { linePartsOf, lineSetting, situationOf } from "@yard-tack/core/visit";
import { loadPump } from "@/db";
import type { BenchDto } from "./bench-page";

/** The layout that comes nearest to how a pump stands. */
const BY_FAMILY: Readonly<Record<string, string>> = {
  ...{ portable: "tank", "dry-priming": "dry-set", "jet-deep": "jet", "jet-shallow": "lift" },
  ...{ "inline-circulator": "heating", "self-priming": "lift" },
};

/** A pipe's volume is not shown smaller or larger than what the bench can still be watched at [m³]. */
const SUCTION = [0.002, 0.5] as const;
const CASING = [0.002, 0.2] as const;
const within = (value: number, [low, high]: readonly [number, number]): number =>
  Math.max(low, Math.min(high, value));

/** A layout with a pump's own heights and volumes, where its line is drawn. */
export async function loadBench(layout: string | undefined, id: PumpId | null): Promise<BenchDto> {
  const pump = id ? await loadPump(id) : undefined;
  if (!pump) return { layout: layout ?? BENCH_LAYOUTS[0]?.id ?? "", pump: null, sizes: null };
  const { history: _past, fingerprint: _own, ...written } = pump.written;
  const file = readPump(written);
  const chosen = layout ?? BY_FAMILY[pump.family] ?? "lift";
  const usual = BENCH_LAYOUTS.find((l) => l.id === chosen)?.usual;
  const dto = { layout: chosen, pump: { id: pump.id, tag: pump.tag } };
  if (!file.ok || !usual) return { ...dto, sizes: null };
  const setting = lineSetting(situationOf(caseOfPump(file.value.file)), {});
  const parts = linePartsOf(file.value.file.suction?.elements);
  let bore = parts.find((p) => p.bore)?.bore ?? 0;
  let volume = 0;
  for (const p of parts) {
    bore = p.bore ?? bore;
    volume += (p.length ?? 0) * (Math.PI / 4) * bore ** 2;
  }
  const known = typeof setting === "string" ? undefined : setting;
  const sizes: BenchSizes = {
    // A layout below its water stays below it: a lift is shown as a lift.
    level:
      known && Math.sign(known.drawn.level) === Math.sign(usual.level)
        ? Math.max(-9, known.drawn.level)
        : usual.level,
    suction: volume > 0 ? within(volume, SUCTION) : usual.suction,
    casing: known && known.pump.casing > 0 ? within(known.pump.casing, CASING) : usual.casing,
  };
  return { ...dto, sizes };
}

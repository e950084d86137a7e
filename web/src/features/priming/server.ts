import "server-only";
import type { PumpId } from "@yard-tack/core/case";
import { BENCH_LAYOUTS } from "@yard-tack/core/suction";
import { benchSizes } from "@yard-tack/core/visit";
import { loadPump } from "@/db";
import type { BenchDto } from "./bench-page";

/** The layout that comes nearest to how a pump stands. */
const BY_FAMILY: Readonly<Record<string, string>> = {
  ...{ portable: "tank", "dry-priming": "dry-set", "jet-deep": "jet", "jet-shallow": "lift" },
  ...{ "inline-circulator": "heating", "self-priming": "lift" },
};

/** A layout with a pump's own heights and volumes, where its line is drawn. */
export async function loadBench(layout: string | undefined, id: PumpId | null): Promise<BenchDto> {
  const pump = id ? await loadPump(id) : undefined;
  if (!pump) return { layout: layout ?? BENCH_LAYOUTS[0]?.id ?? "", pump: null, sizes: null };
  const chosen = layout ?? BY_FAMILY[pump.family] ?? "lift";
  const usual = BENCH_LAYOUTS.find((l) => l.id === chosen)?.usual;
  return {
    layout: chosen,
    pump: { id: pump.id, tag: pump.tag },
    sizes: usual ? benchSizes(pump.view.line, usual) : null,
  };
}

import "server-only";
import * as z from "zod";
import { inForce, pumpWithParts, unitOfWork } from "@/db";
import { rememberedGauges } from "./gauges";
import { historyOf } from "./history";
import type { PumpDto } from "./pump-dto";

/** A pump with its current curve, plates, fingerprints and instruments. */
export async function loadPump(pumpId: string): Promise<PumpDto | undefined> {
  if (!z.uuid().safeParse(pumpId).success) return undefined;
  const found = await pumpWithParts(await unitOfWork(), pumpId);
  if (!found) return undefined;
  const { pump, site, curves, plates, fingerprints, calls } = found;
  const gauges = rememberedGauges(pump, found.instruments, found.zeroChecks, found.gaugeNotes);
  const curve = inForce(curves).at(-1);
  const plate = (kind: string) =>
    inForce(plates.filter((p) => p.kind === kind)).at(-1)?.facts ?? null;
  const motor = plate("motor");
  const { site: conditions, ...layout } = pump.layout;
  const base = {
    format: "yard-tack/case",
    version: 1,
    pump: {
      tag: pump.tag,
      family: pump.family,
      ...(pump.installation ? { installation: pump.installation } : {}),
      ...pump.details,
      ...curve?.rating,
      ...(motor ? { motor } : {}),
    },
    site: { ...site.conditions, ...(conditions as object | undefined) },
    ...layout,
    ...(fingerprints.length > 0
      ? {
          fingerprint: fingerprints.map((f) => ({
            date: f.takenAt.toISOString().slice(0, 10),
            reason: f.reason,
            snapshots: f.snapshots,
          })),
        }
      : {}),
    history: historyOf(calls, gauges.zeroChecks, found.instruments),
  };
  return {
    loadedAt: new Date().toISOString(),
    id: pump.id,
    version: pump.version,
    tag: pump.tag,
    purpose: pump.purpose,
    family: pump.family,
    installation: pump.installation ?? null,
    siteName: site.name,
    zone: site.zone,
    units: site.units === "us" ? "us" : "metric",
    base,
    motor,
    body: plate("body"),
    curveSource: curve?.source ?? null,
    hasEarlierRating: Boolean(curve?.supersedes),
    retiredAt: pump.retiredAt?.toISOString() ?? null,
    instruments: gauges.instruments,
  };
}

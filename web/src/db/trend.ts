/** Trends kept with their pumps, so that the Slate need not work out those of a whole yard. */
import { caseOfPump, type PumpId, readPump } from "@yard-tack/core/case";
import { ENGINE_VERSION } from "@yard-tack/core/diagnosis";
import { ofTheYears, type TrendPoint, trendOf, visitPoint } from "@yard-tack/core/record";
import { situationOf } from "@yard-tack/core/visit";
import type { EntityManager } from "@mikro-orm/postgresql";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { PumpTrend } from "./entities";
import { pointsOfPump } from "./log";
import { pumpRecord } from "./pumps";
import { columns, selected, visitKind } from "./rows";
import { type Sites, sitesText } from "./sites";

/** Works out a pump's trend anew: after a visit, after its curve was changed. */
export async function keepTrend(em: EntityManager, pumpId: PumpId): Promise<void> {
  const visits = await pointsOfPump(em, pumpId);
  const pump = await pumpRecord(em, pumpId);
  const register = pump && readPump(pump.written);
  const curve = register?.ok ? situationOf(caseOfPump(register.value.file)).curve : undefined;
  const trend = trendOf(curve, visits);
  const points = trend ? ofTheYears(trend) : [];
  await em.upsert(PumpTrend, {
    pumpId,
    engine: ENGINE_VERSION,
    base: trend?.base ?? null,
    // A trend has two ends: one visit makes none.
    percent: points.length > 1 ? (points.at(-1)?.percent ?? null) : null,
    points: points.map((p) => ({ ...p })),
  });
}

const trendPoint = z.object({
  at: z.string(),
  kind: visitKind,
  snapshot: visitPoint.shape.snapshot,
  percent: z.number(),
  band95: z.number(),
  /** Kept since 0.9.1. */
  own95: z.number().default(0),
  point: visitPoint,
});

const driftRow = columns(
  z.object({
    pumpId: z.string(),
    tag: z.string(),
    zone: z.string(),
    base: z.enum(["fingerprint", "first-visit"]),
    points: z.array(trendPoint),
    total: z.coerce.number(),
  }),
);

/** A pump that has lost head. */
export interface Drift {
  readonly pumpId: string;
  readonly tag: string;
  readonly zone: string;
  readonly base: "fingerprint" | "first-visit";
  readonly points: readonly TrendPoint[];
}

/**
 * Pumps on the yard that have lost the most head, worst first.
 * @param below - their newest point lies under it [%]
 * @returns at most so many, and how many there are
 */
export async function drifts(
  sites: Sites,
  below: number,
  most: number,
): Promise<{ readonly drifting: readonly Drift[]; readonly total: number }> {
  const rows = await selected(
    await unitOfWork(),
    driftRow,
    `select t.pump_id, p.tag, s.zone, t.base, t.points, count(*) over () as total
       from pump_trend t join pump p on p.id = t.pump_id join site s on s.id = p.site_id
       where may_see(?, s.id) and t.percent < ? and p.retired_at is null
       order by t.percent, p.tag limit ?`,
    [sitesText(sites), below, most],
  );
  return {
    drifting: rows.map(({ total: _, ...drift }) => drift),
    total: rows[0]?.total ?? 0,
  };
}

const yearRow = columns(
  z.object({
    name: z.string(),
    zone: z.string(),
    pumps: z.array(z.object({ tag: z.string(), purpose: z.string(), trend: z.array(trendPoint) })),
  }),
);

/** A place with its pumps and how their heads went; undefined where it is not there or not to be seen. */
export async function yearOfPlace(
  sites: Sites,
  site: string,
): Promise<z.output<typeof yearRow> | undefined> {
  const [row] = await selected(
    await unitOfWork(),
    yearRow,
    `select s.name, s.zone, (select coalesce(jsonb_agg(jsonb_build_object('tag', p.tag, 'purpose', p.purpose,
         'trend', coalesce((select t.points from pump_trend t where t.pump_id = p.id), '[]')) order by p.tag), '[]')
       from pump p where p.site_id = s.id and p.retired_at is null) as pumps
     from site s where s.id = ? and may_see(?, s.id)`,
    [site, sitesText(sites)],
  );
  return row;
}

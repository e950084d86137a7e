/** Instruments of the van and of pumps: what they are, and how long their calibration is good for. */
import * as z from "zod";
import { v4 as newId } from "uuid";
import { unitOfWork } from "./connection";
import { columns, selected } from "./rows";
import { type Sites, sitesText } from "./sites";

const day = z.string().nullable();

const instrumentRow = columns(
  z.object({
    id: z.string(),
    version: z.number().int(),
    name: z.string(),
    kind: z.string(),
    serial: z.string(),
    unit: z.string(),
    rangeLow: z.string().nullable(),
    rangeHigh: z.string().nullable(),
    percent: z.number().nullable(),
    calibratedOn: day,
    goodUntil: day,
    retired: z.boolean(),
    /** The pump it hangs on; null for one of the van. */
    pump: z.object({ id: z.string(), tag: z.string(), place: z.string() }).nullable(),
  }),
);
export type InstrumentRow = z.output<typeof instrumentRow>;

/** Most that a list has; the overdue ones are its first. */
const MOST = 200;

const LIST = `
  select i.id, i.version, i.name, i.kind, i.serial, i.unit, i.range_low, i.range_high, i.percent,
    i.calibrated_on::text, i.good_until::text, i.retired_at is not null as retired,
    case when p.id is not null then jsonb_build_object('id', p.id, 'tag', p.tag, 'place', s.name) end as pump
  from instrument i left join pump p on p.id = i.pump_id left join site s on s.id = p.site_id`;

/**
 * Those of the van, and of pumps at places that may be seen those that have a calibration or a number; of one pump all.
 * What has run out longest stands first.
 */
export async function listInstruments(sites: Sites, pump: string | null): Promise<InstrumentRow[]> {
  return selected(
    await unitOfWork(),
    instrumentRow,
    `${LIST} where ${pump === null ? "i.pump_id is null or (may_see(?, p.site_id) and (i.good_until is not null or i.serial <> ''))" : "may_see(?, p.site_id) and i.pump_id = ?"}
       order by i.retired_at is not null, i.good_until nulls last, i.pump_id is not null, i.name, i.id limit ${MOST}`,
    [sitesText(sites), ...(pump === null ? [] : [pump])],
  );
}

/** One of them; undefined where it is not there or not to be seen. */
export async function instrumentOf(sites: Sites, id: string): Promise<InstrumentRow | undefined> {
  const [row] = await selected(
    await unitOfWork(),
    instrumentRow,
    `${LIST} where i.id = ? and (i.pump_id is null or may_see(?, p.site_id))`,
    [id, sitesText(sites)],
  );
  return row;
}

const lookRow = z.object({ at: z.coerce.date(), shown: z.string() });

/** Looks at an instrument's zero, at most so many, the newest first. */
const MOST_LOOKS = 40;

/** What it showed at rest: in the register, and as visits noted it since. */
export async function zerosOf(id: string): Promise<z.output<typeof lookRow>[]> {
  return selected(
    await unitOfWork(),
    lookRow,
    `select at, shown from (
       (select z.at, z.deviation as shown from zero_check z where z.instrument_id = ?::uuid
          order by z.at desc limit ${MOST_LOOKS})
       union all
       (select e.at, e.body->'note'->>'value' from sheet_entry e
          where e.kind = 'note' and e.body->'note'->>'instrument' = ? and e.body->'note'->>'topic' = 'zero'
            and e.body->'note'->>'value' is not null
            and not exists (select from sheet_entry n where n.sheet_id = e.sheet_id and n.supersedes = e.id)
          order by e.seq desc limit ${MOST_LOOKS})
     ) looks order by at desc limit ${MOST_LOOKS}`,
    [id, id],
  );
}

/** What is said of an instrument; what stands empty is not known. */
export interface InstrumentFacts {
  readonly name: string;
  readonly kind: string;
  readonly serial: string;
  readonly unit: string;
  readonly rangeLow: string | null;
  readonly rangeHigh: string | null;
  readonly percent: number | null;
  readonly calibratedOn: string | null;
  readonly goodUntil: string | null;
}

const COLUMNS =
  "name, kind, serial, unit, range_low, range_high, percent, calibrated_on, good_until" as const;

const valuesOf = (f: InstrumentFacts) => [
  ...[f.name, f.kind, f.serial, f.unit, f.rangeLow, f.rangeHigh],
  ...[f.percent, f.calibratedOn, f.goodUntil],
];

/** One more for the van. */
export async function addInstrument(facts: InstrumentFacts): Promise<string> {
  const id = newId();
  await (
    await unitOfWork()
  ).execute(
    `insert into instrument (id, ${COLUMNS}) values (?, ?, ?, ?, ?, ?, ?, ?::float8, ?::date, ?::date)`,
    [id, ...valuesOf(facts)],
  );
  return id;
}

/**
 * Changes what is said of one; of those at pumps only where they may be seen. What readings noted of it since stands
 * above it, as before.
 */
export async function changeInstrument(
  sites: Sites,
  id: string,
  version: number,
  facts: InstrumentFacts,
): Promise<"saved" | "gone" | "newer"> {
  const em = await unitOfWork();
  return em.transactional(async (tx) => {
    const found = await selected(
      tx,
      z.object({ version: z.number() }),
      `select i.version from instrument i left join pump p on p.id = i.pump_id
         where i.id = ? and (i.pump_id is null or may_see(?, p.site_id)) for update of i`,
      [id, sitesText(sites)],
    );
    if (!found[0]) return "gone";
    if (found[0].version !== version) return "newer";
    await tx.execute(
      `update instrument set (${COLUMNS}) = (?, ?, ?, ?, ?, ?, ?::float8, ?::date, ?::date),
         version = version + 1 where id = ?`,
      [...valuesOf(facts), id],
    );
    return "saved";
  });
}

/** Puts one of the van's aside, or takes it up again; readings taken with it keep its name. */
export async function setAside(id: string, aside: boolean): Promise<string | undefined> {
  const [row] = await selected(
    await unitOfWork(),
    z.object({ name: z.string() }),
    `update instrument set retired_at = case when ? then now() end, version = version + 1
       where id = ? and pump_id is null returning name`,
    [aside, id],
  );
  return row?.name;
}

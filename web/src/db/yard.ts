/** The yard as lists: pumps a page at a time, places, pumps to choose from. */
import { type PumpId, pumpId } from "@yard-tack/core/case";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { type Paged, placeOf } from "./paged";
import { columns, selected } from "./rows";
import { type Sites, sitesText } from "./sites";

/** A pump in a list, with what is open on it and what happened last. */
export interface YardPump {
  readonly id: PumpId;
  readonly tag: string;
  readonly purpose: string;
  readonly family: string;
  readonly installation: string | null;
  readonly retired: boolean;
  readonly siteId: string;
  readonly siteName: string;
  readonly zone: string;
  readonly openSheet: { readonly id: string; readonly complaint: string } | null;
  readonly last: { readonly at: Date; readonly title: string; readonly found: string } | null;
}

/** Pumps of a page. */
const YARD_PAGE = 100;

const yardRow = columns(
  z.object({
    id: pumpId,
    tag: z.string(),
    purpose: z.string(),
    family: z.string(),
    installation: z.string().nullable(),
    retired: z.boolean(),
    siteId: z.string(),
    siteName: z.string(),
    zone: z.string(),
    openSheet: z.object({ id: z.string(), complaint: z.string() }).nullable(),
    last: z
      .object({ at: z.coerce.date(), title: z.string(), found: z.string().catch("") })
      .nullable(),
  }),
);

/** Of the sites that may be seen; every word is somewhere in the tag, the purpose, the family or the place. */
const FOUND = `from pump p join site s on s.id = p.site_id
  where may_see(?, s.id) and not exists (
    select from regexp_split_to_table(lower(?), '\\s+') word
      where position(word in lower(concat_ws(' ', p.tag, p.purpose, p.family, s.name))) = 0
  )`;

/** A page of the pumps that have every word of a text, by place and tag; those off the yard come last. */
export async function yardPage(
  sites: Sites,
  text: string,
  page: number,
): Promise<Paged<YardPump> & { readonly pumps: number; readonly places: number }> {
  const em = await unitOfWork();
  const seen = sitesText(sites);
  const [counts] = await selected(
    em,
    z.object({ pumps: z.coerce.number(), places: z.coerce.number(), rows: z.coerce.number() }),
    `select count(*) filter (where p.retired_at is null) as pumps, count(*) as rows,
       count(distinct s.id) as places ${FOUND}`,
    [seen, text],
  );
  const { offset, ...place } = placeOf(page, counts?.rows ?? 0, YARD_PAGE);
  const rows = await selected(
    em,
    yardRow,
    `select f.*,
       (select jsonb_build_object('id', r.id, 'complaint', r.complaint) from run_sheet r
          where r.pump_id = f.id and r.signed_at is null order by r.due_at, r.id limit 1)
         as open_sheet,
       (select jsonb_build_object('at', l.at, 'title', l.title, 'found', l.body->'found')
          from log_entry l where l.pump_id = f.id
            and not exists (select from log_entry n where n.supersedes = l.id)
          order by l.at desc limit 1) as last
     from (
       select p.id, p.tag, p.purpose, p.family, p.installation,
         p.retired_at is not null as retired, s.id as site_id, s.name as site_name, s.zone
         ${FOUND}
         order by s.name, s.id, p.retired_at is not null, p.tag limit ${YARD_PAGE} offset ?
     ) f order by f.site_name, f.site_id, f.retired, f.tag`,
    [seen, text, offset],
  );
  return { rows, ...place, pumps: counts?.pumps ?? 0, places: counts?.places ?? 0 };
}

/** Every place that may be seen, by name. */
export async function places(
  sites: Sites,
): Promise<{ readonly id: string; readonly name: string }[]> {
  return selected(
    await unitOfWork(),
    z.object({ id: z.string(), name: z.string() }),
    "select id, name from site where may_see(?, id) order by name, id",
    [sitesText(sites)],
  );
}

/** A pump to choose. */
export interface PumpChoice {
  readonly id: PumpId;
  readonly name: string;
}

/** Choices of one list: more are narrowed down by words. */
export const MOST_CHOICES = 200;

/** Pumps on the yard that have every word of a text, by tag; one more than fit, where there are more. */
export async function pumpChoices(
  sites: Sites,
  text: string,
  always?: PumpId,
): Promise<readonly PumpChoice[]> {
  return selected(
    await unitOfWork(),
    z.object({ id: pumpId, name: z.string() }),
    `(select p.id, concat_ws(', ', p.tag, coalesce(nullif(p.purpose, ''), s.name)) as name ${FOUND}
        and p.retired_at is null order by s.name, p.tag limit ${MOST_CHOICES + 1})
     union
     (select p.id, concat_ws(', ', p.tag, coalesce(nullif(p.purpose, ''), s.name))
        from pump p join site s on s.id = p.site_id where p.id = ?::uuid and p.retired_at is null and may_see(?, s.id))
     order by name`,
    [sitesText(sites), text, always ?? null, sitesText(sites)],
  );
}

/** The yard as lists: pumps a page at a time, places, pumps to choose from. */
import { type PumpId, pumpId } from "@yard-tack/core/case";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { type Paged, placeOf } from "./paged";
import { columns, selected } from "./rows";
import { type Sites, sitesText } from "./sites";
import { wordsAsked } from "./words";

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

/** Pumps that may be seen and have every word, each as the beginning of one of tag, purpose, family or place. */
function found(sites: Sites, text: string): { readonly sql: string; readonly values: unknown[] } {
  const [all, any] = [wordsAsked(text), wordsAsked(text, { which: "any" })];
  const from = `from pump p join site s on s.id = p.site_id where may_see(?, s.id)`;
  const seen = sitesText(sites);
  // Something was asked that has no word in it: nothing has it.
  if (!all || !any) return { sql: text.trim() === "" ? from : `${from} and false`, values: [seen] };
  return {
    sql: `${from} and (p.words || s.words) @@ ?::tsquery and p.id in (
      select n.id from pump n where n.words @@ ?::tsquery
      union
      select n.id from site w join pump n on n.site_id = w.id where w.words @@ ?::tsquery
    )`,
    values: [seen, all, any, any],
  };
}

/** A page of the pumps that have every word of a text, by place and tag; those off the yard come last. */
export async function yardPage(
  sites: Sites,
  text: string,
  page: number,
): Promise<Paged<YardPump> & { readonly pumps: number; readonly places: number }> {
  const em = await unitOfWork();
  const { sql, values } = found(sites, text);
  const [counts] = await selected(
    em,
    z.object({ pumps: z.coerce.number(), places: z.coerce.number(), rows: z.coerce.number() }),
    `select count(*) filter (where p.retired_at is null) as pumps, count(*) as rows,
       count(distinct s.id) as places ${sql}`,
    values,
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
         ${sql}
         order by s.name, s.id, p.retired_at is not null, p.tag limit ${YARD_PAGE} offset ?
     ) f order by f.site_name, f.site_id, f.retired, f.tag`,
    [...values, offset],
  );
  return { rows, ...place, pumps: counts?.pumps ?? 0, places: counts?.places ?? 0 };
}

/** Pumps of a file; more are narrowed down by words. */
const MOST_IN_A_FILE = 20_000;

const registerRow = columns(
  z.object({
    ...{ id: pumpId, tag: z.string(), purpose: z.string(), family: z.string() },
    ...{ installation: z.string().nullable(), siteName: z.string(), zone: z.string() },
    retiredAt: z.coerce.date().nullable(),
    body: z.record(z.string(), z.unknown()).nullable(),
    motor: z.record(z.string(), z.unknown()).nullable(),
  }),
);

/** Pumps with what their plates say, by place and tag. */
export async function registerRows(sites: Sites, text: string) {
  const { sql, values } = found(sites, text);
  const plate = (kind: string) =>
    `(select t.facts from plate t where t.pump_id = p.id and t.kind = '${kind}'
        and not exists (select from plate n where n.supersedes = t.id) limit 1)`;
  return selected(
    await unitOfWork(),
    registerRow,
    `select p.id, p.tag, p.purpose, p.family, p.installation, p.retired_at, s.name as site_name,
       s.zone, ${plate("body")} as body, ${plate("motor")} as motor ${sql}
       order by s.name, p.tag limit ${MOST_IN_A_FILE}`,
    values,
  );
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
  const { sql, values } = found(sites, text);
  return selected(
    await unitOfWork(),
    z.object({ id: pumpId, name: z.string() }),
    `(select p.id, concat_ws(', ', p.tag, coalesce(nullif(p.purpose, ''), s.name)) as name ${sql}
        and p.retired_at is null order by s.name, p.tag limit ${MOST_CHOICES + 1})
     union
     (select p.id, concat_ws(', ', p.tag, coalesce(nullif(p.purpose, ''), s.name))
        from pump p join site s on s.id = p.site_id where p.id = ?::uuid and p.retired_at is null and may_see(?, s.id))
     order by name`,
    [...values, always ?? null, sitesText(sites)],
  );
}

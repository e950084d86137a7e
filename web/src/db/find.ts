/** Whatever has these words: pumps, places, plates, entries, people. */
import * as z from "zod";
import { unitOfWork } from "./connection";
import { columns, selected } from "./rows";
import { type Sites, sitesText } from "./sites";
import { PUMP_WORDS, wordsAsked } from "./words";

const foundRow = columns(
  z.object({
    kind: z.enum(["pump", "place", "plate", "entry", "person"]),
    id: z.string(),
    title: z.string(),
    about: z.string(),
    at: z.coerce.date().nullable(),
    zone: z.string().nullable(),
  }),
);
export type Found = z.output<typeof foundRow>;

/** Of each kind. */
const MOST = 8;

/** Texts of a plate that hold its serial, date code and model. */
const PLATE_TEXTS = "words_of(texts_in(t.facts))";

/**
 * What may be seen and has every word, each as the beginning of one; the pumps first.
 * Nothing where no word is asked.
 */
export async function findAnything(sites: Sites, text: string): Promise<Found[]> {
  const asked = wordsAsked(text);
  if (!asked) return [];
  const seen = sitesText(sites);
  return selected(
    await unitOfWork(),
    foundRow,
    `with q as (select ?::tsquery as q)
     (select 'pump' as kind, p.id, p.tag as title,
         concat_ws(', ', nullif(p.purpose, ''), s.name,
           case when p.retired_at is not null then 'taken off the yard' end) as about,
         null::timestamptz as at, null::text as zone
       from q, pump p join site s on s.id = p.site_id
       where may_see(?, s.id) and ${PUMP_WORDS("p")} @@ q.q
       order by p.retired_at is not null, length(p.tag), p.tag limit ${MOST})
     union all
     (select 'place', s.id, s.name,
         (select count(*) from pump p where p.site_id = s.id and p.retired_at is null) || ' pumps', null, null
       from q, site s where may_see(?, s.id) and words_of(s.name) @@ q.q order by s.name limit ${MOST})
     union all
     (select 'plate', p.id, p.tag,
         concat_ws(' ', t.kind, 'plate:', t.facts->>'manufacturer', t.facts->>'model', t.facts->>'serial', t.facts->>'dateCode'), null, null
       from q, plate t join pump p on p.id = t.pump_id
       where may_see(?, p.site_id) and ${PLATE_TEXTS} @@ q.q
         and not exists (select from plate n where n.supersedes = t.id)
       order by p.tag limit ${MOST})
     union all
     (select 'entry', l.id, p.tag || ': ' || l.title, coalesce(l.body->>'found', ''), l.at, s.zone
       from q, log_entry l join pump p on p.id = l.pump_id join site s on s.id = p.site_id
       where may_see(?, s.id) and l.words @@ q.q
         and not exists (select from log_entry n where n.supersedes = l.id)
       order by l.at desc limit ${MOST})
     union all
     (select 'person', w.id, w.name, w.role, null, null
       from q, person w where words_of(w.name) @@ q.q order by w.name limit ${MOST})`,
    [asked, seen, seen, seen, seen],
  );
}

/** Whatever has these words: pumps, places, plates, entries, people. */
import * as z from "zod";
import { unitOfWork } from "./connection";
import { columns, selected } from "./rows";
import { type Sites, sitesText } from "./sites";
import { signedThere, STANDS, wordsAsked } from "./words";

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

/** So many entries are put in order; more of them stand so close in the log that its newest are walked. */
const FEW = 2000;

/** Everything that stands on a plate. */
const PLATE_TEXTS = "words_of(texts_in(t.facts))";

/**
 * What may be seen and has every word, each as the beginning of one; the pumps first.
 * Nothing where no word is asked.
 */
export async function findAnything(sites: Sites, text: string): Promise<Found[]> {
  const asked = wordsAsked(text);
  // In whole texts a figure stands as it is: the beginnings of all of them are half of the log.
  const inTexts = wordsAsked(text, { wholeNumbers: true });
  if (!asked || !inTexts) return [];
  const seen = sitesText(sites);
  const signed = signedThere(sites);
  // Each question stands where it is asked: the planner has to see how rare its words are.
  return selected(
    await unitOfWork(),
    foundRow,
    `with few as materialized (select * from entries_with(?::tsquery, ${FEW + 1}))
     (select 'pump' as kind, p.id, p.tag as title,
         concat_ws(', ', nullif(p.purpose, ''), s.name,
           case when p.retired_at is not null then 'taken off the yard' end) as about,
         null::timestamptz as at, null::text as zone
       from pump p join site s on s.id = p.site_id
       where may_see(?, s.id) and p.words @@ ?::tsquery
       order by p.retired_at is not null, length(p.tag), p.tag limit ${MOST})
     union all
     (select 'place', s.id, s.name,
         (select count(*) from pump p where p.site_id = s.id and p.retired_at is null) || ' pumps', null, null
       from site s where may_see(?, s.id) and s.words @@ ?::tsquery order by s.name limit ${MOST})
     union all
     (select 'plate', p.id, p.tag,
         case when t.kind = 'fit' then 'noted for the next one'
           else concat_ws(' ', t.kind, 'plate:', t.facts->>'type', t.facts->>'serial', t.facts->>'dateCode') end,
         null, null
       -- The words first, by their index: by the tags of the pumps every plate would be read.
       from (select * from plate t where ${PLATE_TEXTS} @@ ?::tsquery offset 0) t join pump p on p.id = t.pump_id
       where may_see(?, p.site_id)
         and not exists (select from plate n where n.supersedes = t.id)
       order by p.tag limit ${MOST})
     union all
     (select 'entry', l.id, p.tag || ': ' || l.title, coalesce(l.body->>'found', ''), l.at, s.zone
       from few f join log_entry l on l.id = f.id join pump p on p.id = l.pump_id join site s on s.id = p.site_id
       where (select count(*) from few) <= ${FEW} and may_see(?, s.id) and ${STANDS}
       order by l.at desc limit ${MOST})
     union all
     (select 'entry', l.id, p.tag || ': ' || l.title, coalesce(l.body->>'found', ''), l.at, s.zone
       from log_entry l join pump p on p.id = l.pump_id join site s on s.id = p.site_id
       where (select count(*) from few) > ${FEW} and may_see(?, s.id) and l.words @@ ?::tsquery and ${STANDS}
       order by l.at desc limit ${MOST})
     union all
     (select 'person', w.id, w.name, w.role, null, null
       from person w where words_of(w.name) @@ ?::tsquery and ${signed.sql} order by w.name limit ${MOST})`,
    [inTexts, seen, asked, seen, asked, asked, seen, seen, seen, inTexts, asked, ...signed.values],
  );
}

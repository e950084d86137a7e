/** What hangs on a pump besides its log: its open sheet, and the newest pictures of its plates. */
import { type PumpId, sheetId } from "@yard-tack/core/case";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { columns, selected } from "./rows";

const atHandRow = columns(
  z.object({
    openSheetId: sheetId.nullable(),
    plates: z.array(
      z.object({
        id: z.string(),
        sheetId,
        about: z.enum(["body-plate", "motor-plate"]),
        at: z.string(),
        width: z.number(),
        height: z.number(),
      }),
    ),
  }),
);
type AtHand = z.output<typeof atHandRow>;

/** A picture that was taken away, or turned and kept anew, is left out. */
const AT_HAND = `
  select
    (select s.id from run_sheet s where s.pump_id = p.id and s.signed_at is null
       order by s.due_at, s.id limit 1) as open_sheet_id,
    (select coalesce(jsonb_agg(jsonb_build_object('id', x.id, 'sheetId', x.sheet_id, 'about', x.about, 'at', x.at,
         'width', x.width, 'height', x.height) order by x.about), '[]')
       from (
         select distinct on (f.about) f.id, f.sheet_id, f.about, f.at, f.width, f.height
           from photo f join run_sheet s on s.id = f.sheet_id
           where s.pump_id = p.id and f.about in ('body-plate', 'motor-plate')
             and (select e.body->'note'->>'value' from sheet_entry e
                    where e.sheet_id = f.sheet_id and e.kind = 'note' and e.body->'note'->>'topic' = 'picture-gone'
                      and e.body->'note'->>'picture' = f.id::text
                    order by e.seq desc limit 1) is null
           order by f.about, f.at desc
       ) x) as plates
  from pump p where p.id = ?`;

/** Undefined where there is no such pump. */
export async function atHand(pump: PumpId): Promise<AtHand | undefined> {
  const [row] = await selected(await unitOfWork(), atHandRow, AT_HAND, [pump]);
  return row;
}

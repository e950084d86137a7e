/** Changes of a line that were proposed: kept as they were asked, so that they read the same whatever is drawn later. */
import { type PersonId, type PumpId, pumpId } from "@yard-tack/core/case";
import { v4 as newId } from "uuid";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { columns, selected } from "./rows";

const headRow = columns(
  z.object({ id: z.string(), madeAt: z.coerce.date(), by: z.string().nullable() }),
);

const proposalRow = columns(
  z.object({
    id: z.string(),
    pumpId,
    madeAt: z.coerce.date(),
    by: z.string().nullable(),
    /** What the drawing was asked; let in by its one reader. */
    asked: z.record(z.string(), z.unknown()),
  }),
);
export type LineProposal = z.output<typeof proposalRow>;

/** Those of a pump that are listed. */
const MOST = 50;

/** Of a pump, the newest first. */
export const lineProposalsOf = async (pump: PumpId) =>
  selected(
    await unitOfWork(),
    headRow,
    `select l.id, l.made_at, q.name as by from line_proposal l
       left join person q on q.id = l.made_by where l.pump_id = ?
       order by l.made_at desc limit ${MOST}`,
    [pump],
  );

/** Undefined where there is none of this id at this pump. */
export async function lineProposal(pump: PumpId, id: string): Promise<LineProposal | undefined> {
  const [row] = await selected(
    await unitOfWork(),
    proposalRow,
    `select l.id, l.pump_id, l.made_at, l.asked, q.name as by from line_proposal l
       left join person q on q.id = l.made_by where l.id = ? and l.pump_id = ?`,
    [id, pump],
  );
  return row;
}

/** Keeps one. @returns its id; undefined where there is no such pump */
export async function keepLineProposal(
  pump: PumpId,
  asked: Readonly<Record<string, unknown>>,
  by: PersonId,
): Promise<string | undefined> {
  const [row] = await selected(
    await unitOfWork(),
    z.object({ id: z.string() }),
    `insert into line_proposal (id, pump_id, asked, made_by)
       select ?, id, ?::jsonb, ? from pump where id = ? returning id`,
    [newId(), JSON.stringify(asked), by, pump],
  );
  return row?.id;
}

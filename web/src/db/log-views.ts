/** Questions of the log that somebody kept under a name. */
import type { PersonId } from "@yard-tack/core/case";
import { v4 as newId } from "uuid";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { columns, selected } from "./rows";

const viewRow = columns(
  z.object({ id: z.string(), name: z.string(), asked: z.record(z.string(), z.string()) }),
);
type LogView = z.output<typeof viewRow>;

/** Views of one person; more are no help. */
const MOST = 40;

/** A person's own, by name. */
export const logViews = async (person: PersonId): Promise<LogView[]> =>
  selected(
    await unitOfWork(),
    viewRow,
    `select id, name, asked from log_view where person_id = ? order by name limit ${MOST}`,
    [person],
  );

/** Keeps a view; one of the same name is replaced. @returns false where there are too many */
export async function keepLogView(
  person: PersonId,
  name: string,
  asked: Readonly<Record<string, string>>,
): Promise<boolean> {
  const rows = await selected(
    await unitOfWork(),
    z.object({ id: z.string() }),
    `insert into log_view (id, person_id, name, asked)
       select ?, ?, ?, ?::jsonb
       where (select count(*) from log_view where person_id = ? and name <> ?) < ${MOST}
     on conflict (person_id, name) do update set asked = excluded.asked returning id`,
    [newId(), person, name, JSON.stringify(asked), person, name],
  );
  return rows.length > 0;
}

/** Lets a view of one's own go. */
export async function dropLogView(person: PersonId, id: string): Promise<void> {
  const em = await unitOfWork();
  await em.execute("delete from log_view where id = ? and person_id = ?", [id, person]);
}

/** Teams: people who see the same places. */
import { v4 as newId } from "uuid";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { giveSite } from "./grants";
import { selected } from "./rows";

const teamRow = z.object({
  id: z.uuid(),
  name: z.string(),
  members: z.array(z.string()),
  sites: z.array(z.string()),
});
export type Team = z.output<typeof teamRow>;

/** Every team, by name. */
export const teams = async (): Promise<readonly Team[]> =>
  selected(
    await unitOfWork(),
    teamRow,
    `select t.id, t.name,
       (select coalesce(jsonb_agg(m.person_id), '[]') from team_member m where m.team_id = t.id) as members,
       (select coalesce(jsonb_agg(g.site_id), '[]') from site_grant g where g.team_id = t.id) as sites
     from team t order by t.name, t.id`,
    [],
  );

/** A team of nobody yet; false when its name is another's. */
export async function makeTeam(name: string): Promise<boolean> {
  const row = z.object({ id: z.string() });
  const made = await selected(
    await unitOfWork(),
    row,
    "insert into team (id, name) values (?, ?) on conflict (name) do nothing returning id",
    [newId(), name],
  );
  return made.length > 0;
}

/** Who is in a team and what they see by it; false when there is no such team, or a person or place is gone. */
export async function saveTeam(
  id: string,
  { members, sites }: { readonly members: readonly string[]; readonly sites: readonly string[] },
): Promise<boolean> {
  const em = await unitOfWork();
  return em.transactional(async (tx) => {
    const there = z.object({ ok: z.boolean() });
    const [found] = await selected(
      tx,
      there,
      `select exists (select from team where id = ?)
         and (select count(*) from person where left_at is null
                and id::text in (select jsonb_array_elements_text(?::jsonb))) = ?
         and (select count(*) from site
                where id::text in (select jsonb_array_elements_text(?::jsonb))) = ? as ok`,
      [id, JSON.stringify(members), members.length, JSON.stringify(sites), sites.length],
    );
    if (!found?.ok) return false;
    await tx.execute("delete from team_member where team_id = ?", [id]);
    await tx.execute("delete from site_grant where team_id = ?", [id]);
    for (const person of members)
      await tx.execute("insert into team_member (team_id, person_id) values (?, ?)", [id, person]);
    for (const site of sites) await giveSite(tx, { teamId: id }, site);
    return true;
  });
}

/** Ends a team: what its members saw by it alone, they see no more. Its name, undefined where there is none. */
export async function endTeam(id: string): Promise<string | undefined> {
  const row = z.object({ name: z.string() });
  const sql = "delete from team where id = ? returning name";
  return (await selected(await unitOfWork(), row, sql, [id]))[0]?.name;
}

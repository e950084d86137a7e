/** What is not kept for good: keys that open nothing any more, and devices that nobody used for a year. */
import type { EntityManager } from "@mikro-orm/postgresql";

export async function forgetOld(em: EntityManager): Promise<void> {
  for (const sql of [
    `delete from auth.session where "expiresAt" < now()`,
    `delete from auth.verification where "expiresAt" < now()`,
    "delete from auth.attempts where expire < extract(epoch from now()) * 1000",
    "delete from device_person where last_at < now() - interval '1 year'",
  ])
    await em.execute(sql);
}

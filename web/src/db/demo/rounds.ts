/** How the demo's pumps are gone to, and their counters as they were read. */
import type { EntityManager } from "@mikro-orm/postgresql";
import { id } from "./ids";
import type { SiteStory } from "./story";

const DAY = 86_400_000;

export async function loadRounds(
  em: EntityManager,
  sites: readonly SiteStory[],
  now: Date,
): Promise<void> {
  for (const { tag, rounds } of sites.flatMap((s) => s.pumps)) {
    if (!rounds) continue;
    const pump = id("pump", tag);
    await em.execute("update pump set round_hours = ?, twin_id = ? where id = ?", [
      rounds.hours,
      id("pump", rounds.twin),
      pump,
    ]);
    for (const { daysAgo, hours } of rounds.counter)
      await em.execute(
        "insert into hours_run (id, pump_id, log_entry_id, hours, at, person_id) values (?, ?, ?, ?, ?, ?)",
        [
          ...[id("hours", tag, daysAgo), pump, id("log", tag, daysAgo), hours],
          ...[new Date(now.getTime() - daysAgo * DAY), id("person", "technician")],
        ],
      );
  }
}

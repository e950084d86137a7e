import "server-only";
import type { EntityManager } from "@mikro-orm/postgresql";
import { Curve, inForce } from "@/db";

/** The rating in force: the newest one that nothing supersedes. */
export async function currentRating(em: EntityManager, pumpId: string) {
  const rows = await em.find(Curve, { pumpId }, { orderBy: { createdAt: "asc", id: "asc" } });
  return inForce(rows).at(-1);
}

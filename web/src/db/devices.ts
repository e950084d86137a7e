/** Which people have signed in on which device: from one that is known a name that others guess at stays open. */
import { createHash } from "node:crypto";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { selected } from "./rows";

/** Only its hash is kept: whoever reads the database cannot pass for the device. */
const hashOf = (key: string) => createHash("sha256").update(key).digest("hex");

/**
 * Notes that somebody has signed in on a device.
 * @param before - the key that the device had until now; who was known by it is known by the new one
 */
export async function rememberDevice(
  key: string,
  before: string | undefined,
  personId: string,
  agent: string,
): Promise<void> {
  const em = await unitOfWork();
  await em.transactional(async (tx) => {
    if (before !== undefined)
      await tx.execute("update device_person set device = ? where device = ?", [
        hashOf(key),
        hashOf(before),
      ]);
    await tx.execute(
      `insert into device_person (device, person_id, agent) values (?, ?, ?)
         on conflict (device, person_id) do update set last_at = now(), agent = excluded.agent`,
      [hashOf(key), personId, agent.slice(0, 200)],
    );
  });
}

/** Whether somebody has signed in on a device before. */
export async function isKnownDevice(key: string, personId: string): Promise<boolean> {
  const rows = await selected(
    await unitOfWork(),
    z.object({ id: z.string() }),
    "select person_id as id from device_person where device = ? and person_id = ?",
    [hashOf(key), personId],
  );
  return rows.length > 0;
}

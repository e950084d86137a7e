/** Which people have signed in on which device: a shared tablet keeps its authors. */
import { createHash } from "node:crypto";
import * as z from "zod";
import { unitOfWork } from "./connection";
import { selected } from "./rows";

/** Only its hash is kept: whoever reads the database cannot pass for the device. */
const hashOf = (key: string) => createHash("sha256").update(key).digest("hex");

/** Notes that somebody has signed in on a device. */
export async function rememberDevice(key: string, personId: string, agent: string): Promise<void> {
  await (
    await unitOfWork()
  ).execute(
    `insert into device_person (device, person_id, agent) values (?, ?, ?)
       on conflict (device, person_id) do update set last_at = now(), agent = excluded.agent`,
    [hashOf(key), personId, agent.slice(0, 200)],
  );
}

/** Everybody who has signed in on a device. */
export async function peopleOfDevice(key: string): Promise<readonly string[]> {
  const rows = await selected(
    await unitOfWork(),
    z.object({ id: z.string() }),
    "select person_id as id from device_person where device = ?",
    [hashOf(key)],
  );
  return rows.map((r) => r.id);
}

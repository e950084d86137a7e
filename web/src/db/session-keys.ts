/** Keys of sessions: by them it is known which person's own session wrote something. They go with their session. */
import * as z from "zod";
import { unitOfWork } from "./connection";
import { selected } from "./rows";

/** A device makes one for each session; a browser that was cleared makes another. */
const MOST_KEYS = 20;

/** Keeps the public half of a key of a session that is open; false where there is no such session, or the key is another's. */
export async function keepSessionKey(
  sessionId: string,
  keyId: string,
  publicKey: unknown,
): Promise<boolean> {
  const em = await unitOfWork();
  return em.transactional(async (tx) => {
    await tx.execute(
      `insert into auth.session_key (id, session_id, public_key)
         select ?, s."id", ?::jsonb from auth.session s where s."id" = ? and s."expiresAt" > now()
         on conflict (id) do nothing`,
      [keyId, JSON.stringify(publicKey), sessionId],
    );
    await tx.execute(
      `delete from auth.session_key where id in (select id from auth.session_key
         where session_id = ? order by made_at desc, id offset ${MOST_KEYS})`,
      [sessionId],
    );
    const there = await selected(
      tx,
      z.object({ id: z.string() }),
      "select id from auth.session_key where id = ? and session_id = ? and public_key = ?::jsonb",
      [keyId, sessionId, JSON.stringify(publicKey)],
    );
    return there.length > 0;
  });
}

const keyRow = z.object({ person: z.string(), public_key: z.unknown() });

/** Whose a key is, and its public half; undefined once its session is over. */
export async function sessionKey(
  keyId: string,
): Promise<{ readonly person: string; readonly publicKey: unknown } | undefined> {
  const [row] = await selected(
    await unitOfWork(),
    keyRow,
    `select s."userId" as person, k.public_key from auth.session_key k
       join auth.session s on s."id" = k.session_id
       where k.id = ? and s."expiresAt" > now()`,
    [keyId],
  );
  return row && { person: row.person, publicKey: row.public_key };
}

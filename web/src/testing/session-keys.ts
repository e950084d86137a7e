/** Sessions with keys, for tests of who wrote what. */
import { v4 as newId } from "uuid";
import { makeKey, type Proof, publicHalf, signWritten, type Written } from "../access/written";
import { keepSessionKey } from "../db/session-keys";
import { testRows } from "./demo-database";

export interface TestSession {
  readonly id: string;
  readonly prove: (what: Written) => Promise<Proof>;
  /** Its person or an administrator ends it. */
  readonly end: () => Promise<void>;
  /** Its time is over. */
  readonly runOut: () => Promise<void>;
}

/** A session of somebody's that is open and has a key. */
export async function openSession(person: string): Promise<TestSession> {
  const em = await testRows();
  const id = newId();
  await em.execute(
    `insert into auth.session ("id", "expiresAt", "token", "updatedAt", "userId")
       values (?, now() + interval '1 day', ?, now(), ?)`,
    [id, newId(), person],
  );
  const pair = await makeKey();
  const key = newId();
  if (!(await keepSessionKey(id, key, await publicHalf(pair)))) throw new Error("no key was kept");
  return {
    id,
    prove: async (what) => ({ key, signature: await signWritten(pair.privateKey, what) }),
    end: async () => void (await em.execute(`delete from auth.session where "id" = ?`, [id])),
    runOut: async () =>
      void (await em.execute(
        `update auth.session set "expiresAt" = now() - interval '1 second' where "id" = ?`,
        [id],
      )),
  };
}

/**
 * Whose something is that was sent: of whoever sends it, or of somebody whose own session is shown to have written it. That a
 * person was at the same device some time shows nothing.
 */
import "server-only";
import { sees, sessionKey, sighted, type Thing } from "@/db";
import { may, type Right } from "./rights";
import type { Visitor } from "./visitor";
import { isSignedBy, type Written } from "./written";
import { proof, publicKey } from "./written-forms";

export interface Authors {
  /**
   * Whether something may be kept under a name.
   * @param sent - the {@link proof} as it came; anything else shows nothing
   */
  readonly wrote: (personId: string, what: Written, sent: unknown) => Promise<boolean>;
}

/**
 * Whose things somebody may send.
 * @param right - what it takes to write them: whoever wrote them must have it now, as must whoever sends them
 * @param about - where they belong, which whoever wrote them must see
 */
export function authorsFor(visitor: Visitor, right: Right, about: Thing | undefined): Authors {
  const keys = new Map<string, ReturnType<typeof openKey>>();
  const openKey = async (id: string) => {
    const found = await sessionKey(id);
    const key = publicKey.safeParse(found?.publicKey);
    if (!found || !key.success) return undefined;
    return (await isAble(found.person, right, about))
      ? { person: found.person, key: key.data }
      : undefined;
  };
  return {
    wrote: async (personId, what, sent) => {
      if (personId === visitor.id) return true;
      const shown = proof.safeParse(sent);
      if (!shown.success) return false;
      const { key: id, signature } = shown.data;
      const opened = keys.get(id) ?? openKey(id);
      keys.set(id, opened);
      const key = await opened;
      return key !== undefined && key.person === personId && isSignedBy(key.key, what, signature);
    },
  };
}

/** Whether somebody is on the list still, with this right, at this place. */
export async function isAble(personId: string, right: Right, about?: Thing): Promise<boolean> {
  const found = await sighted(personId, about);
  if (!found || !may(found.person.role, right)) return false;
  return about === undefined || (found.site !== null && sees(found.sites, found.site));
}

/** What is said of something under a name that is not shown to be its writer's. */
export const NOT_SHOWN =
  "It is under another's name, and no open session of theirs shows that they wrote it. It stays on this device and goes when they sign in here.";

/** What this device holds of a sheet, and the server does not have yet. */
import type { SheetId } from "@yard-tack/core/case";
import type { SheetEntry, UnreadEntry } from "@yard-tack/core/visit";
import { type AsideEntry, asideOf, draftsOf, isHereAgain, waiting } from "@/features/device";
import { presentKey } from "./drafts";

export interface KeptHere {
  readonly entries: readonly SheetEntry[];
  /** Entries that are not understood. */
  readonly unread: readonly UnreadEntry[];
  /** Texts that were begun, by what they are about. */
  readonly drafts: ReadonlyMap<string, string>;
  /** What the server did not take. */
  readonly aside: readonly AsideEntry[];
}

/**
 * A device that keeps nothing has nothing to tell.
 * @param personId - who is here: what waited for them waits no longer
 */
export async function keptHere(id: SheetId, personId: string): Promise<KeptHere> {
  await isHereAgain(personId).catch(() => undefined);
  // What is damaged among what waits is set aside by looking at it.
  const waits = waiting(id).catch(() => []);
  const [kept, texts, aside] = await Promise.all([
    waits,
    draftsOf(id).catch(() => new Map<string, string>()),
    waits.then(() => asideOf(id)).catch(() => []),
  ]);
  const drafts = new Map([...texts].map(([key, text]) => [presentKey(key), text] as const));
  if (kept.length === 0) return { entries: [], unread: [], drafts, aside };
  // The schemas are fetched only where something was kept.
  const { readKept } = await import("./kept-entries");
  return { ...readKept(kept), drafts, aside };
}

/**
 * What this tab has known of a sheet since it was loaded. Going back brings a page as it once came from the server: what was
 * typed and sent since is not in it, and its time is long over.
 */
import type { SheetId } from "@yard-tack/core/case";
import type { SheetEntry } from "@yard-tack/core/visit";
import { clockFault } from "@/features/device";

/** Sheets that are remembered; beyond them the one longest not looked at is forgotten. */
const MOST = 20;

const known = new Map<SheetId, readonly SheetEntry[]>();

/** Remembers a sheet as it stands on this screen. */
export function remember(id: SheetId, entries: readonly SheetEntry[]): void {
  known.delete(id);
  known.set(id, entries);
  const [oldest] = known.keys();
  if (known.size > MOST && oldest !== undefined) known.delete(oldest);
}

/** What came from the server with what this tab knows beyond it. */
export const withKnown = (id: SheetId, entries: readonly SheetEntry[]): readonly SheetEntry[] =>
  joined(entries, known.get(id) ?? []);

/**
 * Two lists of entries as one: each entry once, with the server's order where one of the two has it, and with the earlier of
 * two times. The server gives what a wrong clock has dated ahead the time at which it came, and never a later one.
 */
export function joined(
  one: readonly SheetEntry[],
  other: readonly SheetEntry[],
): readonly SheetEntry[] {
  const copies = new Map(other.map((e) => [e.id, e]));
  const there = new Set(one.map((e) => e.id));
  const more = other.filter((e) => !there.has(e.id));
  let same = true;
  const both = one.map((e) => {
    const copy = copies.get(e.id);
    if (!copy) return e;
    const order = e.order ?? copy.order;
    const at = Date.parse(copy.at) < Date.parse(e.at) ? copy.at : e.at;
    if (order === e.order && at === e.at) return e;
    same = false;
    return { ...e, order, at };
  });
  // The same list where nothing is new: what hangs on it need not be worked out again.
  return more.length === 0 && same ? one : [...both, ...more];
}

const faults = new Map<string, number>();

/** Whether a page that came at this time of the server has been here before. */
export const isOld = (servedAt: string): boolean => faults.has(servedAt);

/** What is added to the device's clock [ms], worked out when the page came and never from one that is brought back. */
export function faultOf(servedAt: string, now: number): number {
  const before = faults.get(servedAt);
  if (before !== undefined) return before;
  const fault = clockFault(servedAt, now);
  faults.set(servedAt, fault);
  return fault;
}

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

/** Two lists of entries as one: each entry once, with the server's order where one of the two has it. */
export function joined(
  one: readonly SheetEntry[],
  other: readonly SheetEntry[],
): readonly SheetEntry[] {
  const orders = new Map(other.map((e) => [e.id, e.order]));
  const there = new Set(one.map((e) => e.id));
  const more = other.filter((e) => !there.has(e.id));
  const ordered = (e: SheetEntry) => e.order === null && (orders.get(e.id) ?? null) !== null;
  // The same list where nothing is new: what hangs on it need not be worked out again.
  if (more.length === 0 && !one.some(ordered)) return one;
  return [...one.map((e) => (ordered(e) ? { ...e, order: orders.get(e.id) ?? null } : e)), ...more];
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

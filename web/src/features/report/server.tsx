import "server-only";
import { renderToBuffer } from "@react-pdf/renderer";
import type { LogEntryId } from "@yard-tack/core/case";
import { visitReport } from "@yard-tack/core/report";
import { since } from "@/features/log/index.server";
import { callsOfPump, entryOfLink, loadPump, logEntry, namesOf, reportLinks } from "@/db";
import { clock, day, dayAndClock } from "@/shell/times";
import { registerTypeface } from "./fonts";
import { VisitDocument, type VisitPrint } from "./visit-document";

export interface Print {
  readonly name: string;
  readonly text: Uint8Array<ArrayBuffer>;
}

/** What a customer gets of a visit, as a file; undefined where there is no such entry. */
export async function visitPdf(id: LogEntryId): Promise<Print | undefined> {
  const print = await loadVisitPrint(id);
  if (!print) return undefined;
  registerTypeface();
  return {
    name: `${print.tag} ${print.day}.pdf`,
    text: new Uint8Array(await renderToBuffer(<VisitDocument {...print.document} />)),
  };
}

/** The report that an address opens; undefined where it is none, has run out or was ended. */
export async function sharedPdf(secret: string): Promise<Print | undefined> {
  const entry = secret.length > 100 ? undefined : await entryOfLink(secret);
  return entry && visitPdf(entry);
}

/** Addresses of an entry that are good, in words. */
export async function linksOf(
  id: LogEntryId,
  zone: string,
): Promise<readonly { readonly id: string; readonly say: string }[]> {
  return (await reportLinks(id)).map((l) => ({
    id: l.id,
    say: `Made ${day(l.madeAt.toISOString(), zone)} by ${l.by}, good until ${day(l.expiresAt.toISOString(), zone)}; ${l.openedAt ? `last opened ${dayAndClock(l.openedAt.toISOString(), zone)}` : "not opened yet"}.`,
  }));
}

/** The same before it is set. */
async function loadVisitPrint(
  id: LogEntryId,
): Promise<
  { readonly tag: string; readonly day: string; readonly document: VisitPrint } | undefined
> {
  const entry = await logEntry(id);
  const pump = entry && (await loadPump(entry.pump.id));
  if (!entry || !pump) return undefined;
  const { record, site, at } = entry;
  const [names, before] = await Promise.all([namesOf(), callsOfPump(entry.pump.id, since(at))]);
  const zone = site.zone;
  const iso = at.toISOString();
  const times = record.readings.map((r) => r.at).toSorted();
  const [first, last] = [times[0], times.at(-1)];
  const read = first && last ? `, read ${clock(first, zone)} to ${clock(last, zone)}` : "";
  const earlier = before.find((b) => b.at < at && b.cause === (record.was ?? record.cause));
  return {
    tag: pump.tag,
    day: iso.slice(0, 10),
    document: {
      report: visitReport({
        tag: pump.tag,
        record,
        written: pump.written,
        instruments: pump.instruments,
        facts: pump.view.facts,
        units: pump.units,
      }),
      units: pump.units,
      about: `${[pump.purpose, pump.siteName].filter((w) => w !== "").join(", ")} · visited ${day(iso, zone)}${read}`,
      signed: `Signed: ${names[entry.personId] ?? "somebody"}, ${dayAndClock(iso, zone)}`,
      mark: `Yard Tack\nvisit ${entry.id.slice(0, 8)}`,
      again: earlier
        ? `${day(earlier.at.toISOString(), zone)}: ${earlier.found} ${earlier.done}`.trim()
        : "",
      next: record.promised.map((p) => `${p.what}: ${day(p.dueAt, zone)}.`),
    },
  };
}

import "server-only";
import { renderToBuffer } from "@react-pdf/renderer";
import type { LogEntryId } from "@yard-tack/core/case";
import { visitReport } from "@yard-tack/core/report";
import { since } from "@/features/log/index.server";
import {
  callsOfPump,
  loadPump,
  logEntry,
  namesOf,
  type Paper,
  paperLinks,
  paperOfLink,
} from "@/db";
import { clock, day, dayAndClock } from "@/shell/times";
import { registerTypeface } from "./fonts";
import type { Print } from "./print";
import { claimPdf, nextPdf } from "./pump-papers";
import { VisitDocument, type VisitPrint } from "./visit-document";
import { yearPdf } from "./year";

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

/** The paper that an address opens; undefined where it is none, has run out or was ended. */
export async function sharedPdf(secret: string, now: Date): Promise<Print | undefined> {
  const of = secret.length > 100 ? undefined : await paperOfLink(secret);
  switch (of?.kind) {
    case undefined:
      return undefined;
    case "visit":
      return visitPdf(of.entry);
    case "year":
      return yearPdf([of.site], of.site, of.year, now);
    case "claim":
      return claimPdf(of.pump, now);
    case "next":
      return nextPdf(of.pump, now);
  }
}

/** Addresses of a paper that are good, in words. */
export async function linksOf(
  of: Paper,
  zone: string,
): Promise<readonly { readonly id: string; readonly say: string }[]> {
  return (await paperLinks(of)).map((l) => ({
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

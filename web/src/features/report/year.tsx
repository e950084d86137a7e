import "server-only";
import { renderToBuffer } from "@react-pdf/renderer";
import { siteYear } from "@yard-tack/core/report";
import { everyOpenPromise, logRows, type Sites, yearOfPlace } from "@/db";
import { day } from "@/shell/times";
import { registerTypeface } from "./fonts";
import type { Print } from "./print";
import { YearDocument } from "./year-document";

/** A year of a place as a file; undefined where the place is not there or not to be seen. */
export async function yearPdf(
  sites: Sites,
  site: string,
  year: number,
  now: Date,
): Promise<Print | undefined> {
  const place = await yearOfPlace(sites, site);
  if (!place) return undefined;
  const { name, zone, pumps } = place;
  const [entries, promises] = await Promise.all([
    logRows(sites, { site, from: `${year}-01-01`, until: `${year}-12-31` }),
    everyOpenPromise([site]),
  ]);
  const report = siteYear({
    ...{ name, year, pumps },
    entries: entries.map(({ at, kind, title, record, pump }) => ({
      ...{ at, kind, title, record, tag: pump.tag },
    })),
    promised: promises.map((p) => `${p.tag}: ${p.what}, ${day(p.dueAt.toISOString(), zone)}.`),
  });
  registerTypeface();
  const made = day(now.toISOString(), zone);
  const document = (
    <YearDocument
      report={report}
      about={`${pumps.length} pumps · days and times of ${zone}`}
      signed={`Made ${made} from the log`}
      mark={`Yard Tack\n${year}`}
      days={report.calls.map((c) => day(c.at.toISOString(), zone))}
    />
  );
  return { name: `${name} ${year}.pdf`, text: new Uint8Array(await renderToBuffer(document)) };
}

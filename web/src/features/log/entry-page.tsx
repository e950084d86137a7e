import { POSITIONS } from "@yard-tack/core/case";
import type { VisitRecord } from "@yard-tack/core/record";
import { spokenPosition } from "@yard-tack/core/visit";
import Link from "next/link";
import type { ReactNode } from "react";
import { PageHead } from "@/shell/page-head";
import { clock, day, dayAndClock } from "@/shell/times";
import { EntryChart } from "./entry-chart";
import type { LogEntryDto } from "./server";
import { PrintButton } from "@/shell/print-button";
import classes from "./log.module.css";

/** One entry, as it reads on screen and on paper. */
export function LogEntryPage({
  entry,
  forOwner,
}: {
  entry: LogEntryDto;
  /** How its report is handed on. */
  forOwner: ReactNode;
}) {
  const { body, zone, turnedOut } = entry;
  return (
    <main>
      <PageHead
        title={entry.tag}
        about={
          <>
            {entry.purpose ? `${entry.purpose}, ` : ""}
            {entry.siteName}
            <br />
            {dayAndClock(entry.at, zone)}
          </>
        }
      >
        <span className={`${classes.prints} no-print`}>
          {entry.kind === "addendum" ? null : (
            <a href={`/log/${entry.id}/report.pdf`} download>
              Report for the customer
            </a>
          )}
          <a href={`/log/${entry.id}/case.json`} download>
            Case file
          </a>
          <PrintButton />
        </span>
      </PageHead>
      <article className={classes.entry}>
        <h2>
          {entry.title} <span data-closed={body.closed}>{body.closed}</span>
        </h2>
        {body.addsTo ? (
          <p>
            This adds to an <Link href={`/log/${body.addsTo}`}>entry that was signed before</Link>.
          </p>
        ) : null}
        {body.unreadable ? (
          <p role="note" className={classes.small}>
            Part of this entry could not be read back; what could be is shown. It is kept as it was
            written.
          </p>
        ) : null}
        <dl>
          <Fact name="Found" value={body.found} />
          <Fact name="Done" value={body.done} />
          <Fact name="Proof" value={body.proof} />
          <Fact name="What it really was" value={turnedOut ?? ""} />
        </dl>
        {body.readings.length > 0 ? <Readings body={body} zone={zone} /> : null}
        {entry.chart ? <EntryChart {...entry.chart} /> : null}
        {body.verdict ? (
          <p className={classes.verdict}>
            <b>
              {body.verdict.lead} {body.verdict.claim}
            </b>
            <br />
            {body.verdict.detail}
          </p>
        ) : null}
        {body.seen.length > 0 ? (
          <section>
            <h3>Seen and heard</h3>
            <p>
              {body.seen.map((s) => (s.state === "present" ? s.name : `no ${s.name}`)).join(", ")}.
            </p>
          </section>
        ) : null}
        {body.tests.length > 0 ? (
          <section>
            <h3>Tests</h3>
            <ul>
              {body.tests.map((t) => (
                <li key={t.name}>
                  {t.name}: <b>{t.outcome}</b>, {clock(t.at, zone)}
                </li>
              ))}
            </ul>
          </section>
        ) : null}
        {body.procedures.map((p, i) => (
          <section key={`${p.name}${i}`}>
            <h3>
              {p.name}: {p.ended}
            </h3>
            <ol>
              {p.steps.map((s, k) => (
                <li key={k}>
                  {s.what} {s.said ? <b>{s.said}.</b> : null}{" "}
                  <span className={classes.small}>
                    {s.by}, {clock(s.at, zone)}
                  </span>
                </li>
              ))}
            </ol>
          </section>
        ))}
        {body.promised.length > 0 ? (
          <section>
            <h3>Promised</h3>
            <ul>
              {body.promised.map((p) => (
                <li key={p.what}>
                  {p.what}: <b>{dayAndClock(p.dueAt, zone)}</b>
                </li>
              ))}
            </ul>
          </section>
        ) : null}
        {body.words.length > 0 ? (
          <section>
            <h3>Noted</h3>
            <ul>
              {body.words.map((w, i) => (
                <li key={`${w.name}${i}`}>
                  {w.name}: <b>{w.text}</b>
                </li>
              ))}
            </ul>
          </section>
        ) : null}
        {body.pictures.length > 0 ? (
          <section>
            <h3>Photos</h3>
            <ul className={classes.pictures}>
              {body.pictures.map((p) => (
                <li key={p.url}>
                  {/* eslint-disable-next-line @next/next/no-img-element -- already small, from our own server */}
                  <img src={p.url} alt={`Photo: ${p.about}`} width={p.width} height={p.height} />
                </li>
              ))}
            </ul>
          </section>
        ) : null}
        {body.causes.length > 0 ? (
          <section>
            <h3>How the causes stood</h3>
            <p>
              {body.causes.map((c) => `${c.name} ${Math.round(100 * c.probability)} %`).join(", ")}.
              Engine {body.engine ?? "–"}, data {body.dataVersion ?? "–"}.
            </p>
          </section>
        ) : null}
        <div className={classes.end}>
          {body.cautions.length > 0 ? (
            <section>
              <h3>Cautions acknowledged</h3>
              <p>
                {body.cautions.map((c) => `${c.title}, ${c.by}, ${clock(c.at, zone)}`).join("; ")}.
              </p>
            </section>
          ) : null}
          <p className={classes.signed}>
            {body.closed === "called off" ? "Called off" : "Signed"}: {entry.by},{" "}
            {day(entry.at, zone)}, {clock(entry.at, zone)}
          </p>
        </div>
        {entry.kind === "addendum" ? null : forOwner}
        <p className="no-print">
          <Link href={`/yard/${entry.pumpId}`}>All of {entry.tag}</Link>
        </p>
      </article>
    </main>
  );
}

/** One line a reading, one column a valve position: what was found beside what was left. */
function Readings({ body, zone }: { body: VisitRecord; zone: string }) {
  const { readings, superseded } = body;
  const positions = [...new Set(readings.map((r) => r.snapshot))].toSorted(
    (a, b) => placeOf(a) - placeOf(b),
  );
  const names = [...new Set(readings.map((r) => r.name))];
  const times = readings.map((r) => r.at).toSorted();
  const [from, to] = [times[0] ?? "", times.at(-1) ?? ""].map((t) => clock(t, zone));
  return (
    <section>
      <h3>{positions.includes("after") ? "Before and after" : "Readings"}</h3>
      <table>
        <thead>
          <tr>
            <th scope="col">Reading</th>
            {positions.map((p) => (
              <th key={p} scope="col">
                {spokenPosition(p)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {names.map((name) => (
            <tr key={name}>
              <th scope="row">{name}</th>
              {positions.map((p) => (
                <td key={p}>
                  <b>
                    {readings
                      .filter((r) => r.name === name && r.snapshot === p)
                      .map((r) => r.raw)
                      .join("; ")}
                  </b>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className={classes.small}>
        Read by {[...new Set(readings.map((r) => r.by))].join(" and ")}, {from}
        {to === from ? "" : ` to ${to}`}.
      </p>
      {superseded.length > 0 ? (
        // It stays in the record; whoever gets the print has no use for a slip of the finger.
        <p className={`${classes.small} no-print`}>
          Corrected since, and kept:{" "}
          {superseded.map((r) => `${r.name} ${r.raw} (${clock(r.at, zone)})`).join(", ")}.
        </p>
      ) : null}
    </section>
  );
}

/** In the order a visit takes them; a test's readings stand by its name. */
const placeOf = (position: string): number => {
  const at = POSITIONS.findIndex((p) => p === position);
  return at === -1 ? POSITIONS.length : at;
};

function Fact({ name, value }: { name: string; value: string }) {
  if (value === "") return null;
  return (
    <>
      <dt>{name}</dt>
      <dd>{value}</dd>
    </>
  );
}

import Link from "next/link";
import { PageHead } from "@/shell/page-head";
import { clock, day, dayAndClock } from "@/shell/times";
import type { LogEntryDto } from "./server";
import { PrintButton } from "./print-button";
import classes from "./log.module.css";

/** One entry, as it reads on screen and on paper. */
export function LogEntryPage({ entry }: { entry: LogEntryDto }) {
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
        <span className="no-print">
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
        {body.verdict ? (
          <p className={classes.verdict}>
            <b>
              {body.verdict.lead} {body.verdict.claim}
            </b>
            <br />
            {body.verdict.detail}
          </p>
        ) : null}
        <dl>
          <Fact name="Found" value={body.found} />
          <Fact name="Done" value={body.done} />
          <Fact name="Proof" value={body.proof} />
          <Fact name="What it really was" value={turnedOut ?? ""} />
        </dl>
        {body.readings.length > 0 ? (
          <section>
            <h3>Readings</h3>
            <table>
              <thead>
                <tr>
                  <th scope="col">Reading</th>
                  <th scope="col">As read</th>
                  <th scope="col">Valve or test</th>
                  <th scope="col">By, at</th>
                </tr>
              </thead>
              <tbody>
                {body.readings.map((r) => (
                  <tr key={`${r.snapshot}${r.name}${r.at}`}>
                    <td>{r.name}</td>
                    <td>
                      <b>{r.raw}</b>
                    </td>
                    <td>{r.snapshot}</td>
                    <td>
                      {r.by}, {clock(r.at, zone)}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
            {body.superseded.length > 0 ? (
              <p className={classes.small}>
                Corrected since, and kept:{" "}
                {body.superseded.map((r) => `${r.name} ${r.raw} (${clock(r.at, zone)})`).join(", ")}
                .
              </p>
            ) : null}
          </section>
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
        {body.cautions.length > 0 ? (
          <section>
            <h3>Cautions acknowledged</h3>
            <p>
              {body.cautions.map((c) => `${c.title}, ${c.by}, ${clock(c.at, zone)}`).join("; ")}.
            </p>
          </section>
        ) : null}
        <p className={classes.signed}>
          Signed: {entry.by}, {day(entry.at, zone)}, {clock(entry.at, zone)}
        </p>
        <p className="no-print">
          <Link href={`/yard/${entry.pumpId}`}>All of {entry.tag}</Link>
        </p>
      </article>
    </main>
  );
}

function Fact({ name, value }: { name: string; value: string }) {
  if (value === "") return null;
  return (
    <>
      <dt>{name}</dt>
      <dd>{value}</dd>
    </>
  );
}

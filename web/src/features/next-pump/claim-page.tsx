/* eslint-disable @next/next/no-img-element -- pictures come from this very server, each once, to be printed */
import type { ReactNode } from "react";
import { FileLink, LinkButton } from "@/shell/link-button";
import { PageHead } from "@/shell/page-head";
import { PrintButton } from "@/shell/print-button";
import { dayAndClock } from "@/shell/times";
import { claimParts } from "./claim-parts";
import classes from "./next-pump.module.css";
import type { ClaimDto } from "./server";

/** A warranty claim: plates, dates, what was read and seen, with pictures; to be printed. */
export function ClaimPage({ dto, forOwner }: { dto: ClaimDto; forOwner: ReactNode }) {
  const { pump, card, visits } = dto;
  return (
    <main>
      <PageHead
        title={`Warranty claim for ${pump.tag}`}
        about={
          <>
            {pump.purpose ? `${pump.purpose}, ` : ""}
            {pump.siteName}
          </>
        }
      >
        <LinkButton href={`/yard/${pump.id}/next`}>The next one</LinkButton>
        <FileLink href={`/yard/${pump.id}/claim.pdf`}>As PDF</FileLink>
        <PrintButton />
      </PageHead>
      <p className={classes.lead}>{card.warranty}</p>
      <div className={classes.card}>
        {claimParts(dto).map(({ title, facts }) => (
          <section key={title} aria-label={title}>
            <h2>{title}</h2>
            {facts.length === 0 ? (
              <p className={classes.note}>It has not been read yet.</p>
            ) : (
              <dl>
                {facts.map(([name, value]) => (
                  <Fact key={name} name={name} value={value} />
                ))}
              </dl>
            )}
          </section>
        ))}
        <section aria-label="What happened">
          <h2>What happened</h2>
          {visits.length === 0 ? <p className={classes.note}>No call is in its log.</p> : null}
          {visits.map((v) => (
            <article key={v.id} className={classes.visit}>
              <h3>
                {dayAndClock(v.at, pump.zone)}: {v.title}
              </h3>
              <p>{v.found}</p>
              <p>{v.done}</p>
              {v.readings.length > 0 ? (
                <table>
                  <thead>
                    <tr>
                      <th scope="col">Reading</th>
                      <th scope="col">As read</th>
                      <th scope="col">At</th>
                    </tr>
                  </thead>
                  <tbody>
                    {v.readings.map((r) => (
                      <tr key={`${r.name}/${r.at}`}>
                        <td>{r.name}</td>
                        <td>{r.raw}</td>
                        <td>{dayAndClock(r.at, pump.zone)}</td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              ) : null}
              <div className={classes.pictures}>
                {v.pictures.map((p) => (
                  <figure key={p.url}>
                    <img src={p.url} alt={`Picture of ${p.about}`} />
                    <figcaption>{p.about}</figcaption>
                  </figure>
                ))}
              </div>
            </article>
          ))}
        </section>
        <p className={classes.note}>
          Pressures are gauge pressures where “abs” does not stand with them; readings stand as they
          were read. Made with Yard Tack.
        </p>
        {forOwner}
      </div>
    </main>
  );
}

function Fact({ name, value }: { name: string; value: string | undefined }) {
  return (
    <div data-missing={value === undefined || undefined}>
      <dt>{name}</dt>
      <dd>{value === undefined ? <em>not known</em> : <b>{value}</b>}</dd>
    </div>
  );
}

import Link from "next/link";
import { FindPump } from "./find-pump";
import { LinkButton } from "@/shell/link-button";
import { PageHead } from "@/shell/page-head";
import { day } from "@/shell/times";
import type { YardSite } from "./server";
import { familyWords } from "./words";
import classes from "./yard.module.css";

/** Sites and pumps. */
export function YardPage({ sites }: { sites: readonly YardSite[] }) {
  const count = sites.reduce((n, s) => n + s.pumps.length, 0);
  return (
    <main>
      <PageHead title="Yard" about={`${count} pumps at ${sites.length} places`}>
        <LinkButton href="/yard/new">New pump</LinkButton>
      </PageHead>
      <FindPump />
      {sites.length === 0 ? (
        <p className={classes.empty}>
          No pump is known yet. Make one: a tag and a family are enough.
        </p>
      ) : null}
      {sites.map((site) => (
        <section key={site.id} className={classes.site}>
          <h2>{site.name}</h2>
          <ul>
            {site.pumps.map((p) => (
              <li key={p.id} data-open={p.openSheet ? true : undefined}>
                <Link href={`/yard/${p.id}`} className={classes.pump}>
                  <b>{p.tag}</b>
                  <span>
                    {p.purpose ? `${p.purpose}, ` : ""}
                    {familyWords(p.family)}
                    {p.openSheet ? <em>open: {p.openSheet.complaint}</em> : null}
                  </span>
                  <small>
                    {p.last
                      ? `${day(p.last.at, site.zone)}: ${p.last.found}`
                      : "nothing logged yet"}
                  </small>
                </Link>
              </li>
            ))}
          </ul>
          {site.retired.length > 0 ? (
            <p className={classes.muted}>
              Taken off the yard:{" "}
              {site.retired.map((p, i) => (
                <span key={p.id}>
                  {i > 0 ? ", " : ""}
                  <Link href={`/yard/${p.id}`}>{p.tag}</Link>
                </span>
              ))}
            </p>
          ) : null}
        </section>
      ))}
    </main>
  );
}

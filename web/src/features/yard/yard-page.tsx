import { Button, TextInput } from "@mantine/core";
import Link from "next/link";
import { RoundButton } from "@/features/rounds";
import { FindPump } from "./find-pump";
import { ForHands } from "@/shell/for-hands";
import { LinkButton } from "@/shell/link-button";
import { PageHead } from "@/shell/page-head";
import { pageHref } from "@/shell/page-of";
import { Pager } from "@/shell/pager";
import { day } from "@/shell/times";
import type { YardDto } from "./server";
import { familyWords } from "./words";
import classes from "./yard.module.css";

/** Sites and pumps. */
export function YardPage({ yard }: { yard: YardDto }) {
  const { text, sites, pumps, places, page, pages } = yard;
  return (
    <main>
      <PageHead
        title="Yard"
        about={`${pumps} ${pumps === 1 ? "pump" : "pumps"} at ${places} ${places === 1 ? "place" : "places"}${text === "" ? "" : ` with “${text}”`}`}
      >
        <ForHands>
          <LinkButton href="/yard/new">New pump</LinkButton>
        </ForHands>
      </PageHead>
      <div className={classes.ways}>
        <form className={classes.find} role="search">
          <TextInput
            label="Words of tag, purpose, family or place"
            name="find"
            defaultValue={text}
            key={text}
            autoComplete="off"
          />
          <Button type="submit" variant="default">
            Find
          </Button>
        </form>
        <FindPump />
        <nav className={classes.also} aria-label="Of the Yard">
          <Link href="/yard/instruments">Instruments</Link>
          <Link href="/yard/doubles">Doubles</Link>
          <ForHands>
            <Link href="/yard/bring">Bring a table in</Link>
          </ForHands>
        </nav>
      </div>
      {sites.length === 0 ? (
        <p className={classes.empty}>
          {text === "" ? (
            "No pump is known yet. Make one: a tag and a family are enough."
          ) : (
            <>
              No pump has all of these words. <Link href="/yard">Show every pump</Link>
            </>
          )}
        </p>
      ) : null}
      {sites.map((site) => (
        <section key={site.id} className={classes.site}>
          <div className={classes.siteHead}>
            <h2>{site.name}</h2>
            <div className={classes.rounds}>
              <a
                href={`/rounds/${site.id}/year.pdf`}
                download
                aria-label={`This year of ${site.name} as a report`}
              >
                This year
              </a>
              <ForHands>
                <Link href={`/rounds/${site.id}`} aria-label={`Rounds of ${site.name}`}>
                  Rounds
                </Link>
                <RoundButton site={site.id} name={site.name} />
              </ForHands>
            </div>
          </div>
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
      {sites.length > 0 ? (
        <p className={`${classes.file} no-print`}>
          <a href={pageHref("/yard.csv", 0, { find: text })} download>
            {text === "" ? "The pumps as a table (CSV)" : "These pumps as a table (CSV)"}
          </a>
        </p>
      ) : null}
      <Pager page={page} pages={pages} href={(p) => pageHref("/yard", p, { find: text })} />
    </main>
  );
}

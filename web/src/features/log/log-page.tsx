import Link from "next/link";
import { LinkButton } from "@/shell/link-button";
import { PageHead } from "@/shell/page-head";
import { pageHref } from "@/shell/page-of";
import { Pager } from "@/shell/pager";
import { day } from "@/shell/times";
import { LogNarrow } from "./log-narrow";
import { LogViews } from "./log-views";
import type { LogPageDto } from "./server";
import classes from "./log.module.css";

/** What was found and done, newest first. */
export function LogPage({ log }: { log: LogPageDto }) {
  const { rows, total, more, page, pages, asked, words } = log;
  const count = `${more ? "over " : ""}${total} ${total === 1 ? "entry" : "entries"}`;
  return (
    <main>
      <PageHead title="Log" about={words === "" ? `${count}, newest first` : `${count}: ${words}`}>
        <LinkButton href="/log/causes">What causes cost</LinkButton>
        <LinkButton href="/log/first-causes">First causes</LinkButton>
      </PageHead>
      <div className={classes.narrow}>
        <LogNarrow asked={asked} choices={log.choices} />
        <LogViews key={pageHref("", 0, asked)} views={log.views} asked={asked} words={words} />
      </div>
      {rows.length === 0 ? (
        <p className={classes.empty}>
          {words === "" ? (
            "Nothing is logged yet. Signing off a run sheet writes the first entry."
          ) : (
            <>
              No entry is like that. <Link href="/log">Show the whole log</Link>, or leave a word
              out.
            </>
          )}
        </p>
      ) : null}
      <ol className={classes.list}>
        {rows.map((r) => (
          <li key={r.id} data-kind={r.kind}>
            <Link href={`/log/${r.id}`} className={classes.row}>
              <time dateTime={r.at}>{day(r.at, r.zone)}</time>
              <b>{r.tag}</b>
              <span>
                <strong>{r.title}</strong>
                <br />
                {r.found} {r.kind === "call" ? r.done : ""}
              </span>
              <small>
                {r.closed}
                <br />
                {r.siteName}
              </small>
            </Link>
          </li>
        ))}
      </ol>
      {more && page === pages - 1 ? (
        <p className={classes.empty}>There are older ones: narrow it down by days to see them.</p>
      ) : null}
      {rows.length > 0 ? (
        <p className={`${classes.file} no-print`}>
          <a href={pageHref("/log.csv", 0, asked)} download>
            {words === "" ? "The log as a table (CSV)" : "These entries as a table (CSV)"}
          </a>
        </p>
      ) : null}
      <Pager page={page} pages={pages} href={(p) => pageHref("/log", p, asked)} />
    </main>
  );
}

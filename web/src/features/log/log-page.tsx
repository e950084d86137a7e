import Link from "next/link";
import { LinkButton } from "@/shell/link-button";
import { PageHead } from "@/shell/page-head";
import { pageHref } from "@/shell/page-of";
import { Pager } from "@/shell/pager";
import { day } from "@/shell/times";
import type { LogPageDto } from "./server";
import classes from "./log.module.css";

/** What was found and done, newest first. */
export function LogPage({ log }: { log: LogPageDto }) {
  const { rows, total, page, pages } = log;
  return (
    <main>
      <PageHead title="Log" about={`${total} ${total === 1 ? "entry" : "entries"}, newest first`}>
        <LinkButton href="/log/first-causes">First causes</LinkButton>
      </PageHead>
      {rows.length === 0 ? (
        <p className={classes.empty}>
          Nothing is logged yet. Signing off a run sheet writes the first entry.
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
      <Pager page={page} pages={pages} href={(p) => pageHref("/log", p)} />
    </main>
  );
}

import { LinkButton } from "@/shell/link-button";
import { PageHead } from "@/shell/page-head";
import { EndToken, TokenForm } from "./token-form";
import type { TokensDto } from "./server";
import classes from "./who.module.css";

/** For the administrator: what machines may read and write. */
export function TokensPage({ tokens, sites, pumps }: TokensDto) {
  const good = tokens.filter((t) => t.state === "good");
  const over = tokens.filter((t) => t.state !== "good");
  return (
    <main>
      <PageHead title="Tokens" about="For machines that read a place or send readings of a pump">
        <LinkButton href="/people">People</LinkButton>
      </PageHead>
      <ul className={classes.people} aria-label="Tokens that are good">
        {good.map((t) => (
          <li key={t.id}>
            <div className={classes.who}>
              <strong>{t.name}</strong>
              <span>{t.words}</span>
              <span className={classes.small}>
                until {t.expires}; {t.used ? `last used ${t.used}` : "never used"}
              </span>
            </div>
            <EndToken id={t.id} name={t.name} />
          </li>
        ))}
      </ul>
      {good.length === 0 ? <p className={classes.note}>No token is good now.</p> : null}
      {over.length > 0 ? (
        <p className={classes.note}>Ended or run out: {over.map((t) => t.name).join(", ")}</p>
      ) : null}
      <section aria-label="Make a token">
        <h2 className={classes.heading}>Make a token</h2>
        <TokenForm sites={sites} pumps={pumps} />
        <p className={classes.note}>
          A machine sends it as <code>Authorization: Bearer yard_…</code>. What there is to ask is
          described at <a href="/api/v1/openapi.json">/api/v1/openapi.json</a>. What it writes
          carries your name.
        </p>
      </section>
    </main>
  );
}

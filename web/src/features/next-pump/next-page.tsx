import type { ReactNode } from "react";
import { ForHands } from "@/shell/for-hands";
import { FileLink, LinkButton } from "@/shell/link-button";
import { PageHead } from "@/shell/page-head";
import { PrintButton } from "@/shell/print-button";
import { FitForm } from "./fit-form";
import classes from "./next-pump.module.css";
import { readyWords } from "./ready-words";
import type { NextPumpDto } from "./server";

/** The card the next pump is ordered and fitted from. */
export function NextPumpPage({ dto, forOwner }: { dto: NextPumpDto; forOwner: ReactNode }) {
  const { pump, card } = dto;
  const { missing } = card;
  return (
    <main>
      <PageHead
        title={`The next ${pump.tag}`}
        about={
          <>
            {pump.purpose ? `${pump.purpose}, ` : ""}
            {pump.siteName}
          </>
        }
      >
        <LinkButton href={`/yard/${pump.id}`}>{pump.tag}</LinkButton>
        <LinkButton href={`/yard/${pump.id}/compare`}>Other pumps in its place</LinkButton>
        <LinkButton href={`/yard/${pump.id}/claim`}>Warranty claim</LinkButton>
        <FileLink href={`/yard/${pump.id}/next.pdf`}>As PDF</FileLink>
        <PrintButton />
      </PageHead>
      <p className={classes.lead} data-ready={missing.length === 0 || undefined}>
        {readyWords(card)}
      </p>
      <div className={classes.two}>
        <div className={classes.card}>
          {card.groups.map(({ title, rows }) =>
            rows.length === 0 ? null : (
              <section key={title} aria-label={title}>
                <h2>{title}</h2>
                <dl>
                  {rows.map((r) => (
                    <div key={r.name} data-missing={r.value === undefined || undefined}>
                      <dt>{r.name}</dt>
                      <dd>
                        {r.value === undefined ? <em>not known</em> : <b>{r.value}</b>}
                        <small>{r.from}</small>
                      </dd>
                    </div>
                  ))}
                </dl>
              </section>
            ),
          )}
          <p className={classes.note}>
            A pump is chosen by its curve on this system, not by its power. Supply, starter and
            wiring are a licensed trade’s; local codes come first.
          </p>
          {forOwner}
        </div>
        <ForHands>
          <section className={`${classes.noted} no-print`} aria-labelledby="noted">
            <h2 id="noted">Noted while it stands there</h2>
            <FitForm pump={pump.id} fields={dto.fields} fit={dto.fit} key={dto.fit?.id ?? ""} />
          </section>
        </ForHands>
      </div>
    </main>
  );
}

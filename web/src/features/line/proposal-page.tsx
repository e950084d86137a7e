import Link from "next/link";
import { PageHead } from "@/shell/page-head";
import { PrintButton } from "@/shell/print-button";
import { dayAndClock } from "@/shell/times";
import { Compared } from "./audit-panel";
import { Drawn } from "./drawn";
import type { ProposalDto } from "./server";
import classes from "./proposal.module.css";

/** What is proposed, for whoever pays: as it lies, what to change and why, as it would be. */
export function ProposalPage({ dto }: { dto: ProposalDto }) {
  const { now, then } = dto;
  const changed = now.findings.filter((f) => dto.chosen.includes(f.key));
  return (
    <main className={classes.proposal}>
      <PageHead
        title={`${dto.tag}: a change of its line`}
        about={`${dto.place}. Proposed ${dayAndClock(dto.at, dto.zone)} by ${dto.by}`}
      >
        <PrintButton />
      </PageHead>
      <div className={classes.body}>
        <p className={classes.back}>
          <Link href={`/yard/${dto.pumpId}/line`}>{dto.tag}&rsquo;s line</Link>
        </p>
        <h2>As it lies</h2>
        {now.headline ? (
          <p>
            <b>{now.headline}</b> {now.alarm} {now.about}
          </p>
        ) : null}
        <Drawn view={now} />
        <h2>What to change</h2>
        <ol>
          {changed.map((f) => (
            <li key={f.key}>
              <b>{f.name}.</b> {f.why} <b>{f.change}</b>{" "}
              {f.gives ? `It gives back ${f.gives}.` : ""}
            </li>
          ))}
        </ol>
        <h2>As it would be</h2>
        {then.headline ? (
          <p>
            <b>{then.headline}</b> {then.about}
          </p>
        ) : null}
        <Drawn view={{ ...then, findings: [] }} />
        <Compared view={now} />
        <p className={classes.small}>
          Pressures along the way are absolute; levels and heights are over the shaft. Losses by
          Darcy–Weisbach and usual coefficients, which scatter by about a third. What is closed,
          drained or opened for it is the work of whoever is trained and licensed for it there.
        </p>
      </div>
    </main>
  );
}

"use client";

import { formatNumber } from "@yard-tack/core/quantity";
import { CAME_BACK_DAYS, costOf } from "@yard-tack/core/record";
import { NumberInput } from "@mantine/core";
import Link from "next/link";
import { useState } from "react";
import { PageHead } from "@/shell/page-head";
import type { CauseCostsDto } from "./server";
import classes from "./log.module.css";

/** What each cause took of visits, hours and money, and which of them come back. */
export function CauseCostsPage({ told }: { told: CauseCostsDto }) {
  const [perVisit, setPerVisit] = useState(60);
  const [perHour, setPerHour] = useState(75);
  const rows = told.rows
    .map((r) => ({ ...r, ...costOf(r, perVisit, perHour) }))
    .toSorted((a, b) => b.money - a.money);
  const [most] = rows;
  const again = rows
    .filter((r) => r.cameBack.right > 0)
    .toSorted((a, b) => b.cameBack.right - a.cameBack.right)[0];
  const set = (into: (v: number) => void) => (v: number | string) =>
    into(Math.max(0, Number(v) || 0));
  return (
    <main>
      <PageHead title="What causes cost" about={`${told.visits} visits that ended with a cause`} />
      <article className={`${classes.entry} ${classes.costs}`}>
        {most ? (
          <>
            <p className={classes.verdict}>
              <b>{most.name} cost most</b>: {most.visits} {most.visits === 1 ? "visit" : "visits"},
              about {Math.round(most.money)}.
              {again ? (
                <>
                  {" "}
                  <b>{again.name} comes back</b>: {again.cameBack.right} of {again.cameBack.of}{" "}
                  times within {CAME_BACK_DAYS} days.
                </>
              ) : (
                ` None came back within ${CAME_BACK_DAYS} days.`
              )}
            </p>
            <div className={classes.askFirst}>
              <NumberInput
                label="A visit costs"
                value={perVisit}
                min={0}
                onChange={set(setPerVisit)}
              />
              <NumberInput
                label="An hour costs"
                value={perHour}
                min={0}
                onChange={set(setPerHour)}
              />
            </div>
            <div className={classes.wide} tabIndex={0} role="group" aria-label="Costs by cause">
              <table>
                <thead>
                  <tr>
                    <th scope="col">Cause</th>
                    <th scope="col">Visits</th>
                    <th scope="col">Pumps</th>
                    <th scope="col">Came back</th>
                    <th scope="col">Hours</th>
                    <th scope="col">Money</th>
                  </tr>
                </thead>
                <tbody>
                  {rows.map((r) => (
                    <tr key={r.cause}>
                      <td>
                        <Link href={`/log?cause=${r.cause}`}>{r.name}</Link>
                      </td>
                      <td>{r.visits}</td>
                      <td>{r.pumps}</td>
                      <td>
                        {r.cameBack.of === 0
                          ? "too young"
                          : `${r.cameBack.right} of ${r.cameBack.of}`}
                      </td>
                      <td>{r.hours === undefined ? "not noted" : formatNumber(r.hours, 2)}</td>
                      <td>{Math.round(r.money)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
            <p className={classes.small}>
              Money in any one currency. Visits that noted no time are taken to be as long as those
              that did; where none noted any, only the visits are counted. Parts are not in it. A
              visit younger than {CAME_BACK_DAYS} days is not judged.
            </p>
          </>
        ) : (
          <p>No visit has ended with a cause yet.</p>
        )}
      </article>
    </main>
  );
}

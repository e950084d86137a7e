import { SURE, type Share } from "@yard-tack/core/record";
import Link from "next/link";
import { familyWords } from "@/features/yard";
import { PageHead } from "@/shell/page-head";
import { day } from "@/shell/times";
import type { FirstCausesDto } from "./server";
import classes from "./log.module.css";

const percent = (p: number): string => `${Math.round(100 * p)} %`;

/** For the lead: how often the first cause was what it really was, and where it was not. */
export function FirstCausesPage({ told }: { told: FirstCausesDto }) {
  const { all, byFamily, missed } = told;
  return (
    <main>
      <PageHead
        title="First causes"
        about="How often what the Board put first was what it really was"
      />
      <article className={classes.entry}>
        {all.first.of === 0 ? (
          <p>
            No visit says yet what it really was. It is asked at Sign off; from the first answer on,
            it is counted here.
          </p>
        ) : (
          <>
            <dl className={classes.shares}>
              <ShareLine name="First cause right" share={all.first} />
              <ShareLine name="Among the first three" share={all.three} />
              <ShareLine
                name={`Right where it was at least ${percent(SURE)}`}
                share={all.whenSure}
              />
            </dl>
            <p className={classes.small}>
              The newest visits, 500 at most, where somebody said at Sign off what it really was and
              the Board had held something of it. The band is what so few visits leave open.
            </p>
            <h2>By family</h2>
            <table>
              <thead>
                <tr>
                  <th scope="col">Family</th>
                  <th scope="col">First cause right</th>
                  <th scope="col">Band</th>
                </tr>
              </thead>
              <tbody>
                {byFamily.map(({ family, first }) => (
                  <tr key={family}>
                    <td>{familyWords(family)}</td>
                    <td>
                      {first.right} of {first.of}
                    </td>
                    <td>
                      {percent(first.low95)} to {percent(first.high95)}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
            <h2>Where it was something else</h2>
            {missed.length === 0 ? <p>Nowhere yet.</p> : null}
            {missed.length > 0 ? (
              <table>
                <thead>
                  <tr>
                    <th scope="col">Visit</th>
                    <th scope="col">The Board put first</th>
                    <th scope="col">It really was</th>
                  </tr>
                </thead>
                <tbody>
                  {missed.map((m) => (
                    <tr key={m.id}>
                      <td>
                        <Link href={`/log/${m.id}`}>{m.tag}</Link>, {day(m.at, m.zone)}
                      </td>
                      <td>
                        {m.held.name}, {percent(m.held.probability)}
                      </td>
                      <td>{m.was}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            ) : null}
          </>
        )}
      </article>
    </main>
  );
}

function ShareLine({ name, share }: { name: string; share: Share }) {
  return (
    <div>
      <dt>{name}</dt>
      <dd>
        {share.of === 0 ? (
          "none yet"
        ) : (
          <>
            <b>
              {share.right} of {share.of}
            </b>
            {percent(share.right / share.of)} ({percent(share.low95)} to {percent(share.high95)})
          </>
        )}
      </dd>
    </div>
  );
}

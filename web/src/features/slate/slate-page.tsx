import { formatNumber } from "@yard-tack/core/quantity";
import Link from "next/link";
import { HeadLine } from "@/features/yard";
import { ForHands } from "@/shell/for-hands";
import { LinkButton } from "@/shell/link-button";
import { PageHead } from "@/shell/page-head";
import { pageHref } from "@/shell/page-of";
import { Pager } from "@/shell/pager";
import { clock, otherDay, weekday, zoneName } from "@/shell/times";
import { DayList, MoveDays, MoveHandle } from "./move-days";
import { PromisedList } from "./promised-list";
import type { Slate, SlateCall } from "./server";
import { takenAlong } from "./taken-along";
import classes from "./slate.module.css";

/** What needs doing today. */
export function SlatePage({ slate, now }: { slate: Slate; now: string }) {
  const { calls, counts, days, zone, page, pages, drifting, driftingInAll, promised, waiting } =
    slate;
  const jobs = calls.filter((c) => c.kind === "call");
  const rounds = calls.filter((c) => c.kind === "round");
  return (
    <main>
      <PageHead
        title={weekday(now, zone)}
        about={`${counts.calls} ${counts.calls === 1 ? "call" : "calls"}, ${counts.rounds} ${counts.rounds === 1 ? "round" : "rounds"}${promised.length > 0 ? `, ${promised.length} promised` : ""}`}
      >
        <ForHands>
          <LinkButton href="/call">New call</LinkButton>
        </ForHands>
      </PageHead>
      <MoveDays days={days}>
        <div className={classes.slate}>
          <div>
            {calls.length + promised.length + waiting.length === 0 ? (
              <p className={classes.empty}>
                Nothing is waiting.{" "}
                <ForHands>
                  <Link href="/call">Take a call</Link> or{" "}
                </ForHands>
                <Link href="/yard">look at the pumps</Link>.
              </p>
            ) : null}
            <CallList title="Calls" calls={jobs} zone={zone} now={now} />
            <PromisedList title="Promised for today" {...{ promises: promised, zone, now }} />
            <PromisedList title="Waiting" {...{ promises: waiting, zone, now }} />
            <CallList title="Rounds" calls={rounds} zone={zone} now={now} />
            <Pager page={page} pages={pages} href={(p) => pageHref("/", p)} />
          </div>
          <aside className={classes.beside}>
            <ForHands>
              <DayList days={days} />
            </ForHands>
            <TakeAlong calls={calls} zone={zone} now={now} more={pages > 1} />
            <h2>Drifting</h2>
            {drifting.length === 0 ? <p>No pump has lost head against its fingerprint.</p> : null}
            {drifting.map((d) => (
              <Link key={d.pumpId} href={`/yard/${d.pumpId}`} className={classes.drift}>
                <span>
                  <b>{d.tag}</b> head at equal flow
                  <br />
                  {formatNumber(Math.abs(d.points.at(-1)?.percent ?? 0), 2)} % under{" "}
                  {d.base === "fingerprint" ? "its fingerprint" : "its first visit"}
                </span>
                <HeadLine trend={d} zone={d.zone} small />
              </Link>
            ))}
            {driftingInAll > drifting.length ? (
              <p>
                The {drifting.length} that have lost most of {driftingInAll} that drift.
              </p>
            ) : null}
          </aside>
        </div>
      </MoveDays>
    </main>
  );
}

/** What the day's calls take along together, what most of them ask for first. */
function TakeAlong({
  calls,
  zone,
  now,
  more,
}: {
  calls: readonly SlateCall[];
  zone: string;
  now: string;
  /** There are calls on other pages. */
  more: boolean;
}) {
  const today = calls.filter(
    (c) => otherDay(c.dueAt, c.zone, now, zone) === "" || new Date(c.dueAt) < new Date(now),
  );
  const wanted = takenAlong(today);
  if (wanted.length === 0) return null;
  return (
    <section aria-label="To take along today">
      <h2>To take along today</h2>
      <ul className={classes.along}>
        {wanted.map(({ what, tags }) => (
          <li key={what}>
            <b>{what}</b> <span>{tags.join(", ")}</span>
          </li>
        ))}
      </ul>
      {more ? <p>Of the calls on this page.</p> : null}
    </section>
  );
}

function CallList({
  title,
  calls,
  zone,
  now,
}: {
  title: string;
  calls: readonly SlateCall[];
  /** The van's own; a call in another says so. */
  zone: string;
  now: string;
}) {
  if (calls.length === 0) return null;
  return (
    <section>
      <h2 className={classes.listTitle}>{title}</h2>
      <ul className={classes.calls}>
        {calls.map((c) => (
          <li key={c.id} data-again={c.recurrence ? true : undefined} className={classes.movable}>
            <ForHands>
              <MoveHandle
                id={c.id}
                what="call"
                name={`${c.tag} ${c.complaint || "round"}`}
                day={c.day}
              />
            </ForHands>
            <Link href={`/sheet/${c.id}`} className={classes.call}>
              <span className={classes.time}>
                <b>{clock(c.dueAt, c.zone)}</b>
                {otherDay(c.dueAt, c.zone, now, zone) ? (
                  <>{otherDay(c.dueAt, c.zone, now, zone)}, </>
                ) : null}
                {c.zone === zone ? null : <>{zoneName(c.dueAt, c.zone)}, </>}
                {c.started ? "begun" : "open"}
                {c.whose === null ? null : (
                  <>
                    ,<br />
                    {c.whose}
                  </>
                )}
              </span>
              <span>
                <strong>
                  {c.tag} {c.complaint}
                </strong>
                <span className={classes.place}>
                  {c.place}.{" "}
                  {c.recurrence ? (
                    <em>{`Second time in ${c.recurrence.daysAgo} days: ${c.recurrence.found}`}</em>
                  ) : null}
                </span>
                {c.why.length > 0 ? (
                  <span className={classes.why}>Why here: {c.why.join(", ")}.</span>
                ) : null}
                {c.first ? (
                  <span>
                    Before you touch anything: <mark>read the {c.first}</mark>.
                  </span>
                ) : null}
              </span>
              <span className={classes.take}>
                <b>Take</b>
                {c.take.join(", ")}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

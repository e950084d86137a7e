import Link from "next/link";
import type { ReactNode } from "react";
import { TellApart } from "@/features/doubles";
import { ForHands } from "@/shell/for-hands";
import { LinkButton } from "@/shell/link-button";
import { PageHead } from "@/shell/page-head";
import { day } from "@/shell/times";
import { NextPump } from "./next-pump";
import { PlateCard } from "./plate-card";
import { ProceduresCard } from "./procedures-card";
import { PumpBoard } from "./pump-board";
import { RetirePump } from "./retire-pump";
import type { PumpPageDto } from "./server";
import { OverTheYears } from "./over-the-years";
import { WearCard } from "./wear-card";
import { pumpLine } from "./words";
import classes from "./yard.module.css";

/** One pump: plate, history, trend, curve. */
export function PumpPage({
  dto,
  rating,
  tag,
}: {
  dto: PumpPageDto;
  rating: ReactNode;
  /** What goes onto the pump; drawn on the server. */
  tag: ReactNode;
}) {
  const { pump, visits, trend, openSheetId } = dto;
  return (
    <main>
      <PageHead
        title={pump.tag}
        about={
          <>
            {pump.purpose ? `${pump.purpose}, ` : ""}
            {pump.siteName}
            <br />
            {pumpLine(pump)}
          </>
        }
      >
        <ForHands>
          {pump.retiredAt ? null : openSheetId ? (
            <LinkButton href={`/sheet/${openSheetId}`} now>
              Go on with its run sheet
            </LinkButton>
          ) : (
            <LinkButton href={`/call?pump=${pump.id}`} now>
              Start a run sheet
            </LinkButton>
          )}
        </ForHands>
      </PageHead>
      <div className={classes.two}>
        <section className={classes.left}>
          {dto.faults.length > 0 ? (
            <ul role="alert" className={classes.doubts}>
              {dto.faults.map((f) => (
                <li key={f.path}>
                  {f.path}: {f.message} It is left out until it is entered anew.
                </li>
              ))}
            </ul>
          ) : null}
          {pump.sameAs ? (
            <div className={classes.same} role="note">
              <p>
                It was told to be another pump of the list:{" "}
                <Link href={`/yard/${pump.sameAs}`}>its log is shown there</Link>.
              </p>
              <ForHands>
                <TellApart other={pump.id} tag={pump.tag} />
              </ForHands>
            </div>
          ) : null}
          <PlateCard pump={pump} pictures={dto.platePictures} />
          {dto.promises.length > 0 ? (
            <>
              <h2>Promised</h2>
              <ul className={classes.promised}>
                {dto.promises.map((p) => (
                  <li key={p.id} data-ended={p.ended !== null || undefined}>
                    <span>{day(p.dueAt, pump.zone)}</span>
                    <span>
                      {p.what}
                      {p.ended ? `, ${p.ended}` : ""}
                    </span>
                  </li>
                ))}
              </ul>
            </>
          ) : null}
          <h2>What happened here</h2>
          {visits.length === 0 ? (
            <p className={classes.muted}>
              Nothing yet. A visit that finds it sound can leave a fingerprint when it is signed.
            </p>
          ) : null}
          <ol className={classes.history}>
            {visits.map((v) => (
              <li key={v.id} data-kind={v.kind}>
                <span>{day(v.at, pump.zone)}</span>
                <div>
                  <Link href={`/log/${v.id}`}>{v.title}</Link>
                  <p>
                    {v.found} {v.kind === "call" ? v.done : ""}
                  </p>
                </div>
              </li>
            ))}
          </ol>
          <OverTheYears trend={trend} years={dto.years} behind={dto.behind} zone={pump.zone} />
        </section>
        <section className={classes.right}>
          <PumpBoard written={pump.written} snapshots={dto.lastSnapshots} trend={trend} />
          {rating}
          {dto.wear ? <WearCard basis={dto.wear} /> : null}
          <NextPump pump={pump} />
          {tag}
          <ForHands>
            {pump.retiredAt ? null : <ProceduresCard pump={pump.id} list={dto.procedures} />}
            {pump.sameAs ? null : <RetirePump pump={pump} />}
          </ForHands>
        </section>
      </div>
    </main>
  );
}

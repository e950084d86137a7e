"use client";

import type { WrittenPump, WrittenSnapshot } from "@yard-tack/core/case";
import { formatNumber } from "@yard-tack/core/quantity";
import type { Trend, TrendPoint } from "@yard-tack/core/record";
import { useMemo } from "react";
import {
  BoardFault,
  Figures,
  ChartInFigures,
  HeadFlowChart,
  Levers,
  RatingChart,
  useBoard,
} from "@/features/board";
import { useWho } from "@/shell/who";
import classes from "./yard.module.css";

/** The pump's curve with its last visit on it. */
export function PumpBoard({
  written,
  snapshots,
  trend,
}: {
  written: WrittenPump;
  snapshots: readonly WrittenSnapshot[];
  trend: Trend | null;
}) {
  const { units } = useWho();
  const asked = useMemo(
    () => ({
      json: {
        ...written,
        snapshots: snapshots.length > 0 ? snapshots : [{ label: "as found", valve: "as-found" }],
      },
      units,
    }),
    [written, snapshots, units],
  );
  const board = useBoard(asked);
  const last = trend?.points.at(-1);
  const words = written.fingerprint
    ? "Its fingerprint is kept; the next visit is compared with it."
    : "No fingerprint yet: keep one when a visit that found it sound is signed.";
  const { view } = board;
  return (
    <>
      <h2 className={classes.verdict}>
        {last && trend && trend.points.length > 1 ? (
          <>
            {last.snapshot === "after" ? "As its last visit left it, " : "On its last visit "}
            <span>{lastWords(last, trend)}</span> at equal flow.
          </>
        ) : last ? (
          "One visit with head and flow: later ones are compared with it."
        ) : (
          words
        )}
      </h2>
      <BoardFault board={board} />
      {view?.chart ? (
        <>
          <HeadFlowChart view={view.chart} units={units} height={300} when="last visit" />
          <ChartInFigures view={view.chart} units={units} when="last visit" />
        </>
      ) : view?.rating ? (
        <RatingChart view={view.rating} units={units} height={300} when="last visit" />
      ) : view ? (
        <p className={classes.muted}>
          No rated curve is known. With one, head can be compared; without it, suction and drive
          still speak.
        </p>
      ) : board.fault ? null : (
        <p className={classes.muted}>Drawing its curve …</p>
      )}
      {view && snapshots.length > 0 ? (
        <>
          <Figures figures={view.figures} group="duty" label="Duty on the last visit" />
          <Figures figures={view.figures} group="suction" label="Suction on the last visit" />
          {view.levers ? <Levers view={view.levers} units={units} /> : null}
          <Figures figures={view.figures} group="drive" label="Drive on the last visit" />
          <Figures figures={view.figures} group="place" label="Place and liquid" />
        </>
      ) : null}
      {view && view.doubts.length > 0 ? (
        <ul className={classes.doubts}>
          {view.doubts.map((d) => (
            <li key={d}>{d}</li>
          ))}
        </ul>
      ) : null}
    </>
  );
}

/** Where the last point lies against what it is held against; a difference within its band is no difference. */
function lastWords({ percent, band95 }: TrendPoint, { base }: Trend): string {
  const against = base === "fingerprint" ? "its fingerprint" : "its first visit";
  if (Math.abs(percent) <= Math.max(0.5, band95)) return `within the gauges' band of ${against}`;
  const size = `${formatNumber(Math.abs(percent), 2)} % (±${formatNumber(band95, 1)})`;
  return `${size} ${percent < 0 ? "under" : "over"} ${against}`;
}

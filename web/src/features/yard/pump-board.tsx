"use client";

import { formatNumber } from "@yard-tack/core/quantity";
import { useMemo } from "react";
import { Figures, HeadFlowChart, Levers, RatingChart, useBoard } from "@/features/board";
import { useWho } from "@/shell/who";
import type { TrendPoint } from "./trend";
import classes from "./yard.module.css";

/** The pump's curve with its last visit on it. */
export function PumpBoard({
  base,
  snapshots,
  trend,
}: {
  base: Readonly<Record<string, unknown>>;
  snapshots: readonly Record<string, unknown>[];
  trend: readonly TrendPoint[];
}) {
  const { units } = useWho();
  const caseJson = useMemo(
    () => ({
      ...base,
      snapshots: snapshots.length > 0 ? snapshots : [{ label: "as found", valve: "as-found" }],
    }),
    [base, snapshots],
  );
  const board = useBoard(caseJson, undefined, units);
  const last = trend.at(-1);
  const words = base["fingerprint"]
    ? "Its fingerprint is kept; the next visit is compared with it."
    : "No fingerprint yet: nothing to compare its own past with.";
  const { view } = board;
  return (
    <>
      <h2 className={classes.verdict}>
        {last ? (
          <>
            On its last visit{" "}
            <span>
              {Math.abs(last.percent) < 0.5
                ? "on its fingerprint"
                : `${formatNumber(Math.abs(last.percent), 2)} % ${last.percent < 0 ? "under" : "over"} its fingerprint`}
            </span>{" "}
            at equal flow.
          </>
        ) : (
          words
        )}
      </h2>
      {board.error ? (
        <p role="alert" className={classes.formError}>
          {board.error}
        </p>
      ) : null}
      {view?.chart ? (
        <HeadFlowChart view={view.chart} units={units} height={300} when="last visit" />
      ) : view?.rating ? (
        <RatingChart view={view.rating} units={units} height={300} when="last visit" />
      ) : view ? (
        <p className={classes.muted}>
          No rated curve is known. With one, head can be compared; without it, suction and drive
          still speak.
        </p>
      ) : (
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

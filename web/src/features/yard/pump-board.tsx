"use client";

import { formatNumber } from "@yard-tack/core/quantity";
import { useMemo } from "react";
import { HeadFlowChart, useBoard } from "@/features/board";
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
  const { view } = board;
  return (
    <>
      <h2 className={classes.verdict}>
        {last ? (
          <>
            On its last visit{" "}
            <span>
              {formatNumber(Math.abs(last.percent), 2)} % {last.percent < 0 ? "under" : "over"} its
              fingerprint
            </span>{" "}
            at equal flow.
          </>
        ) : (
          "No fingerprint yet: nothing to compare its own past with."
        )}
      </h2>
      {board.error ? <p role="alert">{board.error}</p> : null}
      {view?.chart ? (
        <HeadFlowChart view={view.chart} units={units} height={300} when="last visit" />
      ) : view ? (
        <p className={classes.muted}>
          No rated curve is known. With one, head can be compared; without it, suction and drive
          still speak.
        </p>
      ) : (
        <p className={classes.muted}>Drawing its curve …</p>
      )}
    </>
  );
}

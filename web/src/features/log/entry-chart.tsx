"use client";

import type { WrittenPump, WrittenSnapshot } from "@yard-tack/core/case";
import { useMemo } from "react";
import { HeadFlowChart, RatingChart, useBoard } from "@/features/board";
import { useWho } from "@/shell/who";

/** Where a visit's readings put the pump, on its rating as it is known today. */
export function EntryChart({
  written,
  snapshots,
}: {
  written: WrittenPump;
  snapshots: readonly WrittenSnapshot[];
}) {
  const { units } = useWho();
  const asked = useMemo(
    () => ({ json: { ...written, snapshots }, units }),
    [written, snapshots, units],
  );
  const { view } = useBoard(asked);
  if (view?.chart?.today)
    return <HeadFlowChart view={view.chart} units={units} when="as found" height={240} />;
  if (view?.rating?.today) return <RatingChart view={view.rating} units={units} when="as found" />;
  return null;
}

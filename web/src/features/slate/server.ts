import "server-only";
import { boardOf } from "@yard-tack/core/board";
import type { WrittenSheet } from "@yard-tack/core/sheet";
import { logEntries, openSheets, unitOfWork } from "@/db";
import { logBody, recurrenceOf } from "@/features/log/index.server";
import { caseOfSheet, foldEntries } from "@/features/run-sheet";
import { loadSheet } from "@/features/run-sheet/index.server";
import { loadPump } from "@/features/yard/index.server";
import { trendOf, type TrendPoint } from "@/features/yard";

export interface SlateCall {
  readonly id: string;
  readonly kind: "call" | "round";
  readonly dueAt: string;
  readonly zone: string;
  readonly tag: string;
  readonly complaint: string;
  readonly place: string;
  readonly started: boolean;
  readonly recurrence: { readonly daysAgo: number; readonly found: string } | null;
  /** What to read before anything is touched. */
  readonly first: string | null;
  readonly take: readonly string[];
}

export interface Drift {
  readonly pumpId: string;
  readonly tag: string;
  readonly zone: string;
  readonly points: readonly TrendPoint[];
}

const TOOLS: Readonly<Record<string, string>> = {
  suctionPressure: "compound gauge",
  dischargePressure: "pressure gauge",
  amps: "clamp meter",
  speed: "tachometer",
  flow: "flow meter or stopwatch",
};

/** Today's calls and rounds, and the pumps whose head drifts. */
export async function loadSlate(): Promise<{
  readonly calls: SlateCall[];
  readonly drifting: Drift[];
}> {
  const open = await openSheets(await unitOfWork());
  const calls = await Promise.all(open.map(async ({ row }) => slateCall(row.id)));
  return { calls: calls.filter((c) => c !== undefined), drifting: await drifting() };
}

async function slateCall(sheetId: string): Promise<SlateCall | undefined> {
  const sheet = await loadSheet(sheetId);
  if (!sheet) return undefined;
  const { pump } = sheet;
  const board = boardOf(caseOfSheet(pump, sheet.codes, foldEntries(sheet.entries)), "metric");
  const view = board.ok ? board.view : undefined;
  const first = view?.missing[0];
  const likely = (view?.causes ?? [])
    .filter((c) => c.id !== "healthy" && c.id !== "unlisted")
    .slice(0, 2);
  const tools = (view?.missing ?? []).flatMap((m) => TOOLS[m.slot] ?? []).slice(0, 3);
  const parts = likely.flatMap((c) => c.parts.slice(0, 1));
  const recurrence = await recurrenceOf(pump.id, new Date());
  return {
    id: sheet.id,
    kind: sheet.kind,
    dueAt: sheet.dueAt,
    zone: pump.zone,
    tag: pump.tag,
    complaint: sheet.complaint,
    place: [pump.purpose, pump.siteName].filter((w) => w !== "").join(", "),
    started: sheet.entries.length > 0,
    recurrence: recurrence && { daysAgo: recurrence.daysAgo, found: recurrence.found },
    first: sheet.entries.length === 0 && first && first.bits > WORTH_SAYING ? first.name : null,
    take: [...new Set([...tools, ...parts])],
  };
}

/** A reading that would tell less is not worth a line on the Slate [bits]. */
const WORTH_SAYING = 0.15;

/** Losses smaller than this are within what gauges tell [%]. */
const WORTH_SHOWING = -2;

async function drifting(): Promise<Drift[]> {
  const log = await logEntries(await unitOfWork());
  const pumpIds = [...new Set(log.map((l) => l.pump.id))];
  const drifts = await Promise.all(
    pumpIds.map(async (pumpId): Promise<Drift | undefined> => {
      const pump = await loadPump(pumpId);
      if (!pump) return undefined;
      const [sheet] = (pump.base["pump"] as { curve?: readonly WrittenSheet[] }).curve ?? [];
      const visits = log
        // A call's reading shows the fault of that day, not the drift of the years.
        .filter((l) => l.pump.id === pumpId && l.row.kind !== "call")
        .map(({ row }) => ({ row, body: logBody(row.body) }))
        .map(({ row, body }) => ({ at: row.at, kind: row.kind, head: body.head, flow: body.flow }));
      return { pumpId, tag: pump.tag, zone: pump.zone, points: trendOf(sheet, visits) };
    }),
  );
  return drifts.filter(
    (d) => d !== undefined && (d.points.at(-1)?.percent ?? 0) < WORTH_SHOWING,
  ) as Drift[];
}

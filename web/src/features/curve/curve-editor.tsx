"use client";

import type { UnitSystem } from "@yard-tack/core/quantity";
import { Button } from "@mantine/core";
import { useHotkeys } from "@mantine/hooks";
import { useRouter } from "next/navigation";
import { lazy, Suspense, useEffect, useMemo, useReducer, useRef, useState } from "react";
import { v4 as newId } from "uuid";
import { BoardFault, ChartInFigures, HeadFlowChart, RatingChart, useBoard } from "@/features/board";
import { PageHead } from "@/shell/page-head";
import { useWho } from "@/shell/who";
import {
  type Draft,
  type DraftTable,
  draftOf,
  emptyTable,
  ratingOfDraft,
  type Rating,
} from "./draft";
import type { CurvePageDto } from "./dto";
import { changed, startHistory } from "./history";
import { forgetDraft, keptDraft, keepDraft } from "./kept-draft";
import { OnePoint } from "./one-point";
import { saveRating } from "./save";
import { TableEditor } from "./table-editor";
import classes from "./curve.module.css";

const PastePanel = lazy(() => import("./paste-panel").then((m) => ({ default: m.PastePanel })));
const TracePanel = lazy(() => import("./trace-panel").then((m) => ({ default: m.TracePanel })));

const WAYS = [
  { id: "type", name: "Type the points" },
  { id: "paste", name: "Paste or drop a table" },
  { id: "trace", name: "Trace a picture" },
  { id: "point", name: "One rated point" },
] as const;
type Way = (typeof WAYS)[number]["id"];

/** A pump's rating: entered from whatever there is, drawn as it is entered, every step undoable. */
export function CurveEditor({ dto }: { dto: CurvePageDto }) {
  const { units } = useWho();
  const router = useRouter();
  const first = useMemo(
    () => withTable(draftOf(dto.rating, dto.source, units), dto.family, units),
    [dto, units],
  );
  const [history, change] = useReducer(changed, first, (d) => startHistory(d));
  const [way, setWay] = useState<Way>("type");
  const [answer, setAnswer] = useState<{
    readonly message: string;
    readonly newer: boolean;
  } | null>(null);
  const [saving, setSaving] = useState(false);
  const draft = history.now;
  const ready = useRef(false);

  useEffect(() => {
    const kept = keptDraft(dto.pumpId, dto.curveId);
    if (kept) change({ do: "start", draft: kept, restored: true });
    ready.current = true;
  }, [dto.pumpId, dto.curveId]);
  useEffect(() => {
    if (ready.current && draft !== first) keepDraft(dto.pumpId, dto.curveId, draft);
  }, [draft, dto.pumpId, dto.curveId, first]);
  useHotkeys(
    [
      ["mod+Z", () => change({ do: "undo" })],
      ["mod+shift+Z", () => change({ do: "redo" })],
    ],
    [],
  );

  const { rating, faults } = useMemo(() => ratingOfDraft(draft), [draft]);
  const asked = useMemo(
    () => ({
      json: {
        ...dto.base,
        pump: { ...dto.plain, ...rating },
        snapshots: [{ label: "as found", valve: "as-found" }],
      },
      units,
    }),
    [dto, rating, units],
  );
  const board = useBoard(asked);
  const { view } = board;
  const kind = tableKind(dto.family);
  const take = (tables: readonly DraftTable[], source: string) => {
    change({ do: "take", source, tables: tables.map((t) => ({ ...t, id: newId() })) });
    setWay("type");
  };
  const save = async (over: boolean) => {
    setSaving(true);
    const result = await saveRating({
      pumpId: dto.pumpId,
      rating: { ...rating },
      source: sourceOf(draft, rating),
      basedOn: over ? null : dto.curveId,
      over,
    }).catch(() => ({
      ok: false as const,
      newer: false,
      message: "The server did not answer. What you entered is kept on this device; try again.",
    }));
    setSaving(false);
    if (!result.ok) {
      setAnswer({ message: result.message, newer: result.newer ?? false });
      return;
    }
    forgetDraft(dto.pumpId);
    router.push(`/yard/${dto.pumpId}`);
    router.refresh();
  };
  return (
    <main>
      <PageHead title={dto.tag} about="What it is rated to do">
        <Button
          variant="default"
          onClick={() => change({ do: "undo" })}
          disabled={history.past.length === 0}
        >
          Undo
        </Button>
        <Button
          variant="default"
          onClick={() => change({ do: "redo" })}
          disabled={history.future.length === 0}
        >
          Redo
        </Button>
        <Button
          color="redLead.5"
          loading={saving}
          disabled={faults.length > 0}
          onClick={() => void save(false)}
        >
          Save this rating
        </Button>
      </PageHead>
      {history.restored ? (
        <p role="status" className={classes.note}>
          What you entered before and did not save is back.{" "}
          <button
            type="button"
            onClick={() => {
              forgetDraft(dto.pumpId);
              change({ do: "start", draft: first, restored: false });
            }}
          >
            Throw it away
          </button>
        </p>
      ) : null}
      {answer ? (
        <p role="alert" className={classes.note}>
          {answer.message}{" "}
          {answer.newer ? (
            <button type="button" onClick={() => void save(true)}>
              Save mine over it
            </button>
          ) : null}
        </p>
      ) : null}
      <div className={classes.two}>
        <section className={classes.left}>
          {kind === "curve" ? (
            <div className={classes.ways} role="group" aria-label="How the curve gets in">
              {WAYS.map((w) => (
                <button
                  key={w.id}
                  type="button"
                  aria-pressed={way === w.id}
                  onClick={() => setWay(w.id)}
                >
                  {w.name}
                </button>
              ))}
            </div>
          ) : null}
          {way === "type" ? (
            <>
              {draft.tables.map((t) => (
                <TableEditor
                  key={t.id}
                  table={t}
                  faults={faults.filter((f) => f.table === t.id)}
                  canRemove={t.kind === "curve" && draft.tables.length > 1}
                  onChange={change}
                />
              ))}
              {kind === "curve" ? (
                <Button
                  variant="default"
                  onClick={() =>
                    change({ do: "add-table", kind: "curve", id: newId(), system: units })
                  }
                >
                  Another speed or wheel
                </Button>
              ) : null}
            </>
          ) : null}
          <Suspense fallback={<p>Opening …</p>}>
            {way === "paste" ? <PastePanel units={units} onTake={take} /> : null}
            {way === "trace" ? <TracePanel units={units} onTake={take} /> : null}
          </Suspense>
          {way === "point" ? (
            <OnePoint
              draft={draft}
              hasCurve={"curve" in rating}
              faults={faults}
              onChange={change}
            />
          ) : null}
        </section>
        <section className={classes.right} aria-label="What it draws">
          <BoardFault board={board} />
          {view?.chart ? (
            <>
              <HeadFlowChart view={view.chart} units={units} height={320} />
              <ChartInFigures view={view.chart} units={units} />
            </>
          ) : null}
          {view?.rating ? <RatingChart view={view.rating} units={units} height={320} /> : null}
          {view && !view.chart && !view.rating ? (
            <p className={classes.note}>
              Two points with flow and head draw a curve; one rated point draws an estimated one.
            </p>
          ) : null}
          <ul className={classes.problems} data-testid="doubts">
            {[...(view?.doubts ?? []), ...(view?.notes ?? []).filter(aboutCurve)].map((d) => (
              <li key={d}>{d}</li>
            ))}
          </ul>
        </section>
      </div>
    </main>
  );
}

const aboutCurve = (note: string): boolean => /curve|sheet|rating|rated point|ejector/i.test(note);

const tableKind = (family: string) =>
  family === "positive-displacement" ? "displacement" : family.startsWith("jet-") ? "jet" : "curve";

/** A draft always has the table its family needs. */
function withTable(draft: Draft, family: string, system: UnitSystem): Draft {
  if (draft.tables.length > 0) return draft;
  const kind = tableKind(family);
  const tables =
    kind === "displacement"
      ? [
          emptyTable("displacement", "displacement", system),
          emptyTable("displacement-npsh", "displacement-npsh", system),
        ]
      : [emptyTable(kind, kind, system)];
  return { ...draft, tables };
}

function sourceOf(draft: Draft, { curve, ratedPoint }: Rating): string {
  if (ratedPoint && !curve) return "estimated from one rated point";
  if (curve && [curve].flat().every((c) => c["grade"] === "own-test"))
    return "this pump's own test";
  return draft.source || "typed from a sheet";
}
